import { readFileSync } from 'node:fs';
import { classifyWork, levelTable, NO_SCOPE, readyRecord } from '@/core/classify';
import { DETECT_BYTES, detectFormat, readEntries, readVenues } from '@/core/formats';
import { mergeKeys, mergeRecords, worksOf } from '@/core/merge';
import type { BibRecord } from '@/core/record';
import { asVenues, VenueRegister } from '@/core/venues';
import { CODED_AXES, codesOf } from '@/core/vocabularies';
import { millFiles } from './files';
import { MILL_WORKS, type MillWork } from './works';

const venues = readVenues(readFileSync('demo/files/venues.csv', 'utf8'));
const REGISTER = new VenueRegister(asVenues(venues.entries));
const LEVELS = levelTable('primary-secondary', 'any');

async function works() {
  const records: BibRecord[] = [];
  for (const [name, text] of Object.entries(millFiles().exports)) {
    const bytes = new TextEncoder().encode(text);
    const detected = detectFormat(bytes.subarray(0, DETECT_BYTES));
    if ('problem' in detected) throw new Error(`${name}: ${detected.problem.message}`);
    for await (const e of readEntries([bytes], detected.format)) {
      if (e.kind === 'rejected') throw new Error(`${name}, line ${e.line}`);
      records.push(e.record);
    }
  }
  const { head } = mergeRecords(records.map((r) => ({ order: r.accession, keys: mergeKeys(r) })));
  return worksOf(head).map((members) => ({
    records: members.map((i) => records[i]!),
    classification: classifyWork(
      members.map((i) => readyRecord(i, records[i]!, NO_SCOPE)),
      LEVELS,
      { register: REGISTER },
    ),
  }));
}
const norm = (title: string) => title.toLowerCase();
/** A book and its review may share a title: the container tells them apart. */
const workOf = (r: BibRecord): MillWork =>
  MILL_WORKS.find((w) => norm(w.title) === norm(r.title) && (w.container ?? '').toLowerCase() === r.container.toLowerCase())!;

test('the files in the repository are what the generator writes, and the register is read without a fault', () => {
  const { exports, truth } = millFiles();
  for (const [name, text] of Object.entries(exports))
    expect([name, readFileSync(`demo/files/${name}`, 'utf8') === text]).toEqual([name, true]);
  expect(readFileSync('demo/mills/truth.json', 'utf8')).toBe(truth);
  expect(venues.problems).toEqual([]);
});

test('about 120 records of two catalogues', async () => {
  const all = await works();
  const records = all.reduce((n, w) => n + w.records.length, 0);
  expect(records).toBe(MILL_WORKS.reduce((n, w) => n + w.in.length, 0));
  expect(records).toBeGreaterThan(112);
  expect(all.every((w) => workOf(w.records[0]!))).toBe(true);
});

test('no axis is settled on a wrong value, and kinds of source and item are nearly all settled', async () => {
  const wrong: string[] = [];
  const settled = { sourceType: 0, publicationType: 0, peerReview: 0 };
  const all = await works();
  for (const { records, classification } of all) {
    const { truth, title, wrong: spoilt } = workOf(records[0]!);
    for (const axis of ['sourceType', 'publicationType', 'peerReview', 'design'] as const) {
      const { mask, status } = classification.axes[axis];
      const codes = codesOf(CODED_AXES[axis].values, mask);
      const real: readonly string[] | undefined =
        axis === 'design' ? truth.design : axis === 'peerReview' ? truth.peerReview : [truth[axis]];
      if (status === 'settled' && axis !== 'design') settled[axis]++;
      // Where a catalogue is wrong on purpose, a conflict is right, and a settled mistake is not.
      if (real && status !== 'conflicting' && !real.some((r) => codes.includes(r))) wrong.push(`${title} ${axis}: ${codes} is not ${real}`);
      if (spoilt === undefined && status === 'conflicting') wrong.push(`${title} ${axis} is in conflict`);
    }
  }
  expect(wrong).toEqual([]);
  expect(settled.sourceType / all.length).toBeGreaterThan(0.9);
  expect(settled.publicationType / all.length).toBeGreaterThan(0.75);
  expect(settled.peerReview / all.length).toBeGreaterThan(0.85);
});
