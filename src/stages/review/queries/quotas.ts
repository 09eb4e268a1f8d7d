import { CERTAIN, type Columns, countsTowards, NO, type Quota, quotaWords } from '@/core/sieve';
import { derivedFrom } from '@/platform/cache/process-wide';
import type { Context } from '@/platform/context';
import type { ReviewState } from '@/stages/decide';
import { criteriaOf } from '@/stages/question';

/** A criterion that asks for a number of sources, and how far it is met. */
export interface QuotaFigures {
  id: string;
  criterion: string;
  /** What it counts, in words. */
  words: string;
  atLeast: number;
  /** Kept, and certainly of this kind. */
  kept: number;
  /** Through, not decided yet, and certainly of this kind. */
  through: number;
  /** Kept, through or held, of which it is not certain; and held ones that certainly are of this kind. */
  possible: number;
}

/** Which works count towards a quota rests on the classification alone: it is worked out once for each quota. */
const counted = derivedFrom<Columns, Map<string, Uint8Array>>('quota-counts');
const MOST = 40;

function countsOf({ columns, scheme }: ReviewState, quota: Quota, asOf: number): Uint8Array {
  const known = counted.get(columns) ?? new Map<string, Uint8Array>();
  counted.set(columns, known);
  const key = JSON.stringify([quota, scheme, asOf]);
  const counts = known.get(key) ?? countsTowards(quota, columns, scheme, asOf);
  if (known.size > MOST) known.clear();
  known.set(key, counts);
  return counts;
}

export async function quotaFigures(ctx: Context, state: ReviewState, asOf: number): Promise<QuotaFigures[]> {
  const { states, scheme, review } = state;
  return (await criteriaOf(ctx, review.id)).flatMap(({ id, text, quota }) => {
    if (!quota) return [];
    const counts = countsOf(state, quota, asOf);
    let [kept, through, possible] = [0, 0, 0];
    for (let i = 0; i < counts.length; i++) {
      if (counts[i] === NO) continue;
      const certain = counts[i] === CERTAIN;
      const now = states[i]!;
      if (now === 'held' || (!certain && (now === 'kept' || now === 'undecided' || now === 'waiting'))) possible++;
      else if (now === 'kept') kept++;
      else if (now === 'undecided' || now === 'waiting') through++;
    }
    const words = quotaWords(quota, scheme);
    return [{ id, criterion: text.trim() || words, words, atLeast: quota.atLeast, kept, through, possible }];
  });
}
