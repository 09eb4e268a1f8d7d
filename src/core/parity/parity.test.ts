import { FLAGS, OCEBM_2011 } from '@/core/classify';
import { isoToDay } from '@/core/record';
import { emptyColumns, type Limiter, type LimiterTest, type MaskAxis, NO_DATE, type SieveContext } from '@/core/sieve';
import { axisMask, type CodedAxis } from '@/core/vocabularies';
import { hiddenBy, onlyElsewhere } from './hidden';
import { type NativeLimiter, readNative } from './natives';
import { type CellState, parityOf, type RetrievalInParity } from './parity';
import { axisOf, DEFAULT_PROFILE, type LimiterProfile } from './profile';
import { areTwins, relate } from './relate';
import { settingsFor } from './settings';
import { didItTake } from './took';

const AS_OF = isoToDay('2026-09-14');
const CONTEXT: SieveContext = { asOf: AS_OF, scheme: OCEBM_2011 };
const limiter = (id: string, test: Limiter['test'], rest: Partial<Limiter> = {}): Limiter => ({
  ...{ id, name: id, test, evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: '', on: true },
  ...rest,
});
const REFEREED = limiter('refereed', { kind: 'coded', axis: 'peerReview', allowed: ['refereed'] });
const RECENT = limiter('recent', { kind: 'recency', date: 'earliest', window: { count: 'calendar-years', years: 10 } });
const profile = (axes: Partial<LimiterProfile['axes']>): LimiterProfile => ({
  ...DEFAULT_PROFILE,
  axes: { ...DEFAULT_PROFILE.axes, ...axes },
});
const VENUE = profile({ peerReview: axisOf('native', { level: 'venue', control: 'Scholarly titles' }) });

type Row = Partial<Record<CodedAxis, string[]>> & { year?: number };
/** A retrieval whose records are these, each its own work. */
function retrieval(rows: Row[], own: Partial<RetrievalInParity> = {}): RetrievalInParity {
  const records = emptyColumns(rows.length, ['db'], 1);
  rows.forEach(({ year, ...axes }, i) => {
    records.numbers[i] = i + 1;
    for (const axis of ['sourceType', 'publicationType', 'peerReview', 'design'] as const)
      records.all[axis as MaskAxis][i] = axes[axis] ? axisMask(axis, axes[axis]) : 2 ** 5 - 1;
    records.all.level[i] = 1;
    records.dates.earliest.from[i] = year ? isoToDay(`${year}-03-01`) : NO_DATE.from;
    records.dates.earliest.to[i] = year ? isoToDay(`${year}-03-01`) : NO_DATE.to;
  });
  return {
    ...{ id: 'r', databases: ['db'], profiles: [DEFAULT_PROFILE], natives: [], searchedOn: isoToDay('2026-08-30') },
    ...{ records, works: records.numbers, answers: new Map(), ...own },
  };
}
const native = (name: string, p: LimiterProfile = DEFAULT_PROFILE, lostAfter: number | null = null) => ({
  ...readNative({ name, how: 'control' }, p, '2026-08-30', OCEBM_2011),
  lostAfter,
});
const many = (n: number, row: Row): Row[] => Array.from({ length: n }, () => row);
const refereed = { peerReview: ['refereed'], year: 2020 };
const unsaid = { peerReview: ['refereed', 'not-refereed'], year: 2020 };
const letter = { peerReview: ['venue-only'], year: 2020 };
const cellsOf = (sieve: Limiter[], ...retrievals: RetrievalInParity[]) => parityOf(sieve, retrievals[0]!.records, CONTEXT, retrievals);

