import { z } from 'zod';
import { MASK_AXES } from '@/core/sieve';

/** "At least so many kept works that certainly have one of these values." */
export const quotaSchema = z.strictObject({
  atLeast: z.int().min(1).max(1000),
  axis: z.enum(MASK_AXES),
  allowed: z.array(z.string()).min(1),
});
export type Quota = z.infer<typeof quotaSchema>;
