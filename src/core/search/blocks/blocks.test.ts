import fc from 'fast-check';
import { compileQuery, normalised, parseQuery, YES } from '@/core/query';
import {
  blockQuery,
  checkSheet,
  type QueryDialect,
  queryOf,
  readLines,
  readTermLine,
  type SheetBlock,
  type SheetTerm,
  sheet,
  type TERM_FIELDS,
  termQuery,
  writeTermLine,
} from '.';

/** Our own reader of queries has these indexes: what is built can be run on texts. */
const OURS: QueryDialect = {
  indexes: {
    ...{ anywhere: ['any'], title: ['title'], abstract: ['abstract'], 'title-abstract': ['title', 'abstract'] },
    ...{ heading: ['heading'], author: ['author'], journal: ['journal'] },
  },
  truncates: true,
  nearness: true,
};
const words = (text: string, field: (typeof TERM_FIELDS)[number] = 'title'): SheetTerm => ({ kind: 'words', text, field });
const block = (name: string, terms: SheetTerm[], want: SheetBlock['want'] = 'in'): SheetBlock => ({ name, want, terms, note: '' });

test('a sheet comes to one query: or within blocks, and between them, not for what is kept out', () => {
  const blocks = [
    block('Light', [words('bright light'), words('lamp*', 'title-abstract')]),
    block('Nights', [{ kind: 'near', text: 'night', other: 'work*', distance: 3, field: 'title' }]),
    block('Children', [words('child*', 'anywhere')], 'out'),
    block('Nothing yet', []),
  ];
  expect(queryOf({ blocks }, OURS)).toEqual({
    query:
      '(title = "bright light" or (title = "lamp*" or abstract = "lamp*")) and ' +
      '((title = "night" prox/unit=word/distance<=3 title = "work*")) not (any = "child*")',
    notAsked: [],
  });
});

test('nothing is asked for where only something is to be kept out', () => {
  expect(queryOf({ blocks: [block('Children', [words('child')], 'out')] }, OURS).query).toBe('');
});

test('a heading: alone, with what stands below it, as a main topic, with an aspect', () => {
  const heading = (more: object): SheetTerm => ({ kind: 'heading', text: 'Lamps', narrower: false, main: false, aspect: '', ...more });
  const dialect: QueryDialect = { ...OURS, narrower: (name) => (name === 'Lamps' ? ['Desk lamps', 'Lamps'] : []), mainHeadings: 'main' };
  expect(termQuery(heading({}), dialect)).toBe('heading == "Lamps"');
  expect(termQuery(heading({ narrower: true }), dialect)).toBe('(heading == "Lamps" or heading == "Desk lamps")');
  expect(termQuery(heading({ main: true, aspect: 'safety' }), dialect)).toBe('main == "Lamps/safety"');
  expect(queryOf({ blocks: [block('L', [heading({ main: true })])] }, OURS).notAsked).toMatchObject([
    { why: 'no-main-topic', left: 'wider' },
  ]);
});

test('what a database cannot be asked is said, and what it is asked instead', () => {
  const plain: QueryDialect = { indexes: { title: ['t'] }, truncates: false, nearness: false };
  const blocks = [
    block('A', [words('lamp*'), words('lamp', 'abstract'), { kind: 'near', text: 'a', other: 'b', distance: 2, field: 'title' }]),
  ];
  const { query, notAsked } = queryOf({ blocks }, plain);
  expect(query).toBe('((t = "a" and t = "b"))');
  expect(notAsked.map((n) => [n.block, n.why, n.left])).toEqual([
    ['A', 'no-truncation', 'out'],
    ['A', 'no-field', 'out'],
    ['A', 'no-nearness', 'wider'],
  ]);
});

test('marks of the language in a term are only letters: nothing in a title becomes a command', () => {
  for (const text of ['a" or all = "', 'c:\\x', 'who?', '^start', '* alone', 'mid*dle', '***']) {
    const query = termQuery(words(text), OURS);
    expect(parseQuery(query)).toMatchObject({ kind: 'search', index: 'title', relation: '=' });
  }
  expect(termQuery(words('lamp* mid*dle *'), OURS)).toBe('title = "lamp* mid\\*dle \\*"');
});

/** Texts and terms of few letters, so that they often meet. */
const word = fc.constantFrom('lamp', 'lamps', 'night', 'nights', 'work', 'sleep');
const phrase = fc.array(word, { minLength: 1, maxLength: 2 }).map((w) => w.join(' '));
const term = fc.oneof(
  fc.record({
    kind: fc.constant('words' as const),
    text: fc.oneof(
      phrase,
      phrase.map((p) => `${p}*`),
    ),
    field: fc.constantFrom('title' as const, 'abstract' as const, 'title-abstract' as const),
  }),
  fc.record({
    kind: fc.constant('near' as const),
    text: word,
    other: word,
    distance: fc.integer({ min: 1, max: 4 }),
    field: fc.constant('title' as const),
  }),
);
const text = fc.array(word, { maxLength: 8 }).map((w) => w.join(' '));

