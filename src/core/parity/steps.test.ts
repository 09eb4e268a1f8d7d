import { checkSteps, limitersAtEnd } from './check-steps';
import { readHistory } from './read-history';
import { readCombination, readNarrowing, readWithWords, type SearchStep } from './steps';

const step = (number: number, done: string, count: number | null, ...limiters: string[]): SearchStep => ({
  number,
  done,
  count,
  limiters: limiters.map((name) => ({ name, how: 'control' })),
  tabs: [],
  removed: [],
});
const codes = (...steps: SearchStep[]) => checkSteps(steps).map((f) => `${f.step} ${f.code}`);

test.each([
  ['1 AND 2', { op: 'and', parts: [{ line: 1 }, { line: 2 }] }],
  ['#1 or #2 or #3', { op: 'or', parts: [{ line: 1 }, { line: 2 }, { line: 3 }] }],
  ['(S1 OR S2) AND S3', { op: 'and', parts: [{ op: 'or' }, { line: 3 }] }],
  ['1 OR 2 AND 3', { op: 'or', parts: [{ line: 1 }, { op: 'and' }] }],
  ['4 NOT 5', { op: 'not', parts: [{ line: 4 }, { line: 5 }] }],
])('%s is a combination of lines', (text, tree) => expect(readCombination(text)).toMatchObject(tree));
test.each(['night work AND light', '12', '1 AND', '(1 OR 2', '2016 results', '1 2', ''])('%s is none', (text) =>
  expect(readCombination(text)).toBeNull(),
);
test.each([
  ['5 AND (night* OR shift*)', 5],
  ['(night* OR shift*) AND S5', 5],
  ['#12 and light', 12],
])('%s narrows line %i by words', (text, line) => expect(readWithWords(text)).toEqual({ op: 'and', parts: [{ op: 'line', line }] }));
test.each(['2016 and light', '12 AND older*', '5 and (a) or (b)', 'shift and night'])('%s is words alone', (text) =>
  expect(readWithWords(text)).toBeNull(),
);
test.each([
  ['limit 4 to English; last ten years', { line: 4, by: ['English', 'last ten years'] }],
  ['S3 limited to: (peer reviewed and 2016-2026)', { line: 3, by: ['peer reviewed', '2016-2026'] }],
])('%s narrows a line', (text, expected) => expect(readNarrowing(text)).toEqual(expected));
test('a query about limits narrows no line', () => expect(readNarrowing('speed limit 4 lanes')).toBeNull());

test.each([
  [
    'numbered lines with counts at the end',
    '1. night work*   9,412\n2. bright light   5,230\n3. 1 AND 2   402\n',
    [
      [1, 'night work*', 9412],
      [2, 'bright light', 5230],
      [3, '1 AND 2', 402],
    ],
  ],
  [
    'a table with tabs, the newest first',
    '#\tQuery\tResults\n#3\t#1 AND #2\t402\n#2\tbright light\t5 230\n#1\tnight work\t9.412\n',
    [
      [1, 'night work', 9412],
      [2, 'bright light', 5230],
      [3, '#1 AND #2', 402],
    ],
  ],
  [
    'counts in brackets, a query over two lines',
    'S1 night work OR\n   night shift (9412)\nS2 bright light (5230 results)\n',
    [
      [1, 'night work OR\nnight shift', 9412],
      [2, 'bright light', 5230],
    ],
  ],
  [
    'a line without a count',
    '1. night work\n2. light   20\n',
    [
      [1, 'night work', null],
      [2, 'light', 20],
    ],
  ],
] as [string, string, [number, string, number | null][]][])('reads %s', (_, text, expected) => {
  expect(readHistory(text).steps.map((s) => [s.number, s.done, s.count])).toEqual(expected);
});
test('limiters printed on a line become active limiters', () => {
  const { steps } = readHistory('1. night work  Limiters: Peer reviewed; English  300\n2. limit 1 to 2016-2026  120\n');
  expect(steps.map((s) => s.limiters.map((l) => l.name))).toEqual([['Peer reviewed', 'English'], ['2016-2026']]);
  expect(steps[0]!.done).toBe('night work');
});
test('what is not understood is listed with its line, and nothing is lost', () => {
  expect(readHistory('Dear colleague\n1. night work 12\n').unread).toEqual([{ line: 1, text: 'Dear colleague' }]);
});

