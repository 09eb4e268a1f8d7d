import type { Columns } from './columns';
import { evidenceOf, type Limiter, type SieveContext, verdictsOf } from './limiter';

/**
 * The works on which a limiter's verdict hangs on what is likely by their text: without it the limiter would say otherwise.
 * @returns one byte a work, in the order of the columns; null for a limiter that is off or does not rest on what is likely
 * @throws RangeError as `verdictsOf` does
 */
export function byLikely(limiter: Limiter, columns: Columns, context: SieveContext): Uint8Array | null {
  if (!limiter.on || evidenceOf(limiter) !== 'likely') return null;
  const verdicts = verdictsOf(limiter, columns, context).slice();
  const without = verdictsOf({ ...limiter, evidence: 'stated-and-inferred' }, columns, context);
  for (let i = 0; i < verdicts.length; i++) verdicts[i] = +(verdicts[i] !== without[i]);
  return verdicts;
}
