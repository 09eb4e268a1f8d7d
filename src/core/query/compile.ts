import { findIndex, type SearchIndex } from './indexes';
import { type Clause, type Combined, QueryError, type Search } from './syntax';
import { normalised, wordPattern, wordsOf } from './text';
import { type Answer, both, either, NO, opposite, UNKNOWN, YES } from './three-valued';

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

/** Masks and anchors taken into patterns over normalised text, in which every word stands between single blanks. */
function patternOf(search: Search): (text: string) => boolean {
  const { relation, term } = search;
  const words = wordsOf(term.text);
  if (words.length === 0)
    throw new QueryError({ message: 'This term has no letters or digits to look for.', from: term.from, to: term.to });
  const patterns = words.map((w) => wordPattern(w, term));
  if (relation === 'all' || relation === 'any') {
    const each = patterns.map((p) => new RegExp(` ${p} `));
    return relation === 'all' ? (text) => each.every((p) => p.test(text)) : (text) => each.some((p) => p.test(text));
  }
  const whole = relation === '==' || relation === 'exact';
  const begins = whole || term.text.trimStart().startsWith('^');
  const ends = whole || /(?<!\\)\^\s*$/.test(term.text);
  const phrase = new RegExp(`${begins ? '^' : ''} ${patterns.join(' ')} ${ends ? '$' : ''}`);
  return (text) => phrase.test(text);
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
  const [x, y] = [a, b].map((s) =>
    wordsOf(s.term.text)
      .map((w) => wordPattern(w, s.term))
      .join(' '),
  );
  const between = `(?: [^ ]+){0,${Math.max(0, distance - 1)}}`;
  const there = new RegExp(` ${x}${between} ${y} `);
  const back = new RegExp(` ${y}${between} ${x} `);
  return matching(index, (text) => there.test(text) || (!ordered && back.test(text)));
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
