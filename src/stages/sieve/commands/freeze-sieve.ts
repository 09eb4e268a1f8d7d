import { z } from 'zod';
import { reviewCommand } from '@/platform/verbs/declare';
import { freezeSieve } from '../store/freeze-sieve';

/** Saves the working sieve as a numbered version, with a note of why. */
export const saveVersion = reviewCommand({
  name: 'freeze-sieve',
  right: 'edit',
  input: z.strictObject({ note: z.string().max(2000) }),
  lock: 'sieve',
  refuses: [],
  stale: ['sieve'],
  run: async (ctx, { note }) => ({ version: await freezeSieve(ctx, ctx.reviewId, note) }),
});
