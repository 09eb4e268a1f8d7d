import type { FactTables, FactWork } from './facts';
import { FACTS, paragraphText } from './facts';
import { type Done, methodsOf } from './methods';

const work = (no: number, rest: Partial<FactWork> = {}): FactWork => ({
  ...{
    no,
    state: 'undecided',
    fate: 'through',
    stops: [],
    holds: [],
    likelyAt: [],
    overridden: [],
    screening: '',
    fullText: '',
    reason: '',
  },
  ...rest,
});
const TABLES: FactTables = {
  records: [1, 1, 2, 3, 4, 5].map((w, i) => ({ no: i + 1, database: i % 2 ? 'VH' : 'QA', work: w })),
  works: [
    work(1, { state: 'kept', screening: 'keep' }),
    work(2, { state: 'excluded', screening: 'exclude', reason: 'population' }),
    work(3, { state: 'stopped', fate: 'stopped', stops: ['refereed', 'recent'] }),
    work(4, { state: 'held', fate: 'held', holds: ['refereed'] }),
    work(5, { overridden: ['recent'] }),
  ],
  leaks: [{ database: 'Database VH', limiter: 'Scholarly only', records: 2 }],
  twoStages: false,
  sample: null,
  known: [],
};
const DONE: Done = {
  question: 'Do knee pads help?',
  asOf: '2026-09-14',
  scheme: '',
  likelyShare: 0.95,
  retrievals: [
    { databases: 'Database VH', tags: ['VH'], platform: '', searchedOn: '2026-09-02', native: ['Scholarly only'] },
    { databases: 'Database QA', tags: ['QA'], platform: 'Lantern', searchedOn: '', native: [] },
  ],
  limiters: [
    {
      id: 'refereed',
      name: 'Refereed',
      words: 'peer review is refereed',
      rationale: 'The protocol asks for it.',
      evidence: 'stated',
      whenUnknown: 'hold',
      exempt: false,
    },
  ],
  sieveVersion: 2,
  exceptions: [],
  leaks: [{ database: 'Database VH', limiter: 'Scholarly only' }],
  stated: [{ databases: 'Database QA', native: 'Since 2016', why: 'It was lost when a suggestion was followed.' }],
  reasons: [
    { code: 'population', text: 'Not tilers' },
    { code: 'outcome', text: 'No pain' },
  ],
  people: ['A. Reader'],
  twoStages: false,
  sample: null,
  knownFrom: [],
};

test('says what was done, with its numbers, and what was not noted', () => {
  const text = methodsOf(DONE, TABLES)
    .map((p) => paragraphText(p.pieces))
    .join('\n');
  expect(text).toContain('Database VH on 2 September 2026 (3 records) and Database QA (Lantern) on a day that was not noted (3 records)');
  expect(text).toContain('6 records were retrieved; after 1 duplicate was joined');
  expect(text).toContain('Refereed (peer review is refereed). Why: the protocol asks for it. Only what is stated was taken');
  expect(text).toContain('It stopped 1 work and held 1. ');
  expect(text).toContain('2 records came through that it should have kept out');
  expect(text).toContain('1 were excluded: 1 for “Not tilers”');
  expect(text).not.toContain('No pain');
  expect(text).toContain('The review is not finished: 2 works are held, undecided or waiting.');
});
test('every number in the text is the answer to a question that the tables answer again', () => {
  const pieces = methodsOf(DONE, TABLES).flatMap((p) => p.pieces);
  const asked = pieces.filter((p) => typeof p !== 'string');
  expect(asked.length).toBeGreaterThan(12);
  for (const { fact, of, n } of asked) expect(FACTS[fact](TABLES, of)).toBe(n);
  // What is left when they are taken out holds no count: only dates, a version and names.
  const words = pieces.filter((p) => typeof p === 'string').join('');
  expect(words.replace(/\d+ (?:September) 2026|version 2|Since 2016/g, '')).not.toMatch(/\d/);
});
test('nothing searched and nothing limited is said as it is', () => {
  const none = methodsOf(
    { ...DONE, retrievals: [], limiters: [], leaks: [] },
    { records: [], works: [], leaks: [], sample: null, known: [], twoStages: false },
  );
  expect(none.map((p) => paragraphText(p.pieces)).join(' ')).toContain('Nothing was searched yet.');
});

