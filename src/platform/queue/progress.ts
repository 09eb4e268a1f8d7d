import { raw } from '@mikro-orm/postgresql';
import type { Context } from '../context';
import { Job } from '../db/schema';

/** A person broke the job off: its transaction rolls back. */
export class Cancelled extends Error {}

/** Tells people how far a job is, outside its transaction, at most twice a second. */
export function progressOf(ctx: Context, reviewId: string, jobId: string) {
  let last = 0;
  const write = async (fields: Partial<Pick<Job, 'state' | 'done' | 'total' | 'message' | 'unit' | 'entries' | 'atWork'>>) => {
    await ctx.em.fork().nativeUpdate(Job, { reviewId, id: jobId }, { ...fields, updatedAt: raw('clock_timestamp()') });
  };
  return {
    write,
    /** @throws Cancelled when a person has asked for it */
    async step(done: number, total: number, entries = 0) {
      const now = ctx.now().getTime();
      if (now - last < 500) return;
      last = now;
      const job = await ctx.em.fork().findOne(Job, { reviewId, id: jobId }, { fields: ['cancel'] });
      if (job?.cancel) throw new Cancelled();
      await write({ done, total, entries });
    },
  };
}
export type Progress = ReturnType<typeof progressOf>;
