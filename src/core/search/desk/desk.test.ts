import fc from 'fast-check';
import { isoToDay } from '@/core/record';
import type { Limiter } from '@/core/sieve';
import { EMPTY_SHEET, type QueryDialect, type Sheet, type SheetTerm } from '../blocks';
import type { Explained } from '../sru';
import {
  adviceFor,
  complementOf,
  type DeskLine,
  type DoorLimit,
  findingsOf,
  handLines,
  isWithout,
  linesOf,
  type Measured,
  notOnSheet,
  otherQuery,
  prismaS,
  settingsOf,
  tellingWords,
  writeAppendix,
} from '.';

const words = (text: string): SheetTerm => ({ kind: 'words', text, field: 'title' });
const SHEET: Sheet = {
  ...EMPTY_SHEET,
  blocks: [
    { name: 'Who', want: 'in', note: '', terms: [words('nights'), words('night shift')] },
    { name: 'Light', want: 'in', note: '', terms: [words('lamp')] },
    { name: 'Animals', want: 'out', note: '', terms: [words('hens')] },
  ],
};
const DIALECT: QueryDialect = { indexes: { title: ['dc.title'] }, truncates: true, nearness: false };
const limiter = (id: string, test: Limiter['test'], more: Partial<Limiter> = {}): Limiter => ({
  ...{ id, name: id, test, evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: '', on: true, ...more },
});
const RECENT = limiter('recent', { kind: 'recency', date: 'earliest', window: { count: 'calendar-years', years: 10 } });
const REFEREED = limiter('refereed', { kind: 'coded', axis: 'peerReview', allowed: ['refereed'] });
const YEARS: DoorLimit = { axis: 'date', name: 'Years', how: 'query', clause: 'dc.date within "{from} {to}"' };
const AS_OF = isoToDay('2026-09-14');

test('lines: each part, all together, then what of the sieve can be set there, each on top of those before', () => {
  const off = limiter('off', REFEREED.test, { on: false });
  const lines = linesOf(SHEET, DIALECT, [YEARS], [REFEREED, off, RECENT], AS_OF);
  expect(lines.map((l) => l.key)).toEqual(['block 1', 'block 2', 'block 3', 'question', 'limiter refereed', 'limiter recent']);
  expect(lines[3]!.query).toBe('(dc.title = "nights" or dc.title = "night shift") and (dc.title = "lamp") not (dc.title = "hens")');
  expect(lines[4]).toMatchObject({ left: 'There is nothing to limit by peer review there: it is done here.', clause: '' });
  expect(lines[5]).toMatchObject({
    query: `(${lines[3]!.query}) and dc.date within "2016 9999"`,
    years: { from: 2016, to: 9999 },
    left: '',
  });
  expect(complementOf(lines[5]!)).toBe(`(${lines[3]!.query}) not dc.date within "2016 9999"`);
  // What a person wrote stands in the place of the sheet's, and limiters go on top of it.
  expect(linesOf(SHEET, DIALECT, [YEARS], [RECENT], AS_OF, 'cat')[4]!.query).toBe('(cat) and dc.date within "2016 9999"');
});

test('queries are the same however they are spaced, cased and bracketed; what is lost and added is named', () => {
  expect(otherQuery('(a = "x") and b = "y"', 'A = "X"   AND (b = "y")')).toBeNull();
  expect(otherQuery('a = x and b = y', 'a = x')).toEqual({ lost: ['b = y'], added: [] });
  expect(otherQuery('a = brigth', 'a = bright')).toEqual({ lost: ['a = brigth'], added: ['a = bright'] });
  expect(otherQuery('a = x', '')).toBeNull();
  expect(isWithout('b within "1 2"', '(a = x) and b within "1 2"')).toBe(false);
  expect(isWithout('b within "1 2"', 'a = x')).toBe(true);
});

