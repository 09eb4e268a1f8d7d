/** How often likely sets hold the true value, and how large they are: by axis, by design, and by field left out; and how fast they are made. */
import { wilsonInterval } from '@/core/checks';
import { claimsOfRecord, leftOf, NO_SCOPE } from '@/core/classify';
import {
  CLASSES,
  calibrate,
  FIGURES,
  LIKELY_AXES,
  LOT_PROOFS,
  likelihoods,
  likelySet,
  openAxes,
  packedShares,
  type SetFigures,
  sharesOfWork,
  usualness,
} from '@/core/likely';
import { CODED_AXES, codesOf, maskOf } from '@/core/vocabularies';
import { allLots } from '../training/lots';
import { fit, STRICTNESS } from '../training/regression';
import { toldRecords } from './classifying';
import { barePass, best, growth } from './growth';
import { row } from './print';

const STATED = 0.95;
const share = (k: number, n: number): string => {
  if (n === 0) return 'none';
  const { low, high } = wilsonInterval(k, n);
  return `${k} of ${n} = ${((100 * k) / n).toFixed(1)} % (${(100 * low).toFixed(1)}–${(100 * high).toFixed(1)})`;
};

/** A field of which there are as many open works as can be counted. */
const FEWEST = 8;

export async function likely() {
  // First, so that memory is what it is made for, and not what the tables left.
  await speed();
  for (const axis of LIKELY_AXES) {
    const { outside, inside } = FIGURES[axis];
    for (const lot of outside) line(`${axis}: ${lot.lot}, by models of the other lots`, lot);
    line(`${axis}: all lots, each work by a model of the rest`, inside);
    byClass(axis);
  }
  await byField();
}

function line(what: string, f: SetFigures) {
  row(
    what,
    `inside ${share(f.covered, f.works)}; values ${f.before} → ${f.after}; one ${f.atMost1}, two at most ${f.atMost2}, three at most ${f.atMost3}`,
  );
}

/** Every value with a score of proofs: each asked of all others. */
function byClass(axis: (typeof LIKELY_AXES)[number]) {
  const proofs = LOT_PROOFS[axis];
  for (const code of CLASSES[axis]) {
    const own = proofs.filter((p) => p.code === code);
    if (own.length < FEWEST) continue;
    const covered = own.filter((p) => usualness(calibrate(proofs.filter((q) => q !== p)), p.code, p.strangeness) > 1 - STATED).length;
    row(`  ${axis} ${code}, of lots not learnt from`, share(covered, own.length));
  }
}

/** Drift: a model that never saw a field, on that field. */
async function byField() {
  const { values } = CODED_AXES.design;
  const lots = (await allLots()).filter((l) => l.truth.design?.every((code) => values.some((v) => v.code === code)));
  const calibration = calibrate(LOT_PROOFS.design);
  for (const field of new Set(lots.map((l) => l.field))) {
    const open = lots.filter((l) => l.field === field && l.left.design.length > 1);
    if (open.length < FEWEST) continue;
    const learn = lots.filter((l) => l.field !== field && l.truth.design!.length === 1);
    const model = fit(
      learn.map((l) => ({ features: l.features, code: l.truth.design![0]! })),
      STRICTNESS,
    );
    let [covered, small] = [0, 0];
    for (const l of open) {
      const { mask } = likelySet(values, maskOf(values, l.left.design), model.classes, likelihoods(model, l.features), calibration, STATED);
      const codes = codesOf(values, mask);
      if (l.truth.design!.some((t) => codes.includes(t))) covered++;
      if (codes.length <= 3) small++;
    }
    row(`  design, ${field} by a model that never saw it`, `inside ${share(covered, open.length)}; three at most ${small}`);
  }
}

async function speed() {
  const records = await toldRecords();
  const before = process.memoryUsage();
  packedShares(records[0]!);
  const loaded = process.memoryUsage();
  row(
    'memory of models and word vectors',
    `${((loaded.heapUsed + loaded.arrayBuffers - before.heapUsed - before.arrayBuffers) / 1e6).toFixed(1)} MB`,
  );
  const claims = records.map((r) => claimsOfRecord(r, NO_SCOPE));
  const letters = records.reduce((n, r) => n + r.abstract.length, 0);
  const about = `${records.length} records, ${Math.round(letters / records.length)} letters each, one core`;
  const open = claims.filter((c) => openAxes(leftOf(c.claims)).length > 0).length;
  rate(`shares of ${about}: those with an open axis, ${open}, and whether the others have one`, records.length, () => {
    records.forEach((r, i) => {
      packedShares(r, openAxes(leftOf(claims[i]!.claims)));
    });
  });
  rate(`shares of ${about}: all axes of all`, records.length, () => {
    for (const r of records) packedShares(r);
  });
  const texts = records.map((r) => `${r.title} ${r.abstract}`);
  rate('the limit: every letter of the same texts looked at once', texts.length, () => barePass(texts));
  growth('shares, all axes', (i) => packedShares(records[i % records.length]!));
  const packed = records.map((r) => packedShares(r));
  const calibration = calibrate(LOT_PROOFS.design);
  const { values } = CODED_AXES.design;
  const all = maskOf(
    values,
    values.map((v) => v.code),
  ); // prettier-ignore
  rate('sets of their designs', packed.length, () => {
    for (const p of packed) {
      const shares = sharesOfWork([p]);
      if (shares?.design) likelySet(values, all, CLASSES.design, shares.design, calibration, STATED);
    }
  });
}

const rate = (what: string, works: number, round: () => void) => row(what, `${best(works, round).toFixed(0)} a second`);
