import { z } from 'zod';
import { overlapOf } from '@/core/checks';
import { LEFT } from '@/core/sieve';
import type { Context } from '@/platform/context';
import { reviewQuery } from '@/platform/verbs/declare';
import { type ReviewState, reviewState } from '@/stages/decide';
import { databasesOf } from '@/stages/retrieve';

const among = ({ outcomes, states }: ReviewState) => ({
  through: (i: number) => outcomes.fate[i] === LEFT,
  kept: (i: number) => states[i] === 'kept',
});

/** What each database contributed, and which works they have in common. */
export async function overlapView(ctx: Context, reviewId: string) {
  const state = await reviewState(ctx, reviewId);
  const { columns } = state;
  const databases = await databasesOf(ctx, reviewId);
  const { databases: contributions, sets } = overlapOf(columns.membership, columns.databases.length, among(state));
  return {
    works: columns.numbers.length,
    sets,
    databases: contributions.map((c, bit) => {
      const database = databases.find((d) => d.id === columns.databases[bit]);
      return { ...c, tag: database?.tag ?? '--', name: database?.name ?? 'a database that was removed' };
    }),
  };
}
export type OverlapView = Awaited<ReturnType<typeof overlapView>>;

export const OverlapWorks = z.strictObject({
  /** Bit b is database b of the columns. */
  mask: z.int().min(0).max(0xffffffff),
  /** Exactly these databases have it; or no other than these has it. */
  as: z.enum(['exactly', 'no-other']),
  of: z.enum(['all', 'through', 'kept']),
});

/** Numbers of the works behind a figure of the overlap. */
export const overlapWorks = reviewQuery({
  name: 'overlap-works',
  right: 'read',
  input: OverlapWorks,
  refuses: [],
  rests: ['sieve', 'classification'],
  async run(ctx, { mask, as, of }) {
    const { reviewId } = ctx;
    const state = await reviewState(ctx, reviewId);
    const { membership, numbers } = state.columns;
    const wanted = of === 'all' ? () => true : among(state)[of];
    const found = Array.from(numbers).filter((_, i) => {
      const own = membership[i]!;
      return (as === 'exactly' ? own === mask : own !== 0 && (own & ~mask) === 0) && wanted(i);
    });
    return { numbers: found };
  },
});
