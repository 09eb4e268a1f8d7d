import { FACET_NAMES, FLAGS, OCEBM_2011 } from '@/core/classify';
import { emptyRecord, isoToDay } from '@/core/record';
import { decodeColumns, encodeColumns } from '@/core/storage';
import { axisMask } from '@/core/vocabularies';
import { type Columns, emptyColumns, rowCopier } from './columns';
import { funnelOf } from './funnel';
import { fromSample, GALLERY, STARTING_SIEVE } from './gallery';
import { compileText, type TextTest } from './kinds';
import { answerKey, WorkText } from './kinds/text';
import { type Limiter, limiterSchema, type SieveContext, sieveSchema, verdictsOf } from './limiter';
import { outcomesOf, runSieve } from './runner';
import { limiterWords } from './words';

const CONTEXT: SieveContext = { asOf: isoToDay('2026-09-14'), scheme: OCEBM_2011 };
const a = (test: Limiter['test'], rest: Partial<Limiter> = {}): Limiter => ({
  ...{ id: 'l', name: 'l', test, evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: '', on: true },
  ...rest,
});
const language = (allowed: string[]) => a({ kind: 'facet', facet: 'language', allowed });

/** One work with these values of a facet, and whether it can have others. */
function facetColumns(values: string[], has: number, complete: boolean, stated = has): Columns {
  const columns = emptyColumns(1, ['x'], 1);
  columns.facets.language.values = values;
  columns.facets.language.all[0] = has;
  columns.facets.language.stated[0] = stated;
  columns.complete[0] = complete ? 1 << FACET_NAMES.indexOf('language') : 0;
  return columns;
}

test.each([
  ['has it', 0b01, true, 2],
  ['has it and others', 0b11, true, 2],
  ['has another, and no more', 0b10, true, 0],
  ['has another, perhaps more', 0b10, false, 1],
  ['nothing is known', 0, false, 1],
] as const)('a facet limiter: %s', (_, has, complete, verdict) => {
  expect(verdictsOf(language(['en']), facetColumns(['en', 'es'], has, complete), CONTEXT)[0]).toBe(verdict);
});
test('a facet by stated evidence alone does not see what is inferred', () => {
  const columns = facetColumns(['en', 'es'], 0b01, false, 0);
  expect(verdictsOf(language(['en']), columns, CONTEXT)[0]).toBe(2);
  expect(verdictsOf({ ...language(['en']), evidence: 'stated' }, columns, CONTEXT)[0]).toBe(1);
});
test('a value that no work has lets none in; among values that share the last bit nobody can tell', () => {
  expect(verdictsOf(language(['fr']), facetColumns(['en'], 1, true), CONTEXT)[0]).toBe(0);
  const many = [...Array.from({ length: 31 }, (_, i) => `v${i}`), 'other'];
  expect(verdictsOf(language(['fr']), facetColumns(many, 2 ** 31, true), CONTEXT)[0]).toBe(1);
  expect(verdictsOf(language(['fr']), facetColumns(many, 1, true), CONTEXT)[0]).toBe(0);
});
test('a row that is copied keeps its values under the bits of the columns it comes to', () => {
  const from = facetColumns(['es', 'en'], 0b01, true);
  const to = facetColumns(['en', 'es'], 0b01, true);
  rowCopier(to, from)(0, 0);
  expect(to.facets.language.all[0]).toBe(0b10);
  expect(verdictsOf(language(['en']), decodeColumns(encodeColumns(to)), CONTEXT)[0]).toBe(0);
});

test('a flagged work is what a person is asked about, whatever the policy makes of that', () => {
  const columns = emptyColumns(2, ['x'], 1);
  columns.numbers.set([1, 2]);
  columns.flags[0] = 1 << FLAGS.indexOf('retracted');
  const [start] = STARTING_SIEVE;
  expect(Array.from(verdictsOf(start!, columns, CONTEXT))).toEqual([1, 2]);
  expect(funnelOf(runSieve([...STARTING_SIEVE], columns, CONTEXT))).toMatchObject({ through: 1, held: 1, stopped: 0 });
});

const PUBLICATION = (...codes: string[]) => axisMask('publicationType', codes);
test.each([
  ['is exempt', PUBLICATION('guideline'), 2],
  ['may be exempt', PUBLICATION('guideline', 'editorial'), 1],
  ['is not', PUBLICATION('editorial'), 0],
] as const)('an old work that %s', (_, mask, verdict) => {
  const columns = emptyColumns(1, ['x'], 1);
  columns.all.publicationType[0] = mask;
  columns.dates.earliest.from[0] = columns.dates.earliest.to[0] = isoToDay('1999-01-01');
  const recent = a({ kind: 'recency', date: 'earliest', window: { count: 'to-the-day', years: 10 } });
  expect(verdictsOf(recent, columns, CONTEXT)[0]).toBe(0);
  expect(verdictsOf({ ...recent, exempt: { types: ['guideline'], reason: 'r' } }, columns, CONTEXT)[0]).toBe(verdict);
});

