import type { BibRecord } from '@/core/record';
import { aRecord } from '@/testing/a-record';
import { seeded } from '@/testing/seeded';
import { mergeRecords, worksOf } from './merge-records';
import { mergeKeys, normaliseTitle } from './normalise';

const year = (y: string) => ({ online: '', issue: y, added: '' });
const trial: Partial<BibRecord> = {
  title: 'Knee pads for tilers: a randomised trial',
  authors: [{ family: 'Østby', given: 'Bo' }],
  dates: year('2020'),
  pages: '12-19',
  volume: '3',
  doi: '10.5555/a',
};
const works = (...records: Partial<BibRecord>[]) =>
  worksOf(mergeRecords(records.map((r, i) => ({ order: `r${i}`, keys: mergeKeys(aRecord(r)) }))).head).length;

test.each([
  ['the same DOI', { ...trial }, { ...trial, title: 'Knee Pads for Tilers' }],
  ['the same PMID', { ...trial, doi: '', pmid: '99000001' }, { title: 'Knee pads for tilers', pmid: '99000001' }],
  ['title, year and first author', { ...trial, doi: '' }, { ...trial, pages: '' }],
  [
    'capitals, diacritics and punctuation',
    { ...trial, doi: '' },
    { ...trial, doi: '', title: 'KNEE PADS FOR TILERS - A RANDOMISED TRIAL', authors: [{ family: 'Østby', given: 'B' }] },
  ],
  [
    'a leading article and markup',
    { ...trial, doi: '' },
    { ...trial, doi: '', title: '<i>The</i> Knee pads for tilers: a randomised trial' },
  ],
] as [string, Partial<BibRecord>, Partial<BibRecord>][])('joins by %s', (_, a, b) => expect(works(a, b)).toBe(1));

// Hard negatives: common practice of de-duplication.
test.each([
  ['different DOIs', trial, { ...trial, doi: '10.5555/b' }],
  ['different PMIDs', { ...trial, pmid: '99000001', doi: '' }, { ...trial, pmid: '99000002', doi: '' }],
  ['different pages', { ...trial, doi: '' }, { ...trial, doi: '', pages: '40-44' }],
  ['another year', { ...trial, doi: '' }, { ...trial, doi: '', dates: year('2021') }],
  ['another first author', { ...trial, doi: '' }, { ...trial, doi: '', authors: [{ family: 'Falk', given: 'I' }] }],
  ['part I and part II', { ...trial, doi: '', title: 'Knee pads, part I' }, { ...trial, doi: '', title: 'Knee pads, part II' }],
  [
    'two editorials of one author and year',
    { title: 'Editorial', authors: trial.authors, dates: year('2020') },
    { title: 'Editorial', authors: trial.authors, dates: year('2020') },
  ],
  ['an erratum that carries the DOI of its article', trial, { ...trial, title: 'Correction to: Knee pads for tilers: a randomised trial' }],
  ['a DOI typed for another item', trial, { ...trial, title: 'Lifting aids in warehouses of the north' }],
] as [string, Partial<BibRecord>, Partial<BibRecord>][])('keeps apart: %s', (_, a, b) => expect(works(a, b)).toBe(2));

test('a third record cannot bridge two that contradict each other', () => {
  const bridge = { ...trial, doi: '', pages: '' };
  expect(works({ ...trial, doi: '10.5555/a' }, { ...trial, doi: '10.5555/b' }, bridge)).toBe(2);
});

test('ten thousand alike records, and ten thousand that contradict each other, are merged without comparing every pair', () => {
  const many = (page: (i: number) => string) =>
    Array.from({ length: 10_000 }, (_, i) => ({
      order: `r${String(i).padStart(5, '0')}`,
      keys: mergeKeys(aRecord({ ...trial, doi: '', pages: page(i) })),
    }));
  expect(worksOf(mergeRecords(many(() => '12')).head).length).toBe(1);
  expect(worksOf(mergeRecords(many((i) => String(i))).head).length).toBe(10_000);
});

test.each([1, 2, 3])('does not depend on the order of records, seed %i', (seed) => {
  const next = seeded(seed);
  const pick = <T>(list: T[]): T => list[Math.floor(next() * list.length)]!;
  const records = Array.from({ length: 120 }, (_, i) => ({
    order: `r${String(i).padStart(3, '0')}`,
    keys: mergeKeys(
      aRecord({
        title: pick(['Knee pads for tilers', 'Ear plugs on wards', 'Warm feet and sleep']),
        authors: [{ family: pick(['Falk', 'Sund']), given: '' }],
        dates: year(pick(['2019', '2020'])),
        doi: pick(['', '', '10.5555/a', '10.5555/b']),
        pages: pick(['', '1', '9']),
      }),
    ),
  })); // prettier-ignore
  const named = (list: typeof records) =>
    worksOf(mergeRecords(list).head)
      .map((w) =>
        w
          .map((i) => list[i]!.order)
          .sort()
          .join(),
      )
      .sort(); // prettier-ignore
  const shuffled = [...records].sort(() => next() - 0.5);
  expect(named(shuffled)).toEqual(named(records));
});

test.each([1, 2, 3, 4])('no work ever holds two records that contradict each other, seed %i', (seed) => {
  const next = seeded(seed);
  const pick = <T>(list: T[]): T => list[Math.floor(next() * list.length)]!;
  const records = Array.from({ length: 400 }, (_, i) => ({
    order: `r${String(i).padStart(3, '0')}`,
    keys: mergeKeys(
      aRecord({
        title: pick(['Knee pads for tilers', 'Knee pads for roofers', 'Editorial']),
        authors: [{ family: pick(['Falk', 'Sund', '']), given: '' }],
        dates: year(pick(['2019', '2020', ''])),
        doi: pick(['', '', '10.5555/a', '10.5555/b', '10.5555/c']),
        pmid: pick(['', '', '99000001', '99000002']),
        pages: pick(['', '1', '9']),
        volume: pick(['', '3', '4']),
      }),
    ),
  }));
  for (const work of worksOf(mergeRecords(records).head)) {
    for (const key of ['doi', 'pmid'] as const) {
      const values = new Set(work.map((i) => records[i]!.keys[key]).filter(Boolean));
      expect([key, values.size <= 1]).toEqual([key, true]);
    }
    // Without an identifier in common, they are of one title, and of pages that agree where they are given.
    const shared = (['doi', 'pmid'] as const).some((key) => work.some((i) => records[i]!.keys[key]));
    if (shared) continue;
    expect(new Set(work.map((i) => records[i]!.keys.title)).size).toBe(1);
    expect(new Set(work.map((i) => records[i]!.keys.page).filter(Boolean)).size).toBeLessThanOrEqual(1);
  }
});

test.each([
  ['The Effect of X', 'effect of x'],
  ['Çelikel &amp; Ångman: <sup>2</sup>H', 'celikel angman 2h'],
  ['A–B', 'b'],
])('normalises %p to %p', (title, normal) => expect(normaliseTitle(title)).toBe(normal));