test.each([
  ['an AND below its parts', [step(1, 'a', 100), step(2, 'b', 50), step(3, '1 AND 2', 20)], []],
  ['an AND above its smallest part', [step(1, 'a', 100), step(2, 'b', 50), step(3, '1 AND 2', 51)], ['3 and-exceeds']],
  ['an AND of a line and words above the line', [step(1, 'a', 100), step(2, '1 AND (b OR c)', 140)], ['2 and-exceeds']],
  ['an AND of words alone', [step(1, 'a', 100), step(2, 'b AND (c OR d)', 140)], []],
  ['an OR between its bounds', [step(1, 'a', 100), step(2, 'b', 50), step(3, '1 OR 2', 150)], []],
  ['an OR below its largest part', [step(1, 'a', 100), step(2, 'b', 50), step(3, '1 OR 2', 99)], ['3 or-below']],
  ['an OR above the sum', [step(1, 'a', 100), step(2, 'b', 50), step(3, '1 OR 2', 151)], ['3 or-exceeds']],
  ['a NOT above what it takes from', [step(1, 'a', 100), step(2, 'b', 50), step(3, '1 NOT 2', 101)], ['3 not-exceeds']],
  ['brackets', [step(1, 'a', 10), step(2, 'b', 20), step(3, 'c', 5), step(4, '(1 OR 2) AND 3', 6)], ['4 and-exceeds']],
  ['a narrowing that rises', [step(1, 'a', 100), step(2, 'limit 1 to English', 120, 'English')], ['2 narrowing-rose']],
  ['a narrowing that changes nothing', [step(1, 'a', 100), step(2, 'limit 1 to English', 100, 'English')], ['2 narrowing-equal']],
  ['a limiter set on the same search', [step(1, 'a', 100), step(2, 'a', 101, 'English')], ['2 narrowing-rose']],
  ['a line that is not there', [step(1, 'a', 100), step(2, '1 AND 7', 10)], ['2 no-such-line']],
  ['a limiter that vanished between steps', [step(1, 'a', 100, 'English'), step(2, 'a b', 40)], ['2 limiter-vanished']],
  [
    'a limiter that an OR with an unlimited line loses',
    [step(1, 'a', 100), step(2, 'limit 1 to English', 60, 'English'), step(3, '1 OR 2', 100)],
    ['3 limiter-vanished'],
  ],
  ['a limiter that an AND keeps', [step(1, 'a', 100, 'English'), step(2, 'b', 80, 'English'), step(3, '1 AND 2', 40)], []],
  ['counts that nobody gave', [step(1, 'a', null), step(2, 'b', 50), step(3, '1 AND 2', 50)], []],
] as [string, SearchStep[], string[]][])('%s', (_, steps, expected) => expect(codes(...steps)).toEqual(expected));

test('a limiter taken off on purpose is not lost', () => {
  expect(codes(step(1, 'a', 100, 'English'), { ...step(2, 'a b', 40), removed: ['English'] })).toEqual([]);
});
test('counts by tab that do not come to the count', () => {
  const tabs = [
    { name: 'articles', count: 300 },
    { name: 'books', count: 100 },
  ];
  expect(codes({ ...step(1, 'a', 402), tabs })).toEqual(['1 tabs-differ']);
  expect(codes({ ...step(1, 'a', 400), tabs })).toEqual([]);
});
test('the vanished limiter is named in the sentence', () => {
  expect(checkSteps([step(1, 'a', 9, '2016–2026'), step(2, 'b', 8)])[0]!.message).toContain(
    '“2016–2026” was active after line 1 and is gone after line 2',
  );
});

/** Histories as platforms print them, made up: what is read of each, and which limiters it ended with. */
const PRINTED: [string, string, [string, number | null][], string[]][] = [
  [
    'a title over it, limiters on lines that go on from one line',
    `Search history saved 12 March 2026 10:42
#\tQuery\tResults
S1\t(TI night* OR AB night*) AND shift\t4,512
S2\tTI nap* OR AB nap*\t1.208
S3\tS1 AND S2\t88
S4\tS3 Limiters - Peer Reviewed; Date of publication: 20160101-20261231\t61
S5\tS4 Narrow by Language: - English\t57`,
    [
      ['(TI night* OR AB night*) AND shift', 4512],
      ['TI nap* OR AB nap*', 1208],
      ['S1 AND S2', 88],
      ['S3', 61],
      ['S4', 57],
    ],
    ['Peer Reviewed', 'Date of publication: 20160101-20261231', 'Language: English'],
  ],
  [
    'copies taken out after a limiter',
    `1. exp Tides/ (23456)
2. limit 1 to english language (910)
3. remove duplicates from 2 (880)`,
    [
      ['exp Tides/', 23456],
      ['limit 1 to english language', 910],
      ['remove duplicates from 2', 880],
    ],
    ['english language'],
  ],
  [
    'a last column of days',
    'Line\tTerms\tHits\tDate run\n1\tnight work\t2 000\t2026-03-12\n2\tsafety\t5 000\t12 Mar 2026 10:20\n3\t#1 AND #2\t600\t12.03.2026',
    [
      ['night work', 2000],
      ['safety', 5000],
      ['#1 AND #2', 600],
    ],
    [],
  ],
  [
    'no numbers at all',
    'Query: tide mill* AND (history OR archaeology)\nResults: 341\nFilters applied: Refereed; 2000-2026\nResults: 122',
    [
      ['tide mill* AND (history OR archaeology)', 341],
      ['tide mill* AND (history OR archaeology)', 122],
    ],
    ['Refereed', '2000-2026'],
  ],
  [
    'numbers in brackets, a limiter in square ones',
    '(1) tide mill*: 341 results\n(2) archaeolog*: 12 040 results\n(3) (1) AND (2): 77 results\n(4) (3) [Articles only]: 31 results',
    [
      ['tide mill*', 341],
      ['archaeolog*', 12040],
      ['(1) AND (2)', 77],
      ['(3) [Articles only]', 31],
    ],
    ['Articles only'],
  ],
];
test.each(PRINTED)('%s: read whole, nothing wrong, limiters carried along', (_what, text, lines, atEnd) => {
  const { steps, unread } = readHistory(text);
  expect(unread).toEqual([]);
  expect(steps.map((s) => [s.done, s.count])).toEqual(lines);
  expect(checkSteps(steps)).toEqual([]);
  expect(limitersAtEnd(steps)).toEqual(atEnd.map((name) => ({ name, how: 'control', lostAfter: null })));
});
test('a line that goes on from one line cannot have more', () =>
  expect(codes(step(1, 'night work', 20), step(2, 'remove duplicates from 1', 21))).toEqual(['2 narrowing-rose']));
