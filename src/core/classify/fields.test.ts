import type { CodedAxis } from '@/core/vocabularies';
import { classifyField, fieldRecords, fieldVenues, leftOn } from '@/testing/field-records';

/*
 * Records of nine fields in seven formats, written by hand with what a reader makes of them. The figures, and what the
 * rules made of each lot when they first met it, are in docs/quality.md; here they only must not fall back.
 */
const AXES = ['sourceType', 'publicationType', 'peerReview', 'design'] as const satisfies readonly CodedAxis[];
const register = fieldVenues();

test.each(AXES)('%s: nothing settled is wrong, the truth stays possible, and what a reader settles is settled', async (axis) => {
  const wrong: string[] = [];
  let [known, exact] = [0, 0];
  for (const one of await fieldRecords()) {
    const truth = one.truth[axis];
    if (!truth) continue;
    const c = classifyField(one, register);
    const left = leftOn(c, axis);
    if (!truth.some((t) => left.includes(t)) || (c.axes[axis].status === 'settled' && !truth.includes(left[0]!)))
      wrong.push(`${one.id}: ${left} is not ${truth}`);
    if (truth.length > 1) continue;
    known++;
    if (c.axes[axis].status === 'settled') exact++;
  }
  expect(wrong).toEqual([]);
  expect(known).toBeGreaterThan(120);
  expect(exact / known).toBeGreaterThan(0.93);
});
test('many fields and nearly all formats are there', async () => {
  const all = await fieldRecords();
  expect([...new Set(all.map((r) => r.field))]).toEqual(
    expect.arrayContaining([
      'computing',
      'education',
      'engineering',
      'environment',
      'humanities',
      'law',
      'medicine',
      'nursing',
      'psychology',
      'music',
      'agriculture',
      'transport',
      'theology',
    ]),
  );
  expect([...new Set(all.map((r) => r.record.format))].sort()).toEqual([
    'bibtex',
    'csl-json',
    'csv',
    'jats',
    'marc-xml',
    'mods',
    'nbib',
    'pubmed-xml',
    'ris',
  ]);
  expect(all.length).toBeGreaterThan(600);
});
