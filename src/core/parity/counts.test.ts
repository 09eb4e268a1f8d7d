import { compareRuns, type RunRecord } from './compare-runs';
import { reconcileCounts } from './counts';
import { DEFAULT_PROFILE, limiterProfile, readProfile, writeProfile } from './profile';
import { writeSearchLog } from './search-log';

const NONE = { notExported: '', notInFile: '' };

test.each([
  ['all even', { reported: 402, exported: 402, inFile: 402, parsed: 402, rejected: 0 }, NONE, ['even', 'even', 'even']],
  ['2 not exported, asked', { reported: 402, exported: 400, inFile: 400, parsed: 398, rejected: 2 }, NONE, ['asked', 'even', 'told']],
  [
    '2 not exported, told',
    { reported: 402, exported: 400, inFile: 400, parsed: 400, rejected: 0 },
    { ...NONE, notExported: 'A limit.' },
    ['told', 'even', 'even'],
  ],
  [
    'more in the file than exported',
    { reported: 402, exported: 400, inFile: 401, parsed: 401, rejected: 0 },
    NONE,
    ['asked', 'cannot-be', 'even'],
  ],
  ['more exported than reported', { reported: 10, exported: 11, inFile: null, parsed: 0, rejected: 0 }, NONE, ['cannot-be']],
  ['nobody said what was exported', { reported: 10, exported: null, inFile: 9, parsed: 9, rejected: 0 }, NONE, ['asked', 'even']],
  ['nobody said anything', { reported: null, exported: null, inFile: 9, parsed: 8, rejected: 1 }, NONE, ['told']],
  ['a sum that does not add up', { reported: null, exported: null, inFile: 9, parsed: 8, rejected: 0 }, NONE, ['cannot-be']],
  ['more records than entries', { reported: null, exported: null, inFile: 9, parsed: 11, rejected: -2 }, NONE, ['cannot-be']],
  ['nothing yet', { reported: null, exported: null, inFile: null, parsed: 0, rejected: 0 }, NONE, []],
] as const)('%s', (_, counts, reasons, states) => expect(reconcileCounts(counts, reasons).map((l) => l.state)).toEqual(states));
test('the question names the numbers', () => {
  const [line] = reconcileCounts({ reported: 402, exported: 400, inFile: null, parsed: 0, rejected: 0 }, NONE);
  expect(line!.message).toBe('reported 402, exported 400: 2 not exported. Why?');
});

const record = (no: number, fields: Partial<RunRecord>): RunRecord => ({
  no,
  accession: '',
  doi: '',
  pmid: '',
  title: '',
  content: '',
  ...fields,
});
test('a later run: what is new, gone, changed and the same', () => {
  const before = [
    record(1, { accession: 'A1', content: 'x' }),
    record(2, { accession: 'A2', content: 'x' }),
    record(3, { doi: '10.5555/3', content: 'x' }),
    record(4, { title: 'Light, and sleep.', content: 'x' }),
    record(5, { title: 'Gone' }),
  ];
  const after = [
    record(11, { accession: 'A1', content: 'x' }),
    record(12, { accession: 'A2', content: 'y' }),
    record(13, { accession: 'B9', doi: '10.5555/3', content: 'x' }),
    record(14, { title: 'light and sleep', content: 'x' }),
    record(15, { title: 'Fresh' }),
  ];
  expect(compareRuns(before, after)).toEqual({ fresh: [15], gone: [5], changed: [[2, 12]], same: [11, 13, 14] });
});
test('records are matched one to one', () => {
  expect(compareRuns([record(1, { title: 'Reply' })], [record(2, { title: 'Reply' }), record(3, { title: 'Reply' })]).fresh).toEqual([3]);
});

test('a profile comes back from its file as it was', () => {
  const profile = {
    ...DEFAULT_PROFILE,
    terms: [{ vocabulary: 'own' as const, term: 'Review', sets: { publicationType: ['review-article' as const] } }],
  };
  expect(limiterProfile.parse(profile)).toEqual(profile);
  expect(readProfile(writeProfile('Vellmora', 'VH', profile))).toMatchObject({ name: 'Vellmora', tag: 'VH', profile });
});
test.each([
  ['no JSON', 'TY  - JOUR', /not a profile file/],
  ['another file', '{"a":1}', /not a profile that can be used/],
  ['a value that is none', writeProfile('V', 'VH', { ...DEFAULT_PROFILE, carries: ['smell' as never] }), /profile → carries → 0/],
])('a file that is %s is refused with its place', (_, text, words) => expect(readProfile(text)).toMatch(words));

test('a search log says all that was said, and names what was not', () => {
  const text = writeSearchLog('Knee pads', '2026-09-14', [
    {
      number: 2,
      databases: 'Vellmora + Ostrane',
      platform: 'Vellmora search page',
      searchedOn: '2026-08-29',
      coverageFrom: '1988',
      coverageTo: '',
      defaultFields: '',
      wordVariation: 'plurals',
      strategy: 'night AND\nlight',
      steps: [
        {
          number: 1,
          done: 'night',
          count: 4000,
          limiters: [{ name: 'English', how: 'query' }],
          tabs: [{ name: 'books', count: 12 }],
          removed: ['Peer reviewed'],
        },
      ],
      reported: 402,
      exported: 400,
      inFile: 400,
      parsed: 398,
      rejected: 2,
      reasons: { notExported: 'A limit.', notInFile: '' },
      capped: true,
      sortOrder: 'date',
      ranBy: 'M. Okonjo',
      notes: '',
      updates: 1,
      withdrawn: true,
      withdrawnWhy: 'Wrong day.',
    },
  ]);
  for (const words of [
    'Retrieval 2: Vellmora + Ostrane (withdrawn)',
    'Withdrawn because: Wrong day.',
    'Brings up to date: retrieval 1',
    'Coverage: 1988 to not said',
    'Fields searched by default: not said',
    '  night AND\n  light',
    '1. night — 4,000 [books 12]; limiters: English (by the query); taken off on purpose: Peer reviewed',
    'Reported 402; exported 400; in the files 400 = 398 records + 2 rejected',
    'Not all were exported: A limit.',
    'sorted by: date',
  ])
    expect(text).toContain(words);
});
