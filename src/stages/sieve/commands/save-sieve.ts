import { z } from 'zod';
import type { EvidenceScheme } from '@/core/classify';
import { axisValues, kindOf, readsText, type Sieve, sieveSchema } from '@/core/sieve';
import { Review } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { schemeOf } from '@/stages/classify';
import { queryProblem } from '../queries/text-answers';
import { versionState } from '../store/versions';

export const SieveInput = z.strictObject({ sieve: sieveSchema, seenEdit: z.int() });

interface SavedSieve {
  /** What the next change has seen. */
  edit: number;
  /** True when the sieve is not what its last saved version holds. */
  versionEdited: boolean;
  /** Revision of the review: newer than the one that the browser holds when records came meanwhile. */
  revision: number;
}

/** Saves the working sieve, unless somebody else changed it since it was read. */
export const saveSieve = reviewCommand({
  name: 'save-sieve',
  right: 'edit',
  input: SieveInput,
  lock: 'sieve',
  refuses: ['unknown-code', 'bad-query', 'changed-meanwhile'],
  stale: ['sieve'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    const unknown = unknownCode(input.sieve, await schemeOf(ctx.em, review));
    if (unknown) return refuse('unknown-code', `"${unknown}" is not a value that a limiter can allow in this review.`);
    for (const { name, test } of input.sieve) {
      const problem = readsText(test) && queryProblem(test);
      if (problem) return refuse('bad-query', `${name}: ${problem}`);
    }
    const changed = await ctx.em.nativeUpdate(
      Review,
      { id: reviewId, sieveEdit: input.seenEdit },
      { sieve: input.sieve, sieveEdit: input.seenEdit + 1 },
    );
    if (changed === 0) {
      const { sieve, sieveEdit } = await ctx.em.findOneOrFail(Review, { id: reviewId }, { refresh: true });
      const message = 'Somebody else changed the sieve. Their version is shown now; make your change again.';
      return { ...refuse('changed-meanwhile', message), current: { sieve, edit: sieveEdit } };
    }
    const { edited: versionEdited } = await versionState(ctx.em, { ...review, sieve: input.sieve });
    const saved: SavedSieve = { edit: input.seenEdit + 1, versionEdited, revision: review.revision };
    return saved;
  },
});

function unknownCode(sieve: Sieve, scheme: EvidenceScheme): string | null {
  for (const { test, exempt } of sieve) {
    const types = new Set(axisValues('publicationType', scheme).map((v) => v.code));
    const bad = (exempt?.types ?? []).find((code) => !types.has(code)) ?? kindOf(test).unknownCode(test, scheme);
    if (bad) return bad;
  }
  return null;
}
