import { z } from 'zod';
import { CODED_AXES, maskOf } from '@/core/vocabularies';
import type { Columns } from './columns';
import { EVIDENCE, type EvidenceUsed } from './evidence';
import { kindOf, readsText, testSchema } from './kinds';
import type { EvidenceRead, Surroundings } from './kinds/kind';
import { answerKey } from './kinds/text';
import { type Fate, HELD, IN, LEFT, OUT, STOPPED, UNKNOWN } from './verdict';

export const POLICIES = ['let-through', 'hold', 'stop'] as const;
export type Policy = (typeof POLICIES)[number];

/** One test on one axis or facet, with what to do when the answer is unknown, and why it is there. */
export const limiterSchema = z.strictObject({
  id: z.string().min(1).max(64),
  name: z.string().trim().min(1).max(120),
  test: testSchema,
  evidence: z.enum(EVIDENCE),
  whenUnknown: z.enum(POLICIES),
  /** Publication types that need not pass, such as guidelines at a window of years. */
  exempt: z.strictObject({ types: z.array(z.string().min(1)).min(1).max(60), reason: z.string().trim().min(1).max(2000) }).optional(),
  /** Databases of which it asks nothing: a work escapes only when every database that retrieved it is among them. */
  waivers: z
    .array(z.strictObject({ database: z.string().min(1).max(200), reason: z.string().trim().min(1).max(2000) }))
    .max(32)
    .optional(),
  rationale: z.string().max(2000),
  on: z.boolean(),
});
export type Limiter = z.infer<typeof limiterSchema>;

/** Each limiter has a bit in the runner's words. */
export const MOST_LIMITERS = 30;

/** The ordered stack of limiters. */
export const sieveSchema = z
  .array(limiterSchema)
  .max(MOST_LIMITERS)
  .refine((sieve) => new Set(sieve.map((l) => l.id)).size === sieve.length, { error: 'two limiters have the same id' });
export type Sieve = Limiter[];

/** A person's word on one work at some limiters: it passes them, or it does not; other limiters still apply. */
export interface Override {
  work: number;
  limiters: readonly string[];
  fate: typeof LEFT | typeof STOPPED;
}

/** What people said of single works, as it stood when the word with a number was the last. */
export interface SpokenWords {
  overrides: Override[];
  last: number;
}

/** What judging needs besides the columns, people's words on single works included. */
export interface SieveContext extends Surroundings {
  overrides?: readonly Override[];
}

/** Keys of the answers that a sieve needs: those of its limiters that read text and are on. */
export const answersNeeded = (sieve: Sieve): string[] => sieve.flatMap((l) => (l.on && readsText(l.test) ? [answerKey(l.test)] : []));

/**
 * The verdict of one limiter on every work, exemptions and waivers included.
 * @param verdicts written over and given back, so that a runner need not make new memory each time
 * @throws RangeError when the limiter allows a code that its axis does not have, or its answers are missing: a limiter
 *   that silently did nothing would change the counts without a word
 */
export function verdictsOf(
  limiter: Limiter,
  columns: Columns,
  context: SieveContext,
  verdicts: Uint8Array = new Uint8Array(columns.numbers.length),
): Uint8Array {
  const { test, exempt, waivers } = limiter;
  const evidence = evidenceOf(limiter);
  kindOf(test).judge(test, evidence, columns, context, verdicts);
  if (exempt) letExempt(verdicts, columns[evidence].publicationType, maskOf(CODED_AXES.publicationType.values, exempt.types));
  if (waivers?.length) letWaived(verdicts, columns, waivers);
  return verdicts;
}

const READS: Readonly<Record<EvidenceUsed, EvidenceRead>> = {
  stated: 'stated',
  'stated-and-inferred': 'all',
  'stated-inferred-and-likely': 'likely',
};
export const evidenceOf = ({ evidence }: Pick<Limiter, 'evidence'>): EvidenceRead => READS[evidence];

/** The test or the exemption: in when either is, can't tell when either may be (Kleene's "or"). */
function letExempt(verdicts: Uint8Array, types: Uint32Array, exempt: number) {
  for (let i = 0; i < verdicts.length; i++) {
    if (verdicts[i] === IN) continue;
    const possible = types[i]!;
    if ((possible & ~exempt) === 0) verdicts[i] = IN;
    else if ((possible & exempt) !== 0) verdicts[i] = UNKNOWN;
  }
}

/** Lets through the works that only waived databases retrieved. A work of no named database is not touched. */
function letWaived(verdicts: Uint8Array, { membership, databases }: Columns, waivers: NonNullable<Limiter['waivers']>) {
  const waived = databases.reduce((mask, d, bit) => (waivers.some((w) => w.database === d) ? mask | (1 << bit) : mask), 0);
  if (waived === 0) return;
  for (let i = 0; i < verdicts.length; i++) if (membership[i] !== 0 && (membership[i]! & ~waived) === 0) verdicts[i] = IN;
}

/** What a limiter's policy makes of a verdict. */
export function fateOf(verdict: number, policy: Policy): Fate {
  if (verdict === IN) return LEFT;
  if (verdict === OUT) return STOPPED;
  return policy === 'let-through' ? LEFT : policy === 'hold' ? HELD : STOPPED;
}
