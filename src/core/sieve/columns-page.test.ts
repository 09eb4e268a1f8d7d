import fc from 'fast-check';
import { type Classification, claimsOfRecord, classifyWork, FACET_NAMES, levelTable, NO_SCOPE, type Tier } from '@/core/classify';
import { aRecord } from '@/testing/a-record';
import { arraysOf, type ColumnRow, emptyColumns, setRow } from './columns';
import { PageBuilder, pageWriter } from './columns-page';

const PLAIN = classifyWork(
  [{ key: 1, found: claimsOfRecord(aRecord({ title: 'A trial of lamps' }), NO_SCOPE) }],
  levelTable('ocebm-2011', 'treatment-benefit'),
);

/** Works that have some of fifty languages, of which only 31 get bits of their own, as stated or inferred. */
const work = fc
  .tuple(fc.nat(7), fc.array(fc.tuple(fc.nat(49), fc.constantFrom<Tier>('asserted', 'weak')), { maxLength: 4 }))
  .map(([membership, languages]) => ({ membership, languages }));

function rowOf(number: number, { membership, languages }: { membership: number; languages: [number, Tier][] }): ColumnRow {
  const values = languages.map(([n, tier]) => ({ value: `l${n}`, tier, field: 'language', quote: '', records: [1] }));
  const facets = { ...PLAIN.facets, language: { ...PLAIN.facets.language, values } } as Classification['facets'];
  return { number, membership, classification: { ...PLAIN, facets } };
}

test('works that came by pages stand in the columns as if each had been set there', () => {
  let full = 0;
  fc.assert(
    fc.property(fc.array(fc.array(work, { maxLength: 40 }), { maxLength: 5 }), (pages) => {
      const rows = pages.flat().map((w, i) => rowOf(i + 1, w));
      const [straight, paged] = [emptyColumns(rows.length, ['a', 'b', 'c'], 1), emptyColumns(rows.length, ['a', 'b', 'c'], 1)];
      for (const [i, row] of rows.entries()) setRow(straight, i, row);
      let at = 0;
      for (const page of pages) {
        const builder = new PageBuilder(page.length + 3);
        for (let k = 0; k < page.length; k++) builder.add(rows[at + k]!);
        const write = pageWriter(paged, builder.done());
        for (let k = 0; k < page.length; k++) write(at++);
      }
      expect(arraysOf(paged)).toEqual(arraysOf(straight));
      for (const f of FACET_NAMES) expect(paged.facets[f].values).toEqual(straight.facets[f].values);
      if (straight.facets.language.values.length === 32) full++;
    }),
    { numRuns: 300 },
  );
  // Some had more languages than there are bits: else the hard part was not tried.
  expect(full).toBeGreaterThan(5);
});