test.each<[string, CellState, Limiter, RetrievalInParity]>([
  ['applied here, on what the records carry', 'even', REFEREED, retrieval(many(3, refereed))],
  ['set there with the same meaning', 'even', RECENT, retrieval(many(30, refereed), { natives: [native('2016–2026')] })],
  ['one record in four that does not say', 'partly-blind', REFEREED, retrieval([...many(3, refereed), unsaid])],
  ['one record in thirty that does not say', 'even', REFEREED, retrieval([...many(29, refereed), unsaid])],
  ['most records that do not say', 'blind', REFEREED, retrieval([...many(3, refereed), ...many(4, unsaid)])],
  [
    'set on the journal, with letters in it',
    'looser-there',
    REFEREED,
    retrieval([...many(25, refereed), letter], { profiles: [VENUE], natives: [native('Scholarly titles', VENUE)] }),
  ],
  [
    'true of the whole database by its journals, with letters in it',
    'looser-there',
    REFEREED,
    retrieval([refereed, letter], { profiles: [profile({ peerReview: axisOf('whole', { level: 'venue' }) })] }),
  ],
  ['true of the whole database', 'even', REFEREED, retrieval([refereed], { profiles: [profile({ peerReview: axisOf('whole') })] })],
  ['a narrower window', 'narrower-there', RECENT, retrieval(many(30, refereed), { natives: [native('2019–2026')] })],
  [
    'a wider window',
    'looser-there',
    RECENT,
    retrieval([...many(30, refereed), { ...refereed, year: 2012 }], { natives: [native('2010–2026')] }),
  ],
  [
    'a limiter that went missing',
    'not-taken',
    RECENT,
    retrieval(many(30, refereed), { natives: [native('2016–2026', DEFAULT_PROFILE, 2)] }),
  ],
  [
    'a limiter that let half of the old ones in',
    'not-taken',
    RECENT,
    retrieval([...many(20, refereed), ...many(20, { ...refereed, year: 2001 })], { natives: [native('2016–2026')] }),
  ],
  [
    'waived',
    'waived',
    { ...REFEREED, waivers: [{ database: 'db', reason: 'Books only.' }] },
    retrieval([{ peerReview: ['refereed', 'not-refereed'] }]),
  ],
  [
    'waived elsewhere',
    'blind',
    { ...REFEREED, waivers: [{ database: 'other', reason: 'Books only.' }] },
    retrieval([{ peerReview: ['refereed', 'not-refereed'] }]),
  ],
  [
    'something near it',
    'proxy',
    REFEREED,
    retrieval(many(30, refereed), {
      profiles: [profile({ peerReview: axisOf('approximate', { control: 'Kind: research' }) })],
      natives: [native('Kind: research', profile({ peerReview: axisOf('approximate', { control: 'Kind: research' }) }))],
    }),
  ],
])('%s: %s', (_, state, own, r) => {
  const [row] = cellsOf([own], r).rows;
  expect(row!.cells[0]).toMatchObject({ state });
}); // prettier-ignore

test('a native limiter without a twin stands in a row of its own, where it was set', () => {
  const english = retrieval(many(2, refereed), { id: 'a', natives: [native('English')] });
  const { rows, cells, even } = cellsOf([REFEREED], english, retrieval(many(2, refereed), { id: 'b' }));
  expect(rows.map((r) => [r.limiter, r.name, r.cells.map((c) => c?.state ?? null)])).toEqual([
    ['refereed', 'refereed', ['even', 'even']],
    [null, 'English', ['extra-there', null]],
  ]);
  expect([cells, even]).toEqual([3, 2]);
});

test('what a venue limiter lets through is closed here and no leak; what no journal of its list has is one', () => {
  const popular = { peerReview: ['not-refereed'], year: 2020 };
  const r = retrieval([...many(25, refereed), letter, popular], { profiles: [VENUE], natives: [native('Scholarly titles', VENUE)] });
  const cell = cellsOf([REFEREED], r).rows[0]!.cells[0]!;
  expect(cell).toMatchObject({ state: 'looser-there', closed: [26], leaks: [27] });
});

test('one changed record changes the cell', () => {
  const rows = many(25, refereed);
  const state = (r: RetrievalInParity) => cellsOf([REFEREED], r).rows[0]!.cells[0]!.state;
  expect(state(retrieval(rows))).toBe('even');
  const two = rows.with(3, unsaid).with(4, unsaid);
  expect(state(retrieval(two))).toBe('partly-blind');
  // One in twenty-five is within what is usually let be, and stands in the cell all the same.
  const one = retrieval(rows.with(3, unsaid));
  const cell = cellsOf([REFEREED], one).rows[0]!.cells[0]!;
  expect(cell).toMatchObject({ state: 'even', reached: 25, blind: [4] });
  expect(parityOf([REFEREED], one.records, CONTEXT, [one], 0.03).rows[0]!.cells[0]!.state).toBe('partly-blind');
});

