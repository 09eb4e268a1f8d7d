import type { EntityManager } from '@mikro-orm/postgresql';
import type { Context } from '@/platform/context';
import { Review, SourceDatabase } from '@/platform/db/schema';
import type { Progress } from '@/platform/queue/progress';
import {
  countDerived,
  deriveRecords,
  firstNumbers,
  isFirstMerge,
  knownRecords,
  linkWorks,
  mergeWorks,
  numbersBeside,
  standingRulings,
} from '@/stages/merge';
import { type AsideRecord, standingAside, Unprocessable, writeAside } from '@/stages/retrieve';
import { columnsBasis } from '../store/columns-basis';
import { storedAlone, writeAlone } from '../store/records-alone';
import { storedColumns, writeColumns } from '../store/stored-columns';
import { classifyWorks } from './classify-works';

/**
 * Merges a review's records into works and families, derives claims and classification, and writes the columns under a
 * new revision, in one transaction: broken off, nothing has changed. What is up to date is kept; works keep their
 * numbers. A record that cannot be processed is set aside with its reason, and all else is done without it.
 * @param failed records that are known not to be processable
 */
export async function mergeAndClassify(
  ctx: Context,
  reviewId: string,
  progress: Progress,
  failed: readonly AsideRecord[] = [],
): Promise<void> {
  await ctx.em.transactional(async (tx) => {
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`records:${reviewId}`]);
    // Told before anything is read, and outside the transaction: what comes from now on is for another merge.
    await progress.write({ atWork: true });
    const aside = await standingAside(tx, reviewId);
    for (const record of failed) aside.set(record.no, record);
    await tx.execute('savepoint before_records');
    while (!(await classifiedWithout(aside, tx, ctx, reviewId, progress))) {
      await tx.execute('rollback to savepoint before_records');
      tx.clear();
    }
    await writeAside(tx, reviewId, aside, ctx.now());
    // The planner is told what there is now.
    await tx.execute('select analyse_works()');
  });
}

/** One pass over all records but those set aside. False when it met more of those: they are added, and nothing else counts. */
async function classifiedWithout(
  aside: Map<number, AsideRecord>,
  tx: EntityManager,
  ctx: Context,
  reviewId: string,
  progress: Progress,
): Promise<boolean> {
  try {
    await classifyAll(tx, ctx, reviewId, aside, progress);
    return true;
  } catch (error) {
    if (!(error instanceof Unprocessable)) throw error;
    const before = aside.size;
    for (const record of error.records) aside.set(record.no, record);
    if (aside.size === before) throw error;
    return false;
  }
}

/** How long a record takes, against each other: to be read, or derived; to be compared; to be judged. As 100,000 and a million seeded records took. */
const TAKES = { known: 1, derived: 7, compared: 1.5, judged: 2.5 };

/** Reading, comparing and classifying each go through all records: what is done of all that, so that the time left is about right. */
function phases(progress: Progress, total: number, known: number) {
  const first = TAKES.known * known + TAKES.derived * (total - known);
  const parts = [first, TAKES.compared * total, TAKES.judged * total];
  const all = Math.round(parts.reduce((sum, n) => sum + n, 0));
  return (part: number) => (done: number) => {
    const before = parts.slice(0, part).reduce((sum, n) => sum + n, 0);
    return progress.step(Math.round(before + (done / Math.max(1, total)) * parts[part]!), all);
  };
}

async function classifyAll(tx: EntityManager, ctx: Context, reviewId: string, aside: Map<number, AsideRecord>, progress: Progress) {
  const review = await tx.findOneOrFail(Review, { id: reviewId });
  const databases = await tx.find(SourceDatabase, { reviewId }, { orderBy: { position: 'asc' } });
  const [{ total }] = await tx.execute<[{ total: number }]>('select count(*)::int as total from active_record where review_id = ?', [
    reviewId,
  ]);
  const step = phases(progress, total, Math.min(total, await countDerived(tx, reviewId)));
  const rulings = await standingRulings(tx, reviewId);
  const known = await knownRecords(tx, reviewId);
  const { fresh, ...all } = await deriveRecords(tx, ctx.em.fork(), reviewId, databases, aside, known, step(0));
  const merging = await mergeWorks(tx, reviewId, all, known, rulings, step(1));
  const first = await isFirstMerge(tx, reviewId);
  const placed = first ? firstNumbers(tx, reviewId, merging) : await numbersBeside(tx, reviewId, merging, ctx.now());
  const basis = await columnsBasis(tx, review, databases);
  const stored = first ? null : await storedColumns(tx, reviewId);
  // As they are, if they were made by the same rules, scheme and databases.
  const before = stored?.basis === basis ? stored.columns : null;
  review.revision += 1;
  const { works, numbers, changed } = placed;
  const store = async () => {
    await placed.store();
    await merging.storeQuestions(tx, reviewId);
  };
  // Works of a first merge are judged as they become known. So are others while families are looked for, unless some may
  // stay as they were: which do is known by their links.
  if (!first) await store();
  for (const no of fresh) if (!first) changed.add(numbers.get(no)!);
  const linked = before && (await linkWorks(tx, reviewId, merging, numbers, rulings));
  for (const no of linked?.changed ?? []) changed.add(no);
  const judged = before && (await storedAlone(tx, reviewId));
  const kept = before && { columns: before, alone: judged?.revision === before.revision ? judged : null, changed };
  // Claims that were derived just now are to be seen in this transaction alone.
  const reader = fresh.size === 0 ? ctx.em.fork() : tx;
  const brought = async () => {
    if (first) await store();
    return (linked ?? (await linkWorks(tx, reviewId, merging, numbers, rulings))).flags;
  };
  const { columns, alone } = await classifyWorks(tx, reader, review, databases, works, merging.size, brought, kept, step(2));
  await writeColumns(tx, reviewId, columns, basis);
  await writeAlone(tx, reviewId, alone);
  await tx.flush();
}
