import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { matchKnown, readKnownList } from '@/core/checks';
import { MERGE_RULES, mergeKeys } from '@/core/merge';
import { KnownRecord, KnownState } from '@/db/schema';
import { type Context, openReview, type Result, refuse } from '../context';
import { mayBeOneOf } from '../merge-blocks';

export const AddKnown = z.strictObject({
  text: z.string().max(20_000_000),
  /** Where the list is from. */
  source: z.string().trim().max(300),
});

/** What became of a list that was brought: how many were taken, were there already, and could not be read. */
export interface KnownTaken {
  format: string;
  added: number;
  repeated: number;
  rejected: { line: number; text: string; why: string }[];
}

/** Takes a list of works that are known to belong, and looks for each among the records. */
export async function addKnown(ctx: Context, reviewId: string, input: z.infer<typeof AddKnown>): Promise<Result<{ taken: KnownTaken }>> {
  const review = await openReview(ctx, reviewId);
  const list = readKnownList(input.text);
  if ('problem' in list) return refuse('unreadable', list.problem);
  if (list.entries.length === 0)
    return refuse(
      'nothing-taken',
      `Nothing in it could be taken. ${list.rejected
        .slice(0, 3)
        .map((r) => `Line ${r.line}: ${r.why}`)
        .join(' ')}`,
    );
  return ctx.em.transactional(async (tx) => {
    await lock(tx as EntityManager, reviewId);
    const [{ last }] = await tx.execute<[{ last: number }]>(
      'select coalesce(max(number), 0)::int as last from known_record where review_id = ?',
      [reviewId],
    );
    const at = ctx.now();
    list.entries.forEach((e, i) => {
      const number = last + i + 1;
      tx.create(KnownRecord, {
        ...{ reviewId, number, source: input.source, raw: e.raw, line: e.line, item: e.record },
        ...{ matches: [], first: number, ruled: null, removed: false, person: review.person, at },
      });
    });
    await tx.flush();
    await lookFor(tx as EntityManager, reviewId);
    const repeated = (await tx.find(KnownRecord, { reviewId, number: { $gt: last } })).filter((k) => k.first !== k.number).length;
    return {
      ok: true,
      taken: { format: list.format, added: list.entries.length - repeated, repeated, rejected: list.rejected },
    };
  });
}

const lock = (tx: EntityManager, reviewId: string) => tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`known:${reviewId}`]);

/** Looks for every known work among the records, and for those that the list holds twice. */
async function lookFor(tx: EntityManager, reviewId: string): Promise<void> {
  const known = await tx.find(KnownRecord, { reviewId, removed: false }, { orderBy: { number: 'asc' } });
  const upTo = await newestRecord(tx, reviewId);
  const keys = known.map((k) => mergeKeys(k.item));
  const records = known.length ? await mayBeOneOf(tx, reviewId, keys) : [];
  const { matches, first } = matchKnown(
    records.map((r) => r.keys),
    keys,
  );
  known.forEach((k, i) => {
    k.matches = matches[i]!.slice(0, 10).map((m) => ({ ...m, record: records[m.record]!.no }));
    k.first = known[first[i]!]!.number;
  });
  await tx.upsert(KnownState, { reviewId, lookedUpTo: upTo, rules: MERGE_RULES });
  await tx.flush();
}

async function newestRecord(em: EntityManager, reviewId: string): Promise<number> {
  const [{ last }] = await em.execute<[{ last: number }]>(
    'select coalesce(max(record_no), 0)::int as last from work_record where review_id = ?',
    [reviewId],
  );
  return last;
}

/** The list as it stands, looked for again when records have come since or the rules of merging have changed. */
export async function knownList(ctx: Context, reviewId: string): Promise<KnownRecord[]> {
  const read = (em: EntityManager) => em.find(KnownRecord, { reviewId, removed: false }, { orderBy: { number: 'asc' } });
  const list = await read(ctx.em);
  if (list.length === 0) return list;
  const state = await ctx.em.findOne(KnownState, { reviewId });
  if (state?.rules === MERGE_RULES && state.lookedUpTo === (await newestRecord(ctx.em, reviewId))) return list;
  const fresh = ctx.em.fork();
  await fresh.transactional(async (tx) => {
    await lock(tx as EntityManager, reviewId);
    await lookFor(tx as EntityManager, reviewId);
  });
  return read(fresh);
}

export const RuleKnown = z.strictObject({
  /** Each with the record that it is, 0 when it is none of those that were found, null to ask again. */
  rulings: z
    .array(z.strictObject({ number: z.int().positive(), record: z.int().min(0).nullable() }))
    .min(1)
    .max(5000),
});

/** Says which record a known work is. */
export async function ruleKnown(ctx: Context, reviewId: string, { rulings }: z.infer<typeof RuleKnown>): Promise<Result<object>> {
  return ctx.em.transactional(async (tx) => {
    await lock(tx as EntityManager, reviewId);
    const known = new Map(
      (await tx.find(KnownRecord, { reviewId, number: { $in: rulings.map((r) => r.number) } })).map((k) => [k.number, k]),
    );
    for (const { number, record } of rulings) {
      const one = known.get(number);
      if (!one || one.removed) return refuse('no-known', 'One of these is not in the list any more. Reload the page.');
      if (record && !one.matches.some((m) => m.record === record))
        return refuse('no-match', 'This record is not one of those that were found for it.');
      one.ruled = record;
    }
    await tx.flush();
    return { ok: true };
  });
}

export const RemoveKnown = z.strictObject({ numbers: z.array(z.int().positive()).min(1).max(20_000), removed: z.boolean() });

/** Takes works off the list, or puts them back; their lines are kept. */
export async function removeKnown(ctx: Context, reviewId: string, input: z.infer<typeof RemoveKnown>): Promise<Result<object>> {
  await ctx.em.transactional(async (tx) => {
    await lock(tx as EntityManager, reviewId);
    await tx.nativeUpdate(KnownRecord, { reviewId, number: { $in: input.numbers } }, { removed: input.removed });
    await lookFor(tx as EntityManager, reviewId);
  });
  return { ok: true };
}
