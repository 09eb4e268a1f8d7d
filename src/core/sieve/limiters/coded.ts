import { z } from 'zod';
import { type Columns, MASK_AXES } from '../columns';
import { any } from '../verdict';

/** Allows some values of a coded axis. */
export const codedTest = z.strictObject({
  kind: z.literal('coded'),
  axis: z.enum(MASK_AXES),
  /** Codes let in; at least one. */
  allowed: z.array(z.string().min(1)).min(1),
});
export type CodedTest = z.infer<typeof codedTest>;

/** In when every possible value is allowed, out when none is, else can't tell. */
export function judgeCoded(test: CodedTest, evidence: 'stated' | 'all', columns: Columns, allowedMask: number, verdicts: Uint8Array) {
  const masks = columns[evidence][test.axis];
  const others = ~allowedMask;
  for (let i = 0; i < masks.length; i++) {
    const possible = masks[i]!;
    verdicts[i] = any(possible & allowedMask) * (2 - any(possible & others));
  }
}
