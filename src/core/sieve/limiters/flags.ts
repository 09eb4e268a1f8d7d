import { z } from 'zod';
import { FLAGS } from '@/core/classify';
import type { Columns } from '../columns';
import { any, IN } from '../verdict';

/** Asks a person about works that carry a flag: what is done with them is the limiter's policy. */
export const flagsTest = z.strictObject({ kind: z.literal('flags'), flags: z.array(z.enum(FLAGS)).min(1) });
export type FlagsTest = z.infer<typeof flagsTest>;

/** In without the flags. Whether a flagged work may stay is for a person to say, so it is never out by itself. */
export function judgeFlags(test: FlagsTest, columns: Columns, verdicts: Uint8Array) {
  const wanted = test.flags.reduce((mask, f) => mask | (1 << FLAGS.indexOf(f)), 0);
  const { flags } = columns;
  for (let i = 0; i < flags.length; i++) verdicts[i] = IN - any(flags[i]! & wanted);
}