const line = (more: Partial<DeskLine> = {}): DeskLine => ({
  ...{ key: 'limiter recent', kind: 'limiter', label: 'Since 2016', query: '(a = x) and d within "2016 9999"', before: 'a = x' },
  ...{ clause: 'd within "2016 9999"', limit: YEARS, years: { from: 2016, to: 9999 }, left: '', notAsked: [], ...more },
});
const measured = (more: Partial<Measured> = {}): Measured => ({
  ...{ total: 40, inexact: false, ran: '', counts: [], suggested: '', complement: 60, years: [], tries: 1, ms: 20, ...more },
});
const codes = (more: Partial<Measured>, before: number | null = 100) => findingsOf(line(), measured(more), before).map((f) => f.code);

test.each<[string, Partial<Measured>, number | null, string[]]>([
  ['all adds up', {}, 100, []],
  ['the echo is what was asked', { ran: '(a = x) AND d within "2016 9999"' }, 100, []],
  ['the limiter is gone from what was run', { ran: 'a = x' }, 100, ['limiter-lost']],
  ['another word was run', { ran: '(a = y) and d within "2016 9999"' }, 100, ['another-query']],
  ['the query that it suggests has lost the limiter', { suggested: 'a = y' }, 100, ['suggestion-loses']],
  ['the query that it suggests keeps it', { suggested: '(a = y) and d within "2016 9999"' }, 100, ['another-query']],
  ['some answer neither', { complement: 50 }, 100, ['lacks-field']],
  ['nothing was removed, though it should', { total: 100, complement: 30 }, 100, ['limiter-lost']],
  ['nothing was removed, and nothing should', { total: 100, complement: 0 }, 100, ['nothing-removed']],
  ['more than before', { total: 120, complement: 0 }, 100, ['more-than-before']],
  [
    'kinds add up to more',
    {
      counts: [
        {
          index: 'kind',
          label: 'kind',
          terms: [
            { term: 'article', count: 40 },
            { term: 'book', count: 3 },
          ],
        },
      ],
    },
    100,
    ['not-all-counted'],
  ],
  ['kinds add up', { counts: [{ index: 'kind', label: 'kind', terms: [{ term: 'article', count: 40 }] }] }, 100, []],
  [
    'years are its own',
    {
      years: [
        { asked: 2016, printed: 2015 },
        { asked: 2016, printed: 2016 },
      ],
    },
    100,
    ['years-otherwise'],
  ],
  ['years that are not printed say nothing', { years: [{ asked: 2016, printed: null }] }, 100, []],
  ['an estimate', { inexact: true }, 100, ['inexact']],
  ['asked twice', { tries: 2 }, 100, ['slow']],
  ['the line before was not answered', { complement: 10 }, null, []],
])('%s', (_what, more, before, expected) => {
  expect(codes(more, before)).toEqual(expected);
});

test('whatever is counted, what answers neither is never less than nothing, and no sound server is blamed', () => {
  fc.assert(
    fc.property(fc.nat(10_000), fc.nat(10_000), fc.nat(500), (a, b, missing) => {
      const found = findingsOf(line(), measured({ total: a, complement: b }), a + b + missing);
      const lacks = found.find((f) => f.code === 'lacks-field');
      expect(lacks?.n ?? 0).toBe(missing);
    }),
  );
});

test('too few: limiters are loosened before parts of the question; too many: what cuts least is named first', () => {
  const without = [
    { name: 'Who', kind: 'block' as const, total: 900 },
    { name: 'Since 2016', kind: 'limiter' as const, total: 80 },
    { name: 'Refereed', kind: 'limiter' as const, total: 12 },
  ];
  expect(adviceFor(10, 50, 500, [], without).map((a) => a.gives)).toEqual([80, 12, 900]);
  expect(adviceFor(100, 50, 500, [], without)).toEqual([]);
  const many = adviceFor(800, 50, 500, [line({ left: 'It is done here.', label: 'Evidence' })], without);
  expect(many.map((a) => [a.want, a.gives])).toEqual([
    ['fewer', 900],
    ['fewer', null],
  ]);
  expect(many[1]!.words).toContain('“Evidence”');
});

