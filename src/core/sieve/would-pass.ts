import { FLAGS } from '@/core/classify';
import { dayToIso, yearOfDay } from '@/core/record';
import { bitCount, labelsOf, maskOf } from '@/core/vocabularies';
import { type Columns, NO_DATE } from './columns';
import { axisValues, judge, type Limiter, type SieveContext } from './limiter';
import { type RecencyTest, windowOf } from './limiters/recency';
import { IN, UNKNOWN } from './verdict';
import { FLAG_WORDS, facetWords } from './words';

/**
 * What would have let one work through a limiter that stops it, in words that follow "It would pass ".
 * @param i the work's place in the columns
 */
export function wouldPass(limiter: Limiter, columns: Columns, i: number, context: SieveContext): string {
  const { test, evidence } = limiter;
  const told = judge({ ...limiter, whenUnknown: 'hold' }, columns, context)[i];
  // The limiter itself lets it in: somebody stopped it there.
  if (told === IN) return 'if the word of a person that stops it there were taken back';
  if (told === UNKNOWN) return 'if works of which the limiter cannot tell were held or let through';
  switch (test.kind) {
    case 'coded': {
      const values = axisValues(test.axis, context.scheme);
      const allowed = maskOf(values, test.allowed);
      const mask = columns[evidence === 'stated' ? 'stated' : 'all'][test.axis][i]!;
      if (evidence === 'stated' && (columns.all[test.axis][i]! & ~allowed) === 0)
        return 'if what can be inferred counted, not only what is stated';
      const labels = labelsOf(values, (mask & ~allowed) >>> 0);
      return bitCount(mask) > 4
        ? `if it let in all that the work can be (${labels.length} values)`
        : `if it let in ${labels.join(' and ')}`;
    }
    case 'recency':
      return windowWords(test, columns, i, context.asOf);
    case 'facet': {
      const { values } = columns.facets[test.facet];
      const own = values.filter((_, b) => (columns.facets[test.facet].all[i]! >>> b) & 1);
      return own.length
        ? `if it let in ${own.map((v) => facetWords(test.facet, v)).join(' or ')}`
        : 'if it let in works that have none of its values';
    }
    case 'flags':
      return `if it did not ask about works that are ${test.flags
        .filter((f) => (columns.flags[i]! >>> FLAGS.indexOf(f)) & 1)
        .map((f) => FLAG_WORDS[f])
        .join(' or ')}`;
    case 'query':
      return 'if its query matched the work';
    case 'heading':
      return 'if it asked for a heading that the work has';
    case 'venue':
      return test.keep === 'only' ? 'if where the work stands were in its list' : 'if where the work stands were not in its list';
  }
}

function windowWords(test: RecencyTest, columns: Columns, i: number, asOf: number): string {
  const first = columns.dates[test.date].from[i]!;
  const last = columns.dates[test.date].to[i]!;
  if (first === NO_DATE.from) return 'if a first day of the work were known';
  const { window } = test;
  if (window.count === 'fixed') {
    const { from } = windowOf(window, asOf);
    return first < from ? `if its window began on ${dayToIso(first)} or before` : `if its window ended on ${dayToIso(last)} or later`;
  }
  let years = Math.max(window.years, yearOfDay(asOf) - yearOfDay(first) - 1);
  while (windowOf({ count: window.count, years }, asOf).from > first) years++;
  return `if its window were ${years} years, not ${window.years}`;
}
