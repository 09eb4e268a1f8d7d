import { z } from 'zod';
import type { EvidenceScheme } from '@/core/classify';
import { type AxisValue, CODED_AXES, maskOf } from '@/core/vocabularies';
import type { Columns } from './columns';
import { codedTest, judgeCoded } from './limiters/coded';
import { judgeRecency, recencyTest } from './limiters/recency';
import { type Fate, HELD, IN, LEFT, OUT, STOPPED } from './verdict';

export const POLICIES = ['let-through', 'hold', 'stop'] as const;
export type Policy = (typeof POLICIES)[number];

/** One test on one axis, with what to do when the answer is unknown, and why it is there. */
export const limiterSchema = z.strictObject({
  id: z.string().min(1).max(64),
  name: z.string().trim().min(1).max(120),
  test: z.discriminatedUnion('kind', [codedTest, recencyTest]),
  evidence: z.enum(['stated', 'stated-and-inferred']),
  whenUnknown: z.enum(POLICIES),
  rationale: z.string().max(2000),
  on: z.boolean(),
});
export type Limiter = z.infer<typeof limiterSchema>;

/** The ordered stack of limiters. */
export const sieveSchema = z.array(limiterSchema).max(40);
export type Sieve = Limiter[];

/** What judging needs besides the columns; it belongs to the review, never to the clock. */
export interface SieveContext {
  /** Day number of the as-of date. */
  asOf: number;
  scheme: EvidenceScheme;
}

export const axisValues = (
  axis: 'sourceType' | 'publicationType' | 'peerReview' | 'design' | 'level',
  scheme: EvidenceScheme,
): readonly AxisValue[] => (axis === 'level' ? scheme.levels : CODED_AXES[axis].values);

/**
 * The verdict of one limiter on every work.
 * @throws RangeError when the limiter allows a code that its axis does not have: a limiter that silently did nothing
 *   would change the counts without a word
 */
export function judge(limiter: Limiter, columns: Columns, context: SieveContext): Uint8Array {
  const verdicts = new Uint8Array(columns.numbers.length);
  const { test } = limiter;
  if (test.kind === 'recency') judgeRecency(test, context.asOf, columns, verdicts);
  else {
    const allowed = maskOf(axisValues(test.axis, context.scheme), test.allowed);
    judgeCoded(test, limiter.evidence === 'stated' ? 'stated' : 'all', columns, allowed, verdicts);
  }
  return verdicts;
}

/** What a limiter's policy makes of a verdict. */
export function fateOf(verdict: number, policy: Policy): Fate {
  if (verdict === IN) return LEFT;
  if (verdict === OUT) return STOPPED;
  return policy === 'let-through' ? LEFT : policy === 'hold' ? HELD : STOPPED;
}
