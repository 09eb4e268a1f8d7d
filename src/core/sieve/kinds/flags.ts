import { z } from 'zod';
import { FLAGS, type Flag } from '@/core/classify';
import { any, IN } from '../verdict';
import { few, type LimiterKind } from './kind';

/** Asks a person about works that carry a flag: what is done with them is the limiter's policy. */
const flagsTest = z.strictObject({ kind: z.literal('flags'), flags: z.array(z.enum(FLAGS)).min(1) });
type FlagsTest = z.infer<typeof flagsTest>;

export const FLAG_WORDS: Readonly<Record<Flag, string>> = {
  'not-indexed-yet': 'not indexed yet',
  retracted: 'retracted',
  concern: 'under an expression of concern',
  corrected: 'corrected',
  updated: 'updated since',
  withdrawn: 'withdrawn',
  ongoing: 'ongoing',
  'awaiting-classification': 'awaiting classification',
};

export const flags: LimiterKind<FlagsTest> = {
  schema: flagsTest,
  /** In without the flags. Whether a flagged work may stay is for a person to say, so it is never out by itself. */
  judge(test, _evidence, columns, _around, verdicts) {
    const wanted = test.flags.reduce((mask, f) => mask | (1 << FLAGS.indexOf(f)), 0);
    const { flags } = columns;
    for (let i = 0; i < flags.length; i++) verdicts[i] = IN - any(flags[i]! & wanted);
  },
  words: (test) => `Asks about works that are ${few(test.flags.map((f) => FLAG_WORDS[f]))}`,
  wouldPass: (test, _evidence, columns, i) =>
    `if it did not ask about works that are ${test.flags
      .filter((f) => (columns.flags[i]! >>> FLAGS.indexOf(f)) & 1)
      .map((f) => FLAG_WORDS[f])
      .join(' or ')}`,
  settledBy: () => 'Look at the notice: release what may stay, stop what may not.',
  cacheKey: () => null,
  unknownCode: () => undefined,
  relate: null,
  infers: false,
  asksPerson: true,
};