test('what is found is what the sheet says, worked out another way', () => {
  const blocks = fc.array(fc.tuple(fc.array(term, { minLength: 1, maxLength: 3 }), fc.boolean()), { minLength: 1, maxLength: 3 });
  fc.assert(
    fc.property(blocks, text, text, (made, title, abstract) => {
      const all = made.map(([terms, out], i) => block(`B${i}`, terms, out && i > 0 ? 'out' : 'in'));
      const { query, notAsked } = queryOf({ blocks: all }, OURS);
      const found = compileQuery(parseQuery(query))({
        texts: (index) => (index === 'title' ? [normalised(title)] : index === 'abstract' ? [normalised(abstract)] : []),
        years: () => null,
      });
      const expected = all.every((b) => b.terms.some((t) => holds(t, title, abstract)) === (b.want === 'in'));
      expect([found === YES, notAsked]).toEqual([expected, []]);
    }),
    { numRuns: 500 },
  );
});

function holds(term: SheetTerm, title: string, abstract: string): boolean {
  if (term.kind === 'heading') return false;
  const texts = { title: [title], abstract: [abstract], 'title-abstract': [title, abstract] }[term.field as 'title']!;
  const matches = (pattern: string, word: string) => (pattern.endsWith('*') ? word.startsWith(pattern.slice(0, -1)) : pattern === word);
  const places = (said: string[], pattern: string) => said.flatMap((w, i) => (matches(pattern, w) ? [i] : []));
  return texts.some((t) => {
    const said = t.split(' ').filter(Boolean);
    if (term.kind === 'near')
      return places(said, term.text).some((a) => places(said, term.other).some((b) => a !== b && Math.abs(a - b) <= term.distance));
    const asked = term.text.split(' ');
    return said.some((_, i) => asked.every((pattern, k) => said[i + k] !== undefined && matches(pattern, said[i + k]!)));
  });
}

test('a block alone is what it is in the whole; a sheet is read as it was written', () => {
  const one = block('Light', [words('lamp')]);
  expect(blockQuery(one, OURS)).toBe('(title = "lamp")');
  const whole = { form: 1 as const, blocks: [one], note: 'First try.', few: 50, many: 2000 };
  expect(sheet.parse(JSON.parse(JSON.stringify(whole)))).toEqual(whole);
  expect(sheet.safeParse({ ...whole, form: 2 }).success).toBe(false);
  expect(sheet.safeParse({ ...whole, blocks: [{ ...one, terms: [words(' ')] }] }).success).toBe(false);
});

test('a term is one line of text, and is read back from it', () => {
  const terms: SheetTerm[] = [
    { kind: 'words', text: 'night shift*', field: 'title-abstract' },
    { kind: 'words', text: 'lamp', field: 'title' },
    { kind: 'words', text: 'Falk', field: 'author' },
    { kind: 'near', text: 'light', other: 'eyes', distance: 3, field: 'abstract' },
    { kind: 'heading', text: 'Night Work', narrower: true, main: false, aspect: '' },
    { kind: 'heading', text: 'Sleep', narrower: false, main: true, aspect: 'drug effects' },
  ];
  expect(readLines(terms.map(writeTermLine).join('\n\n'))).toEqual({ terms, at: [0, 2, 4, 6, 8, 10] });
  expect(writeTermLine(terms[4]!)).toBe('heading and below: Night Work');
  // A colon that stands behind no name of a field is a sign like any other.
  expect(readTermLine('2:1 ratio')).toMatchObject({ kind: 'words', text: '2:1 ratio' });
  expect(readTermLine('  title:  ')).toBeNull();
});

test.each([
  ['light AND lamp', 'operator-inside'],
  ['(light', 'brackets'],
  ['light)', 'brackets'],
  ['the "lamp', 'quotes'],
  ['li*', 'short-truncation'],
  ['li*ght', 'truncated-in-the-middle'],
  ['light*', null],
  ['salt and light', null],
])('%s: %s', (text, code) => {
  const block = { name: 'A', want: 'in' as const, note: '', terms: [{ kind: 'words' as const, text, field: 'title' as const }] };
  expect(checkSheet({ blocks: [block] }).map((p) => p.code)).toEqual(code ? [code] : []);
});

test('the same term twice in a part is told, in two parts it is not', () => {
  const term = { kind: 'words' as const, text: 'Lamp', field: 'title' as const };
  const block = { name: 'A', want: 'in' as const, note: '', terms: [term, { ...term, text: 'lamp' }] };
  expect(checkSheet({ blocks: [block] })).toEqual([{ block: 0, term: 1, code: 'twice', words: 'The same as line 1 of this part.' }]);
  expect(
    checkSheet({
      blocks: [
        { ...block, terms: [term] },
        { ...block, terms: [term] },
      ],
    }),
  ).toEqual([]);
});
