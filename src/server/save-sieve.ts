import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import type { EvidenceScheme } from '@/core/classify';
import { axisValues, type Sieve, sieveSchema } from '@/core/sieve';
import { Review, SieveVersion } from '@/db/schema';
import { type Context, openReview, type Refusal, type Result, refuse } from './context';
import { RULE_SET } from './rule-set';
import { schemeOf } from './scheme-of';

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
  const versionEdited = differsFrom({ ...review, sieve: input.sieve }, await latestVersion(ctx.em, reviewId));
  return { ok: true, edit: input.seenEdit + 1, versionEdited, revision: review.revision };
}

function unknownCode(sieve: Sieve, scheme: EvidenceScheme): string | null {
  for (const { test } of sieve) {
    if (test.kind !== 'coded') continue;
    const codes = new Set(axisValues(test.axis, scheme).map((v) => v.code));
    const bad = test.allowed.find((code) => !codes.has(code));
    if (bad) return bad;
  }
  return null;
}

export async function latestVersion(em: EntityManager, reviewId: string): Promise<SieveVersion | null> {
  return em.findOne(SieveVersion, { reviewId }, { orderBy: { number: 'desc' } });
}

type Basis = Pick<Review, 'sieve' | 'asOf' | 'scheme' | 'kind' | 'revision'>;

const basisOf = (review: Basis) => ({
  asOf: review.asOf,
  scheme: review.scheme,
  kind: review.kind,
  ruleSet: RULE_SET,
  revision: review.revision,
});

/** True when the working sieve, or what its outcome rests on, is not what the version holds. */
export const differsFrom = (review: Basis, version: SieveVersion | null): boolean =>
  !version || canonical([review.sieve, basisOf(review)]) !== canonical([version.limiters, version.basis]);

/** JSON with sorted keys: the database hands keys back in its own order. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_, v) =>
    v && typeof v === 'object' && !Array.isArray(v) ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1))) : v,
  );

/** Saves the working sieve as the next numbered version, if it differs from the last one. Versions never change. */
export async function freezeSieve(ctx: Context, reviewId: string, note: string): Promise<number> {
  return ctx.em.transactional(async (tx) => {
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`sieve:${reviewId}`]);
    const review = await tx.findOneOrFail(Review, { id: reviewId }, { refresh: true });
    const last = await latestVersion(tx, reviewId);
    if (last && !differsFrom(review, last)) return last.number;
    const number = (last?.number ?? 0) + 1;
    tx.create(SieveVersion, {
      reviewId,
      number,
      limiters: review.sieve,
      note,
      basis: basisOf(review),
      person: review.person,
      at: ctx.now(),
    });
    await tx.flush();
    return number;
  });
}
