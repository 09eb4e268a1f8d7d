import { compileQuery, type SearchText } from './compile';
import { parseQuery } from './parse';
import { QueryError } from './syntax';
import { normalised } from './text';
import { type Answer, both, either, NO, opposite, UNKNOWN, YES } from './three-valued';

// Kleene, Introduction to Metamathematics (1952), section 64: the strong tables, row by row in the order t, f, u.
const [t, f, u] = [YES, NO, UNKNOWN] as const;
test.each([
  [
    'and',
    both,
    [
      [t, f, u],
      [f, f, f],
      [u, f, u],
    ],
  ],
  [
    'or',
    either,
    [
      [t, t, t],
      [t, f, u],
      [t, u, u],
    ],
  ],
] as const)('the table of "%s"', (_, operator, table) => {
  [t, f, u].forEach((a, i) => {
    [t, f, u].forEach((b, j) => {
      expect(operator(a, b)).toBe(table[i]![j]!);
    });
  });
}); // prettier-ignore
test('the table of "not"', () => {
  expect([t, f, u].map(opposite)).toEqual([f, t, u]);
});

const WORK: Record<string, string[]> = {
  title: ['Naps for night crews: a randomised trial'],
  abstract: ['We randomised 48 nurses (São Vito) to a 90-minute nap. Sleep was measured by actigraphy.'],
  heading: ['Shift work schedule', 'Sleep, daytime'],
  container: ['Annals of Rota Planning'],
  author: ['Ibarra Lena', 'Lena Ibarra'],
};
const of = (fields: Record<string, string[]>, years: readonly [number, number] | null = [2021, 2021]): SearchText => ({
  texts: (field) => fields[field]?.map(normalised) ?? null,
  years: () => years,
});
const ask = (query: string, text = of(WORK)): Answer => compileQuery(parseQuery(query))(text);

// The operators and their equal weight from left to right: CQL 1.2 (Library of Congress), from memory.
test.each([
  ['nap', 2, 'nothing but a term looks in title, abstract and headings'],
  ['naps', 2, 'in the title'],
  ['actigraphy and trial', 2, 'both'],
  ['Actigraphy AND Trial', 2, 'operators and words in any case'],
  ['lens or trial', 2, 'either'],
  ['lens and trial', 0, 'one is missing'],
  ['trial not nurses', 0, 'not is and not'],
  ['trial not lens', 2, 'the other way round'],
  ['lens and lens or trial', 2, 'left to right: (lens and lens) or trial'],
  ['trial or lens and lens', 0, 'left to right: (trial or lens) and lens'],
  ['trial or (lens and lens)', 2, 'brackets change that'],
  ['"night crews"', 2, 'a phrase'],
  ['"crews night"', 0, 'a phrase keeps its order'],
  ['title = "night crews"', 2, 'an index'],
  ['title = nurses', 0, 'not in that index'],
  ['dc.title any "lens crews"', 2, 'any of the words, by the name of Dublin Core'],
  ['title all "crews trial"', 2, 'all of the words'],
  ['title all "crews lens"', 0, 'not all'],
  ['title adj "randomised trial"', 2, 'next to each other'],
  ['title == "naps for night crews a randomised trial"', 2, 'the whole field'],
  ['title == "randomised trial"', 0, 'part of a field is not the whole'],
  ['heading exact "shift work schedule"', 2, 'a heading as a whole'],
  ['title = "^naps"', 2, 'anchored at its beginning'],
  ['title = "^trial"', 0, 'does not begin so'],
  ['title = "trial^"', 2, 'anchored at its end'],
  ['random*', 2, 'truncated'],
  ['*domised', 2, 'truncated on the left'],
  ['n?p', 2, 'one character masked'],
  ['n?s', 0, 'one, not two'],
  ['"sao vito"', 2, 'without its accent'],
  ['title <> lens', 2, 'does not have it'],
  ['naps prox/distance<=3 crews', 2, 'near'],
  ['naps prox/distance<=2 crews', 0, 'not that near'],
  ['crews prox/distance<=3 naps', 2, 'in either order'],
  ['crews prox/distance<=3/ordered naps', 0, 'in this order only'],
  ['year >= 2020', 2, 'years compare'],
  ['year < 2021', 0, 'before'],
  ['year within "2019 2021"', 2, 'from one to another'],
  ['author = ibarra and journal = rota', 2, 'author and journal'],
  ['cql.allRecords = 1', 2, 'every work'],
] as const)('%s: %i, %s', (query, answer, _why) => {
  expect(ask(query)).toBe(answer);
});

test.each([
  ['no abstract: a word that is nowhere else may be there', 'actigraphy', { title: WORK.title! }, UNKNOWN],
  ['no abstract: what the title has is enough', 'naps', { title: WORK.title! }, YES],
  ['no headings: not in them cannot be told', 'heading <> lens', { title: WORK.title! }, UNKNOWN],
  ["can't tell or yes", 'actigraphy or naps', { title: WORK.title! }, YES],
  ["can't tell and no", 'actigraphy and title = lens', { title: WORK.title! }, NO],
] as const)('%s', (_, query, fields, answer) => {
  expect(ask(query, of(fields as Record<string, string[]>))).toBe(answer);
}); // prettier-ignore
test('a year that is not exact straddles', () => {
  expect(ask('year >= 2020', of({}, [2019, 2021]))).toBe(UNKNOWN);
  expect(ask('year >= 2020', of({}, null))).toBe(UNKNOWN);
});

test.each([
  ['', 0, 'The query is empty.'],
  ['trial and', 9, 'A term is missing at the end.'],
  ['and trial', 0, 'A term is missing before "and". Put it in quotation marks to search for the word.'],
  ['(trial or nap', 0, 'This bracket is not closed.'],
  ['trial)', 5, 'This bracket was not opened.'],
  ['title = "night', 8, 'This quotation mark is not closed.'],
  ['colour = red', 0, 'There is no index "colour".'],
  ['title > 3', 0, '">" compares numbers: it can be asked of the year only.'],
  ['trial nap', 6, 'Nothing was expected here; an operator (and, or, not) is missing before it.'],
  ['year = soon', 7, 'Give one year, as in year >= 2010.'],
  ['*', 0, 'A mask needs a letter or digit beside it: alone it would find everything.'],
  ['trial sortby year', 6, '"sortby" orders results; here a query only chooses works.'],
  ['title =/fuzzy trial', 7, 'The modifier "/fuzzy" is not known here.'],
  ['trial and/slow nap', 9, '"and" takes no modifiers here.'],
])('%s fails at %i', (query, from, message) => {
  let problem: unknown;
  try {
    compileQuery(parseQuery(query));
  } catch (error) {
    problem = error instanceof QueryError ? { from: error.problem.from, message: error.problem.message } : error;
  }
  expect(problem).toEqual({ from, message });
});
test('thousands of brackets are refused, not followed', () => {
  expect(() => parseQuery('('.repeat(3000))).toThrow('Too many brackets');
});