test('a flag that only others carry leaves a retrieval blind', () => {
  const own = limiter('retracted', { kind: 'flags', flags: ['retracted'] });
  const [told, untold] = [retrieval(many(2, refereed)), retrieval(many(2, refereed))];
  told.records.flags[1] = 1 << FLAGS.indexOf('retracted');
  const { rows } = parityOf([own], told.records, CONTEXT, [told, untold]);
  expect(rows[0]!.cells.map((c) => [c!.state, c!.blind])).toEqual([
    ['even', []],
    ['partly-blind', [2]],
  ]);
});

test('only what comes to a limiter is asked about, and what hangs on it is what nothing else stops', () => {
  const old = { ...unsaid, year: 2001 };
  const r = retrieval([...many(8, refereed), unsaid, old]);
  const later = parityOf([RECENT, REFEREED], r.records, CONTEXT, [r]);
  expect(later.rows[1]!.cells[0]).toMatchObject({ reached: 9, blind: [9], changes: [9] });
  expect(later.hanging).toBe(1);
  // Asked first, the old one comes to it too; its outcome does not hang on it, since it is stopped for its age.
  expect(parityOf([REFEREED, RECENT], r.records, CONTEXT, [r]).rows[0]!.cells[0]).toMatchObject({
    reached: 10,
    blind: [9, 10],
    changes: [9],
  });
  // What a person said of a work hangs on nothing.
  const said = { ...CONTEXT, overrides: [{ work: 9, limiters: ['refereed'], fate: 0 as const }] };
  expect(parityOf([REFEREED], r.records, said, [r]).rows[0]!.cells[0]!.changes).toEqual([10]);
});

test('works on which every limiter could tell', () => {
  const r = retrieval([refereed, { peerReview: ['refereed', 'preprint'], year: 2020 }, { peerReview: ['refereed'] }]);
  expect(cellsOf([REFEREED, RECENT], r)).toMatchObject({ works: 3, told: 1 });
});

// A native limiter that is simulated off: the records come as they are in the database, a good third of them out.
test.each([
  ['on', 40, 0, 'probably'],
  ['on, with the classifier wrong once', 60, 1, 'probably'],
  ['off', 40, 14, 'probably-not'],
  ['off, of too few records to say', 10, 4, 'cannot-say'],
  ['hard to tell', 24, 3, 'cannot-say'],
] as const)('a limiter that is %s: %i records, %i out', (_, decidable, out, word) => {
  expect(didItTake(decidable, out, 'date', { decidable: 200, out: 70 }).word).toBe(word);
});
// The two binomials by hand: n = 20, k = 4, p = 0.5 against 0.02: (0.5/0.02)^4 · (0.5/0.98)^16.
test('the ratio is that of two binomials', () => {
  const { ratio, base } = didItTake(20, 4, 'level', null);
  expect(base).toBe(0.5);
  expect(ratio).toBeCloseTo(25 ** 4 * (0.5 / 0.98) ** 16, 6);
});
test('the base is what the same database holds without the limiter, where enough is known', () => {
  expect(didItTake(40, 2, 'date', { decidable: 10, out: 1 })).toMatchObject({ base: 0.4, baseFrom: 'stated' });
  expect(didItTake(40, 2, 'date', { decidable: 98, out: 24 })).toMatchObject({ base: 0.25, baseFrom: 'unlimited' });
});

test.each<[string, Partial<NativeLimiter>]>([
  ['Peer reviewed', { axis: 'peerReview', meaning: { kind: 'coded', axis: 'peerReview', allowed: ['refereed'] } }],
  ['2016–2026', { axis: 'date', meaning: fixed('2016-01-01', '2026-12-31') }],
  ['since 2019', { axis: 'date', meaning: fixed('2019-01-01', null) }],
  ['Publication year to 2015', { axis: 'date', meaning: fixed(null, '2015-12-31') }],
  ['last ten years', { axis: 'date', meaning: fixed('2016-01-01', null) }],
  ['English or Spanish', { axis: 'language', meaning: { kind: 'facet', facet: 'language', allowed: ['en', 'es'] } }],
  ['Language: English', { axis: 'language', meaning: { kind: 'facet', facet: 'language', allowed: ['en'] } }],
  ['Humans', { axis: null, meaning: { kind: 'facet', facet: 'species', allowed: ['human'] } }],
  ['Systematic Review', { axis: 'publicationType', meaning: { kind: 'coded', axis: 'publicationType', allowed: ['systematic-review'] } }],
  ['Free full text', { axis: 'fullText', meaning: { kind: 'facet', facet: 'access', allowed: ['open'] } }],
  ['Green stickers', { axis: null, meaning: null }],
])('%s is read', (name, wanted) => {
  expect(readNative({ name, how: 'control' }, DEFAULT_PROFILE, '2026-08-30', OCEBM_2011)).toMatchObject(wanted);
});
function fixed(from: string | null, to: string | null): NativeLimiter['meaning'] {
  return { kind: 'recency', date: 'earliest', window: { count: 'fixed', from, to } };
}
test('what a person said of a name comes before what the name says; the profile says at which level', () => {
  const meaning = { kind: 'coded', axis: 'sourceType', allowed: ['scholarly-journal'] } as const;
  const said = { ...VENUE, natives: [{ name: 'green stickers', meaning: { ...meaning, allowed: [...meaning.allowed] } }] };
  expect(readNative({ name: 'Green Stickers', how: 'control' }, said, '', OCEBM_2011)).toMatchObject({ axis: 'sourceType', meaning });
  expect(readNative({ name: 'Scholarly titles', how: 'control' }, VENUE, '', OCEBM_2011)).toMatchObject({
    level: 'venue',
    meaning: { allowed: ['refereed', 'venue-only'] },
  });
});

