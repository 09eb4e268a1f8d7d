/** How right the classification is, on records whose truth is known: per axis, k of n with Wilson's interval. */
import { readFileSync } from 'node:fs';
import { wilsonInterval } from '@/core/checks';
import { classifyWork, levelTable, NO_SCOPE, readyRecord } from '@/core/classify';
import { readEntries, readVenues } from '@/core/formats';
import { mergeKeys, mergeRecords, worksOf } from '@/core/merge';
import type { BibRecord } from '@/core/record';
import { asVenues, VenueRegister } from '@/core/venues';
import { CODED_AXES, type CodedAxis, codesOf } from '@/core/vocabularies';
import { classifyField, fieldRecords, fieldVenues, leftOn } from '@/testing/field-records';
import { classifiedDemo, truthOf } from '../demo/classified';
import { millFiles } from '../demo/mills/files';
import { MILL_WORKS } from '../demo/mills/works';

const AXES = ['sourceType', 'publicationType', 'peerReview', 'design'] as const satisfies readonly CodedAxis[];
/** A work: what is left of each axis, whether it is settled, and what a reader makes of it; null where a reader cannot say. */
interface Judged {
  left: Record<CodedAxis, string[]>;
  settled: Record<CodedAxis, boolean>;
  truth: Record<CodedAxis, readonly string[] | null>;
}

function report(title: string, all: readonly Judged[], confusion: boolean) {
  console.log(`\n${title}: ${all.length} works`);
  console.log(
    'axis'.padEnd(18) +
      ['settled', 'right among settled', 'exact where a reader settles', 'truth inside the set', 'set as the reader’s']
        .map((h) => h.padEnd(34))
        .join(''),
  );
  for (const axis of AXES) {
    const known = all.filter((w) => w.truth[axis]);
    const settled = known.filter((w) => w.settled[axis]);
    const single = known.filter((w) => w.truth[axis]!.length === 1);
    const inside = known.filter((w) => w.truth[axis]!.some((t) => w.left[axis].includes(t)));
    const same = known.filter(
      (w) => w.left[axis].length === w.truth[axis]!.length && w.truth[axis]!.every((t) => w.left[axis].includes(t)),
    );
    const cells = [
      share(settled.length, known.length),
      share(settled.filter((w) => w.truth[axis]!.includes(w.left[axis][0]!)).length, settled.length),
      share(single.filter((w) => w.settled[axis] && w.left[axis][0] === w.truth[axis]![0]).length, single.length),
      share(inside.length, known.length),
      share(same.length, known.length),
    ];
    console.log(axis.padEnd(18) + cells.map((c) => c.padEnd(34)).join(''));
  }
  if (!confusion) return;
  for (const axis of AXES) {
    const wrong = new Map<string, number>();
    for (const w of all) {
      const truth = w.truth[axis];
      if (!truth || (w.settled[axis] && truth.includes(w.left[axis][0]!)) || (!w.settled[axis] && truth.length > 1)) continue;
      const got = w.settled[axis] ? w.left[axis][0]! : w.left[axis].length > 4 ? 'open' : w.left[axis].join(' | ');
      const key = `${truth.join(' | ')} → ${got}`;
      wrong.set(key, (wrong.get(key) ?? 0) + 1);
    }
    if (wrong.size)
      console.log(
        `  ${axis}, not as a reader: ${[...wrong]
          .sort((a, b) => b[1] - a[1])
          .slice(0, 12)
          .map(([k, n]) => `${k} (${n})`)
          .join('; ')}`,
      );
  }
}

function share(k: number, n: number): string {
  if (n === 0) return 'none';
  const { low, high } = wilsonInterval(k, n);
  return `${k} of ${n} = ${((100 * k) / n).toFixed(1)} % (${(100 * low).toFixed(1)}–${(100 * high).toFixed(1)})`;
}

export async function quality() {
  report('Night work demo', await night(), true);
  report('Tide mills demo', await mills(), true);
  const register = fieldVenues();
  const fields = (await fieldRecords()).map((r) => {
    const c = classifyField(r, register);
    return {
      id: r.id,
      field: r.field,
      judged: { left: each((a) => leftOn(c, a)), settled: each((a) => c.axes[a].status === 'settled'), truth: r.truth },
    };
  });
  report(
    'Records of many fields, all',
    fields.map((f) => f.judged),
    true,
  );
  for (const field of [...new Set(fields.map((f) => f.field))].sort())
    report(
      field,
      fields.filter((f) => f.field === field).map((f) => f.judged),
      false,
    );
}

const each = <T>(value: (axis: CodedAxis) => T) => Object.fromEntries(AXES.map((a) => [a, value(a)])) as Record<CodedAxis, T>;

const demoVenues = () => new VenueRegister(asVenues(readVenues(readFileSync('demo/files/venues.csv', 'utf8')).entries));

async function night(): Promise<Judged[]> {
  const { works } = await classifiedDemo(demoVenues());
  return works.flatMap(({ records, classification: c }) => {
    const truth = truthOf(records[0]!);
    return truth
      ? [
          {
            left: each((a) => codesOf(CODED_AXES[a].values, c.axes[a].mask)),
            settled: each((a) => c.axes[a].status === 'settled'),
            truth: each((a) => [truth[a]]),
          },
        ]
      : [];
  });
}

async function mills(): Promise<Judged[]> {
  const register = demoVenues();
  const records: BibRecord[] = [];
  const { exports } = millFiles();
  for (const [name, format] of [
    ['ebbstone.mods.xml', 'mods'],
    ['culverly.json', 'csl-json'],
  ] as const)
    for await (const e of readEntries([new TextEncoder().encode(exports[name])], format)) if (e.kind === 'record') records.push(e.record);
  const { head } = mergeRecords(records.map((r) => ({ order: r.accession, keys: mergeKeys(r) })));
  const levels = levelTable('primary-secondary', 'any');
  return worksOf(head).flatMap((members) => {
    const first = records[members[0]!]!;
    const work = MILL_WORKS.find(
      (w) => w.title.toLowerCase() === first.title.toLowerCase() && (w.container ?? '').toLowerCase() === first.container.toLowerCase(),
    );
    if (!work) return [];
    const c = classifyWork(
      members.map((i) => readyRecord(i, records[i]!, NO_SCOPE)),
      levels,
      { register },
    );
    const { sourceType, publicationType, peerReview, design } = work.truth;
    const truth = { sourceType: [sourceType], publicationType: [publicationType], peerReview, design: design ?? null };
    return [
      { left: each((a) => codesOf(CODED_AXES[a].values, c.axes[a].mask)), settled: each((a) => c.axes[a].status === 'settled'), truth },
    ];
  });
}