test('says what the checks showed, and nothing of checks that were not made', () => {
  expect(methodsOf(DONE, TABLES).map((p) => p.title)).not.toContain('Checks of the limiters');
  const tables: FactTables = {
    ...TABLES,
    sample: {
      design: 'stratified',
      strata: [
        { limiter: 'refereed', size: 40, verdicts: ['keep', 'exclude', 'exclude', 'unsure', ''] },
        { limiter: 'recent', size: 3, verdicts: ['exclude', 'exclude', 'exclude'] },
      ],
    },
    known: [
      { number: 1, work: 1 },
      { number: 2, work: 3 },
      { number: 3, work: null },
    ],
  };
  const done: Done = {
    ...DONE,
    sample: { number: 1, design: 'stratified', seed: 7, sieveVersion: 1 },
    knownFrom: ['an earlier review'],
  };
  const text = methodsOf(done, tables)
    .map((p) => paragraphText(p.pieces))
    .join('\n');
  expect(text).toContain('8 of the 43 works that they had stopped were drawn at random within each limiter');
  expect(text).toContain('(seed 7, version 1 of the sieve, which has changed since to version 2)');
  expect(text).toContain('Of 6 that were judged, 1 would have been kept');
  expect(text).toContain(`at most ${FACTS['sample-at-most'](tables, '')} of all`);
  expect(FACTS['sample-at-most'](tables, 'recent')).toBe(0);
  expect(text).toContain('1 work could not be told');
  expect(text).toContain(
    'Of 3 works known to belong (from an earlier review), the search had found 2, and the limiters stopped 1 of them: 1 by Refereed.',
  );
});

test('two who judged without seeing each other: how often they agreed, and what became of the rest', () => {
  const twice = [
    ...Array.from({ length: 8 }, (_, i) => ({
      work: i + 1,
      stage: 'title-abstract' as const,
      said: ['keep', 'keep'] as const,
      how: 'agreed' as const,
    })),
    ...Array.from({ length: 8 }, (_, i) => ({
      work: i + 20,
      stage: 'title-abstract' as const,
      said: ['exclude', 'exclude'] as const,
      how: 'agreed' as const,
    })),
    ...Array.from({ length: 3 }, (_, i) => ({
      work: i + 40,
      stage: 'title-abstract' as const,
      said: ['keep', 'exclude'] as const,
      how: 'settled' as const,
    })),
    { work: 50, stage: 'title-abstract' as const, said: ['exclude', 'keep'] as const, how: '' as const },
  ];
  const state = 'kept' as const;
  const works = [
    {
      no: 1,
      state,
      fate: 'through' as const,
      stops: [],
      holds: [],
      likelyAt: [],
      overridden: [],
      screening: 'keep' as const,
      fullText: '' as const,
      reason: '',
    },
  ];
  const byTwo = [
    { stage: 'title-abstract' as const, people: ['Bo', 'Cy'], share: 1, differ: 'settle' as const, settledBy: 'third' as const },
  ];
  const empty: FactTables = { records: [], works, leaks: [], sample: null, known: [], twoStages: false, twice };
  const selection = methodsOf({ ...DONE, byTwo }, empty).find((p) => p.title === 'Selection')!;
  const text = paragraphText(selection.pieces);
  // 16 of 20; by chance 0.495 (11 of 20 kept by one, 9 by the other): kappa 0.604 (worked out by hand).
  expect(text).toContain(
    'By title and abstract 20 works were judged by two people (of Bo, Cy), each without seeing what the other said; they said the same of 16 (kappa of keeping or not 0.6). 3 differences were settled by a third person. 1 difference is still to be settled. ',
  );
  expect(paragraphText(methodsOf({ ...DONE, byTwo }, { ...empty, twice: [] }).find((p) => p.title === 'Selection')!.pieces)).not.toContain(
    'two people',
  );
});
