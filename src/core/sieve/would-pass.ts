import type { Columns } from './columns';
import { kindOf } from './kinds';
import { evidenceOf, type Limiter, type SieveContext, verdictsOf } from './limiter';
import { IN, UNKNOWN } from './verdict';

/**
 * What would have let one work through a limiter that stops it, in words that follow "It would pass ".
 * @param i the work's place in the columns
 */
export function wouldPass(limiter: Limiter, columns: Columns, i: number, context: SieveContext): string {
  const told = verdictsOf({ ...limiter, whenUnknown: 'hold' }, columns, context)[i];
  // The limiter itself lets it in: somebody stopped it there.
  if (told === IN) return 'if the word of a person that stops it there were taken back';
  if (told === UNKNOWN) return 'if works of which the limiter cannot tell were held or let through';
  return kindOf(limiter.test).wouldPass(limiter.test, evidenceOf(limiter), columns, i, context);
}
