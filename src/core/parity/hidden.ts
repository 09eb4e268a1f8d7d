import { FLAGS } from '@/core/classify';
import { type Columns, OUT, type SieveContext } from '@/core/sieve';
import type { NativeLimiter } from './natives';
import { judgeRecords, type RetrievalInParity } from './parity';

/** Works that a native limiter probably hid: a lower bound, since what no database returned is not seen. */
export interface Hidden {
  /** Works of journals that the database covers, that only others returned, and that are out by the limiter. */
  out: number[];
  /** The same, where the limiter drops records that are not indexed yet. */
  notIndexed: number[];
}

const NOT_INDEXED = 1 << FLAGS.indexOf('not-indexed-yet');

/**
 * What a native limiter of a retrieval hid from it, as far as other retrievals show.
 * @param venueOf key of the journal or book of each work of the review's columns, '' when unknown
 */
export function hiddenBy(
  native: NativeLimiter,
  r: RetrievalInParity,
  all: readonly RetrievalInParity[],
  columns: Columns,
  context: SieveContext,
  venueOf: (work: number) => string,
): Hidden {
  const own = new Set<number>();
  for (const o of all) if (o.databases.some((d) => r.databases.includes(d))) for (const w of o.works) own.add(w);
  const covered = new Set<string>();
  for (const w of own) covered.add(venueOf(w));
  covered.delete('');
  const hidden: Hidden = { out: [], notIndexed: [] };
  if (!native.meaning) return hidden;
  const whole: RetrievalInParity = { ...r, records: columns, works: columns.numbers, answers: context.answers ?? new Map() };
  const verdicts = judgeRecords(native.meaning, whole, context);
  columns.numbers.forEach((work, i) => {
    if (own.has(work) || !covered.has(venueOf(work))) return;
    if (verdicts[i] === OUT) hidden.out.push(work);
    else if (native.dropsMissing && columns.flags[i]! & NOT_INDEXED) hidden.notIndexed.push(work);
  });
  return hidden;
}
