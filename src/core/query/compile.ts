import { findIndex, type SearchIndex } from './indexes';
import { type Clause, type Combined, QueryError, type Search } from './syntax';
import { normalised } from './text';
import { type Answer, both, either, NO, opposite, UNKNOWN, YES } from './three-valued';
import { mayHold, placesOf, standsAt, type WordTest, wordsOfText, wordTests } from './words';

/** What a query is asked of: per index, what each of a work's records holds; null where a record says nothing. */
export interface SearchText {
  /** Normalised by `normalised`. */
  texts(index: string): readonly string[] | null;
  /** From and to, where a date is not exact. */
  years(): readonly [number, number] | null;
}

export type Test = (of: SearchText) => Answer;

/**
 * A test of works, made from a query. Kleene's three values: where a field is missing and the words stand nowhere else,
 * nobody can tell.
 * @throws QueryError for an index or relation that cannot be asked
 */
export function compileQuery(clause: Clause): Test {
  return clause.kind === 'search' ? compileSearch(clause) : compileCombined(clause);
}

function compileCombined(clause: Combined): Test {
  if (clause.operator === 'prox') return compileProximity(clause);
  const [left, right] = [compileQuery(clause.left), compileQuery(clause.right)];
  if (clause.operator === 'or') return (of) => either(left(of), right(of));
  if (clause.operator === 'and') return (of) => both(left(of), right(of));
  return (of) => both(left(of), opposite(right(of)));
}

function compileSearch(search: Search): Test {
  const index = indexOf(search);
  if (index.kind === 'all') return () => YES;
  if (index.kind === 'year') return compileYear(search);
  if (
    search.relation === '<' ||
    search.relation === '<=' ||
    search.relation === '>' ||
    search.relation === '>=' ||
    search.relation === 'within'
  )
    throw new QueryError({
      message: `"${search.relation}" compares numbers: it can be asked of the year only.`,
      from: search.from,
      to: search.to,
    });
  const pattern = patternOf(search);
  const test = matching(index, pattern);
  return search.relation === '<>' ? (of) => opposite(test(of)) : test;
}

function indexOf(search: Search): SearchIndex {
  const index = findIndex(search.index);
  if (!index) throw new QueryError({ message: `There is no index "${search.index}".`, ...search.indexSpan });
  return index;
}

/** Yes where any field matches; no only where all fields are there and none does. */
function matching(index: SearchIndex, matches: (text: string) => boolean): Test {
  return (of) => {
    let complete = true;
    for (const field of index.fields) {
      const texts = of.texts(field);
      if (texts === null) complete = false;
      else for (const text of texts) if (matches(text)) return YES;
    }
    return complete ? NO : UNKNOWN;
  };
}

/** How a term is looked for in normalised text, in which every word stands between single blanks. */
function patternOf(search: Search): (text: string) => boolean {
  const { relation, term } = search;
  const tests = wordTests(term);
  if (relation === 'all' || relation === 'any') {
    const each = tests.map((t) => phraseTest([t], false, false));
    return relation === 'all' ? (text) => each.every((found) => found(text)) : (text) => each.some((found) => found(text));
  }
  const whole = relation === '==' || relation === 'exact';
  const begins = whole || term.text.trimStart().startsWith('^');
  const ends = whole || /(?<!\\)\^\s*$/.test(term.text);
  return phraseTest(tests, begins, ends);
}

/** Whether the words stand one after another in a text, at its beginning or end where that is asked. */
function phraseTest(tests: readonly WordTest[], begins: boolean, ends: boolean): (text: string) => boolean {
  const likely = mayHold(tests);
  // Without masks, what is looked for stands in the text as it is.
  if (!begins && !ends && tests.every((t) => t.mask === t.head)) return likely;
  return (text) => {
    if (!likely(text)) return false;
    const words = wordsOfText(text);
    if (begins) return standsAt(words, tests, 0) && (!ends || words.length === tests.length);
    if (ends) return standsAt(words, tests, words.length - tests.length);
    return !placesOf(words, tests).next().done;
  };
}

/** Two terms with at most so many words from one to the next. */
function compileProximity({ left, right, distance, ordered, from, to }: Combined): Test {
  const sides = [left, right] as const;
  if (sides[0].kind !== 'search' || sides[1].kind !== 'search')
    throw new QueryError({ message: '"prox" joins two plain terms.', from, to });
  const [a, b] = sides as readonly [Search, Search];
  if (a.index !== b.index) throw new QueryError({ message: '"prox" needs both terms in the same index.', from, to });
  const index = indexOf(a);
  if (index.kind !== 'text') throw new QueryError({ message: '"prox" can be asked of text only.', from, to });
  const [x, y] = [wordTests(a.term), wordTests(b.term)];
  const [mayX, mayY] = [mayHold(x), mayHold(y)];
  return matching(index, (text) => {
    if (!mayX(text) || !mayY(text)) return false;
    const words = wordsOfText(text);
    return isNear(words, x, y, distance) || (!ordered && isNear(words, y, x, distance));
  });
}

/** Whether the second phrase begins at most so many words after the first ends, in that order. */
function isNear(words: readonly string[], first: readonly WordTest[], second: readonly WordTest[], distance: number): boolean {
  const seconds = [...placesOf(words, second)];
  let next = 0;
  for (const at of placesOf(words, first)) {
    const after = at + first.length;
    while (next < seconds.length && seconds[next]! < after) next++;
    if (next === seconds.length) return false;
    if (seconds[next]! - after < Math.max(1, distance)) return true;
  }
  return false;
}

function compileYear({ relation, term, from, to }: Search): Test {
  const numbers = [...normalised(term.text).matchAll(/\d+/g)].map((m) => Number(m[0]));
  if (!/^[\s\d-]*$/.test(term.text) || numbers.length !== (relation === 'within' ? 2 : 1))
    throw new QueryError({
      message: relation === 'within' ? 'Give two years, as in year within "2010 2020".' : 'Give one year, as in year >= 2010.',
      from: term.from,
      to: term.to,
    });
  const [low, high] = boundsOf(relation, numbers);
  if (low === null) throw new QueryError({ message: `"${relation}" cannot be asked of a year.`, from, to });
  const test: Test = (of) => {
    const years = of.years();
    if (years === null) return UNKNOWN;
    if (years[0] >= low && years[1] <= high) return YES;
    return years[1] < low || years[0] > high ? NO : UNKNOWN;
  };
  return relation === '<>' ? (of) => opposite(test(of)) : test;
}

function boundsOf(relation: Search['relation'], [first, second]: readonly number[]): [number, number] | [null, null] {
  const year = first!;
  switch (relation) {
    case '=':
    case '==':
    case '<>':
    case 'exact':
      return [year, year];
    case '<':
      return [-Infinity, year - 1];
    case '<=':
      return [-Infinity, year];
    case '>':
      return [year + 1, Infinity];
    case '>=':
      return [year, Infinity];
    case 'within':
      return [Math.min(year, second!), Math.max(year, second!)];
    default:
      return [null, null];
  }
}