test('words that tell: those of one side first, and none that the sheet finds already', () => {
  const on = ['Bright light for nights', 'Bright lamps and crews', 'Light boxes and bright mornings'];
  const off = ['Hens and lamps', 'Glasshouse lamps'];
  const found = tellingWords(on, off);
  expect(found[0]).toEqual({ word: 'bright', n: 3, others: 0 });
  expect(found.some((w) => w.word === 'lamps')).toBe(false);
  const own: Sheet = { ...SHEET, blocks: [{ name: 'L', want: 'in', note: '', terms: [words('bright*')] }] };
  expect(notOnSheet(found, own).some((w) => w.word.startsWith('bright'))).toBe(false);
});

test('numbered lines for a search by hand', () => {
  expect(handLines(SHEET)).toEqual([
    { number: 1, words: '(“nights” OR “night shift”) in the title' },
    { number: 2, words: '“lamp” in the title' },
    { number: 3, words: '“hens” in the title' },
    { number: 4, words: '1 AND 2 NOT 3' },
  ]);
  expect(handLines({ blocks: [SHEET.blocks[0]!] })).toHaveLength(1);
});

const index = (name: string, title: string, more: object = {}) => ({
  name,
  title,
  also: [],
  search: true,
  scan: true,
  sort: false,
  ...more,
});
const explained = (more: Partial<Explained>): Explained => ({
  ...{
    title: 'D',
    description: '',
    indexes: [],
    schemas: [],
    defaults: {},
    settings: {},
    supports: {},
    mostRecords: null,
    diagnostics: [],
    ...more,
  },
});

test('what can be asked is read from what a server says of itself, and what it does not say is not made up', () => {
  const said = settingsOf(
    explained({
      indexes: [
        index('dc.title', 'Title'),
        index('x.ab', 'Abstract'),
        index('dc.date', 'Year'),
        index('x.peer', 'Peer-reviewed titles'),
        index('dc.creator', 'Author', { search: false }),
      ],
      supports: { maskingCharacter: ['none'], booleanOperator: ['prox'] },
    }),
  );
  expect(said.indexes).toEqual({
    title: ['dc.title'],
    abstract: ['x.ab'],
    'title-abstract': ['dc.title', 'x.ab'],
    anywhere: ['cql.serverChoice'],
  });
  expect(said).toMatchObject({ truncates: false, nearness: true, mainHeadings: '' });
  expect(said.limits.map((l) => [l.axis, l.clause])).toEqual([
    ['peerReview', 'x.peer = "1"'],
    ['date', 'dc.date within "{from} {to}"'],
  ]);
  expect(settingsOf(explained({})).indexes).toEqual({ anywhere: ['cql.serverChoice'], 'title-abstract': ['cql.serverChoice'] });
});

test('the appendix names every line with its count, and every item says what is known or what is missing', () => {
  const facts = {
    searches: [
      {
        ...{ database: 'Vellmora', platform: 'SRU 1.2', day: '2026-09-14', person: 'M. Okonjo', sheetNumber: 2, byHand: false },
        lines: [
          { label: 'Who', query: 'a = x', total: 1234, set: '', notes: [] },
          { label: 'Since 2016', query: 'b', total: null, set: 'Years', notes: ['It counts its own way.'] },
        ],
      },
    ],
    elsewhere: [{ database: 'Quayside', day: '', strategy: 'mills' }],
    readings: [],
    saved: [],
    otherwise: [
      { way: 'person' as const, place: 'A keeper', n: 2 },
      { way: 'citation' as const, place: '', n: 3 },
    ],
    ...{ rounds: 1, records: 20, works: 15 },
  };
  const items = prismaS(facts);
  expect(items.map((i) => i.number)).toEqual(Array.from({ length: 16 }, (_, i) => i + 1));
  for (const i of items) expect((i.said === '') !== (i.missing === '')).toBe(true);
  expect(items[8]!.said).toBe('Vellmora: Years');
  expect(items[4]!.said).toBe('one round from the kept works; 3 sources taken in');
  expect(items[5]!.said).toBe('A keeper (2)');
  expect(items[6]!.missing).toMatch(/what else was done/);
  expect(items[13]!.missing).toMatch(/Nobody is written down/);
  const text = writeAppendix('Lamps', facts);
  for (const part of [
    '1. Who: 1,234',
    '2. Since 2016: not answered (set there: Years)',
    'Note: It counts its own way.',
    'Quayside, day not said',
  ])
    expect(text).toContain(part);
});
