import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import type { EvidenceScheme } from '@/core/classify';
import { axisValues, canonical, readsText, type Sieve, sieveSchema } from '@/core/sieve';
import { Review, SieveVersion } from '@/db/schema';
import { type Context, openReview, type Refusal, type Result, refuse } from './context';
import { schemeOf } from './scheme-of';
import { basisOf } from './sieve-basis';
import { queryProblem } from './text-answers';

export const SieveInput = z.strictObject({ sieve: sieveSchema, seenEdit: z.int() });

export interface SavedSieve {
  /** What the next change has seen. */
  edit: number;
  /** True when the sieve is not what its last saved version holds. */
  versionEdited: boolean;
  /** Revision of the review: newer than the one that the browser holds when records came meanwhile. */
  revision: number;
}

/** Refused, because somebody else was faster: with the sieve as it is now. */
export interface Outrun extends Refusal {
  code: 'changed-meanwhile';
  current: { sieve: Sieve; edit: number };
}

/** Saves the working sieve, unless somebody else changed it since it was read. */
export async function saveSieve(ctx: Context, reviewId: string, input: z.infer<typeof SieveInput>): Promise<Result<SavedSieve> | Outrun> {
  const review = await openReview(ctx, reviewId);
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
    return { ok: false, code: 'changed-meanwhile', message, current: { sieve, edit: sieveEdit } };
  }
  const { edited: versionEdited } = await versionState(ctx.em, { ...review, sieve: input.sieve });
  return { ok: true, edit: input.seenEdit + 1, versionEdited, revision: review.revision };
}

function unknownCode(sieve: Sieve, scheme: EvidenceScheme): string | null {
  for (const { test, exempt } of sieve) {
    const types = new Set(axisValues('publicationType', scheme).map((v) => v.code));
    const codes = test.kind === 'coded' ? new Set(axisValues(test.axis, scheme).map((v) => v.code)) : null;
    const bad =
      (exempt?.types ?? []).find((code) => !types.has(code)) ??
      (test.kind === 'coded' ? test.allowed.find((c) => !codes!.has(c)) : undefined);
    if (bad) return bad;
  }
  return null;
}

export async function latestVersion(em: EntityManager, reviewId: string): Promise<SieveVersion | null> {
  return em.findOne(SieveVersion, { reviewId }, { orderBy: { number: 'desc' } });
}

/** The last saved version, and whether the working sieve or what its outcome rests on has changed since. */
export async function versionState(
  em: EntityManager,
  review: Pick<Review, 'id' | 'sieve' | 'asOf' | 'scheme' | 'kind' | 'revision'>,
): Promise<{ version: SieveVersion | null; edited: boolean }> {
  const version = await latestVersion(em, review.id);
  const edited = !version || canonical([review.sieve, await basisOf(em, review)]) !== canonical([version.limiters, version.basis]);
  return { version, edited };
}

/** Saves the working sieve as the next numbered version, if it differs from the last one. Versions never change. */
export async function freezeSieve(ctx: Context, reviewId: string, note: string): Promise<number> {
  // Most often nothing has changed: then there is nothing to wait for.
  const { version: saved, edited: since } = await versionState(ctx.em, await openReview(ctx, reviewId));
  if (saved && !since) return saved.number;
  return ctx.em.transactional(async (tx) => {
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`sieve:${reviewId}`]);
    const review = await tx.findOneOrFail(Review, { id: reviewId }, { refresh: true });
    const { version: last, edited } = await versionState(tx, review);
    if (last && !edited) return last.number;
    const number = (last?.number ?? 0) + 1;
    tx.create(SieveVersion, {
      reviewId,
      number,
      limiters: review.sieve,
      note,
      basis: await basisOf(tx, review),
      person: review.person,
      at: ctx.now(),
    });
    await tx.flush();
    return number;
  });
}