test.each<[string, Limiter['test']]>([
  ['reads text', { kind: 'query', query: 'title = mats' }],
  ['has levels of another scheme', { kind: 'coded', axis: 'level', allowed: ['VII'] }],
])('a meaning that %s counts as not known, and parity goes on', (_, meaning) => {
  const said = { ...DEFAULT_PROFILE, natives: [{ name: 'Blue stickers', meaning }] };
  expect(readNative({ name: 'Blue stickers', how: 'control' }, said, '', OCEBM_2011)).toMatchObject({ meaning: null });
  const r = retrieval(many(2, refereed), { natives: [native('Blue stickers', said)] });
  expect(cellsOf([REFEREED], r).rows[1]!.cells[0]).toMatchObject({ state: 'extra-there', took: null });
});

test('a limiter that another of its kind replaced in a later step is not lost', () => {
  const replaced = retrieval(many(30, refereed), { natives: [native('2015–2026', DEFAULT_PROFILE, 2), native('2016–2026')] });
  expect(cellsOf([RECENT], replaced).rows[0]!.cells[0]).toMatchObject({ state: 'even' });
});

test('what a limiter hid: works of covered journals that only others returned and that are out by it', () => {
  const columns = retrieval([...many(3, { ...refereed, year: 2012 }), refereed, { ...refereed, year: 2024 }]).records;
  columns.flags[4] = 1 << FLAGS.indexOf('not-indexed-yet');
  const own = retrieval([refereed], { natives: [native('2019–2026')] });
  const first = { ...own, works: Int32Array.of(4) };
  const venueOf = (work: number) => (work === 2 ? 2 : work === 3 ? 0 : 1);
  const elsewhere = onlyElsewhere(first, [first], columns, venueOf);
  const meaning = first.natives[0]!;
  expect(hiddenBy(meaning, first, elsewhere, columns, CONTEXT)).toEqual({ out: [1], notIndexed: [] });
  expect(hiddenBy({ ...meaning, dropsMissing: true }, first, elsewhere, columns, CONTEXT)).toEqual({ out: [1], notIndexed: [5] });
});

test.each([
  ['none', axisOf('none'), 'here'],
  ['native', axisOf('native', { control: 'Years' }), 'there'],
  ['native, dropping what lacks a date', axisOf('native', { dropsMissing: true }), 'here'],
  ['near', axisOf('approximate', { quirk: 'Counts issues.' }), 'here'],
  ['whole', axisOf('whole'), 'nothing-to-set'],
] as const)('a database with %s: the limiter is set %s', (_, date, where) => {
  expect(settingsFor(profile({ date }), [RECENT], OCEBM_2011, AS_OF)).toMatchObject([{ limiter: 'recent', where }]);
});

test('a limiter on holdings is a twin of a database’s own full-text limiter, and near it at best', () => {
  const held: LimiterTest = { kind: 'facet', facet: 'holding', allowed: ['open', 'held'] };
  const free: LimiterTest = { kind: 'facet', facet: 'access', allowed: ['open'] };
  expect(areTwins(held, free)).toBe(true);
  expect(areTwins(held, { kind: 'facet', facet: 'language', allowed: ['en'] })).toBe(false);
  expect(relate(held, free, OCEBM_2011, 0, 0)).toMatchObject({ proxy: true });
});