test.each([
  ['only the waived database retrieved it', 0b01, 2],
  ['another retrieved it too', 0b11, 0],
  ['nobody knows which retrieved it', 0, 0],
] as const)('a waiver: %s', (_, membership, verdict) => {
  const columns = emptyColumns(1, ['x', 'y'], 1);
  columns.facets.language.values = ['es'];
  columns.facets.language.all[0] = 1;
  columns.complete[0] = 1;
  columns.membership[0] = membership;
  const limiter = { ...language(['en']), waivers: [{ database: 'x', reason: 'r' }] };
  expect(verdictsOf(limiter, columns, CONTEXT)[0]).toBe(verdict);
});

test("a person's word holds at the limiters it names; others still apply", () => {
  const columns = emptyColumns(2, ['x'], 1);
  columns.numbers.set([7, 8]);
  columns.all.peerReview.set([1, 1]);
  columns.all.level.set([1, 1]);
  const sieve = [
    a({ kind: 'coded', axis: 'peerReview', allowed: ['not-refereed'] }, { id: 'p' }),
    a({ kind: 'coded', axis: 'level', allowed: ['1'] }, { id: 'e' }),
  ];
  const fates = (overrides: SieveContext['overrides']) => Array.from(outcomesOf(runSieve(sieve, columns, { ...CONTEXT, overrides })).fate);
  expect(fates([])).toEqual([2, 2]);
  expect(fates([{ work: 7, limiters: ['p'], fate: 0 }])).toEqual([0, 2]);
  expect(
    fates([
      { work: 7, limiters: ['p'], fate: 0 },
      { work: 7, limiters: ['e'], fate: 2 },
    ]),
  ).toEqual([2, 2]);
  expect(
    fates([
      { work: 7, limiters: ['gone'], fate: 0 },
      { work: 99, limiters: ['p'], fate: 0 },
    ]),
  ).toEqual([2, 2]);
}); // prettier-ignore

const RECORD = {
  ...emptyRecord(),
  title: 'Naps',
  headings: ['*Shift Work Schedule/methods'],
  container: 'Annals of Rota Planning',
  issns: ['2049-3630'],
};
test.each([
  ['under a heading', { kind: 'heading', headings: ['shift work schedule'] }, 2],
  ['under another', { kind: 'heading', headings: ['Sleep'] }, 0],
  ['by its title', { kind: 'venue', venues: ['Annals of rota planning'], keep: 'only' }, 2],
  ['by its ISSN', { kind: 'venue', venues: ['20493630'], keep: 'only' }, 2],
  ['kept out by its ISSN', { kind: 'venue', venues: ['2049-3630'], keep: 'not' }, 0],
  ['another journal', { kind: 'venue', venues: ['Tide'], keep: 'only' }, 0],
  ['a query', { kind: 'query', query: 'title = nap*' }, 2],
] as const)('text: %s', (_, test, verdict) => {
  expect(compileText(test as unknown as TextTest)(new WorkText([RECORD], null))).toBe(verdict);
});
test('what no record says cannot be told', () => {
  const bare = new WorkText([emptyRecord()], null);
  for (const test of [
    { kind: 'heading', headings: ['Sleep'] },
    { kind: 'venue', venues: ['Tide'], keep: 'not' },
  ] satisfies TextTest[])
    expect(compileText(test)(bare)).toBe(1);
});
test('a limiter that reads text is not run without its answers', () => {
  const columns = emptyColumns(1, ['x'], 1);
  const query = { kind: 'query', query: 'nap' } as const;
  expect(() => verdictsOf(a(query), columns, CONTEXT)).toThrow('has not been read');
  const answers = new Map([[answerKey(query), Uint8Array.of(1)]]);
  expect(verdictsOf(a(query), columns, { ...CONTEXT, answers })[0]).toBe(1);
});

test.each(GALLERY)('$name, as the gallery gives it, is a limiter that names real values', (sample) => {
  const limiter = fromSample(sample, OCEBM_2011, 'x');
  expect(limiterSchema.parse(limiter)).toEqual(limiter);
  expect(limiterWords(limiter, OCEBM_2011, CONTEXT.asOf)).not.toMatch(/: $/);
  const { test } = limiter;
  if (test.kind === 'coded') expect(() => verdictsOf(limiter, emptyColumns(1, [], 1), CONTEXT)).not.toThrow();
});
test('two limiters with one id are refused', () => {
  expect(sieveSchema.safeParse([language(['en']), language(['es'])]).success).toBe(false);
});
