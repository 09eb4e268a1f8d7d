import { Job } from '@/db/schema';
import type { Context } from './context';

/** Tells people how far a job is, outside its transaction, at most twice a second. */
export function progressOf(ctx: Context, reviewId: string, jobId: string) {
  let last = 0;
  const write = async (fields: Partial<Pick<Job, 'state' | 'done' | 'total' | 'message' | 'unit'>>) => {
    await ctx.em.fork().nativeUpdate(Job, { reviewId, id: jobId }, { ...fields, updatedAt: ctx.now() });
  };
  return {
    write,
    async step(done: number, total: number) {
      const now = ctx.now().getTime();
      if (now - last < 500) return;
      last = now;
      await write({ done, total });
    },
  };
}
export type Progress = ReturnType<typeof progressOf>;
