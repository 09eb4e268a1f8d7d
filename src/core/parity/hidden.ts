import { FLAGS } from '@/core/classify';
import { type Columns, OUT, type SieveContext } from '@/core/sieve';
import type { NativeLimiter } from './natives';
import { judgeRecords, type RetrievalInParity } from './parity';
import { workMarks } from './work-marks';

/** Works that a native limiter probably hid: a lower bound, since what no database returned is not seen. */
export interface Hidden {
  /** Works of journals that the database covers, that only others returned, and that are out by the limiter. */
  out: number[];
  /** The same, where the limiter drops records that are not indexed yet. */
  notIndexed: number[];
}

const NOT_INDEXED = 1 << FLAGS.indexOf('not-indexed-yet');

/**
 * Works of journals that a retrieval's databases cover and that only others returned: where a limiter of it may have
 * hidden something.
 * @param venueOf number of the journal or book of each work of the review's columns, 0 when unknown
 * @returns 1 at the index of each in the columns
 */
export function onlyElsewhere(
  r: RetrievalInParity,
  all: readonly RetrievalInParity[],
  columns: Columns,
  venueOf: (work: number) => number,
): Uint8Array {
  const own = workMarks(columns.numbers);
  const covered = new Set<number>();
  for (const o of all) {
    if (!o.databases.some((d) => r.databases.includes(d))) continue;
    for (const work of o.works) {
      if (own[work]) continue;
      own[work] = 1;
      covered.add(venueOf(work));
    }
  }
  covered.delete(0);
  const found = new Uint8Array(columns.numbers.length);
  columns.numbers.forEach((work, i) => {
    if (!own[work] && covered.has(venueOf(work))) found[i] = 1;
  });
  return found;
}

/**
 * What a native limiter of a retrieval hid from it, as far as other retrievals show.
 * @param elsewhere of `onlyElsewhere` for that retrieval
 */
export function hiddenBy(
  native: NativeLimiter,
  r: RetrievalInParity,
  elsewhere: Uint8Array,
  columns: Columns,
  context: SieveContext,
): Hidden {
  const hidden: Hidden = { out: [], notIndexed: [] };
  if (!native.meaning) return hidden;
  const whole: RetrievalInParity = { ...r, records: columns, works: columns.numbers, answers: context.answers ?? new Map() };
  const verdicts = judgeRecords(native.meaning, whole, context);
  elsewhere.forEach((there, i) => {
    if (!there) return;
    if (verdicts[i] === OUT) hidden.out.push(columns.numbers[i]!);
    else if (native.dropsMissing && columns.flags[i]! & NOT_INDEXED) hidden.notIndexed.push(columns.numbers[i]!);
  });
  return hidden;
}
