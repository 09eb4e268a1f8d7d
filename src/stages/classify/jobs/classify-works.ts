import type { EntityManager } from '@mikro-orm/postgresql';
import { FLAGS, type Flag } from '@/core/classify';
import { type PageToJudge, WORK_COLUMNS, type WorkToJudge } from '@/core/judge';
import type { FamilyFlag } from '@/core/merge';
import { type Columns, emptyColumns, firstRows, pageWriter, rowCopier } from '@/core/sieve';
import { copyWritten } from '@/platform/db/copy';
import type { Review, SourceDatabase } from '@/platform/db/schema';
import { inOrder } from '@/platform/threads/in-order';
import { fieldEdits, type NumberedWork } from '@/stages/merge';
import { type AsideRecord, faultyAside, retrievalOfFiles, Unprocessable } from '@/stages/retrieve';
import { readPage } from '../store/read-page';
import { type AllAlone, AloneBuilder } from '../store/records-alone';
import { pageJudge } from './page-judge';

/** Records of a page of works. */
const PAGE = 1000;

/** A work with its records: it stays as it was, all of it or but for its records judged by themselves, or is judged. */
interface Placed extends NumberedWork {
  stays: boolean;
  known: boolean;
}

/**
 * Classifies work after work, in number order, so that memory holds a few pages of records and the masks.
 * @param reader another connection, which reads the next works while these are written; or the transaction's own
 * @param works by number; where none is kept, one is asked for when it is to be judged, so that the first are judged while
 *   others are still merged
 * @param records how many they have
 * @param familyFlags flags that works have from their families, asked for when all works are judged: nothing else of a work hangs
 *   on them
 * @param kept columns made before by the same rules, and which works have changed since; null to classify all
 * @returns the columns of the works, and of their records, each judged by itself
 * @throws Unprocessable with the records of all works that cannot be classified, when all others have been
 */
export async function classifyWorks(
  tx: EntityManager,
  reader: EntityManager,
  review: Review,
  databases: readonly SourceDatabase[],
  works: Iterable<NumberedWork>,
  records: number,
  familyFlags: () => Promise<ReadonlyMap<number, readonly FamilyFlag[]>>,
  kept: { columns: Columns; alone: AllAlone | null; changed: ReadonlySet<number> } | null,
  step: (done: number) => Promise<void>,
): Promise<{ columns: Columns; alone: AllAlone }> {
  const edits = await fieldEdits(tx, review.id);
  // No more works than records; what is too much is cut off in the end.
  const columns = emptyColumns(
    records,
    databases.map((d) => d.id),
    review.revision,
  );
  const alone = new AloneBuilder(records, columns.databases, review.revision, kept?.alone);
  const old = new Map(kept ? Array.from(kept.columns.numbers, (no, i) => [no, i] as const) : []);
  const takeOver = kept ? rowCopier(columns, kept.columns) : () => {};
  const stays = (no: number) => kept !== null && old.has(no) && !kept.changed.has(no) && !edits.has(no);
  const place = (w: NumberedWork): Placed => ({ ...w, stays: stays(w.no), known: alone.knows(w.records) });
  const placed = kept ? Array.from(works, place) : mapped(works, place);
  const asked = (w: Placed) => !w.stays || !w.known;
  const toBeJudged = Array.isArray(placed) ? placed.reduce((n, w) => n + (asked(w) ? w.records.length : 0), 0) : records;
  const judge = await pageJudge(tx, review, databases, toBeJudged);
  const retrievals = await retrievalOfFiles(tx, review.id);
  const toJudge = async (page: readonly Placed[]): Promise<PageToJudge> => {
    const open = page.filter(asked);
    const numbers = open.flatMap((w) => w.records);
    const items = open.flatMap((w) => (w.stays ? [] : w.records));
    return {
      reviewId: review.id,
      works: open.map((w): WorkToJudge => ({ no: w.no, records: w.records, flags: [], edits: edits.get(w.no), alone: w.stays })), // prettier-ignore
      records: await readPage(reader === tx ? tx : reader.fork(), review.id, retrievals, numbers, { claims: numbers, items }),
      merged: true,
    };
  };
  async function* pages() {
    for (const page of pagesOf(placed)) yield { page, task: await toJudge(page) };
  }
  // The first works of a review go where they belong at once; others may be there, and are replaced in the end.
  const [{ some }] = await tx.execute<[{ some: boolean }]>('select exists (select 1 from work where review_id = ?) as some', [review.id]);
  if (some)
    await tx.execute(
      'create temporary table fresh_work (like work including defaults including storage including compression) on commit drop',
    );
  const table = some ? 'fresh_work' : 'work';
  const failed: AsideRecord[] = [];
  const stayed: boolean[] = [];
  let done = 0;
  const judged = inOrder(pages(), judge.width, async ({ page, task }) => ({ page, made: await judge.judge(task) }));
  let written: Promise<void> = Promise.resolve();
  try {
    for await (const { page, made } of judged) {
      failed.push(...made.faults.map((f) => faultyAside(f, f.step)));
      done += page.reduce((n, w) => n + w.records.length, 0);
      await step(done);
      // Nothing of it is kept when one failed: the rest is only looked through for others.
      if (failed.length) continue;
      const [write, writeAlone] = [pageWriter(columns, made.works), pageWriter(alone.columns, made.alone)];
      let at = 0;
      for (const w of page) {
        const row = stayed.push(w.stays) - 1;
        if (w.stays) takeOver(row, old.get(w.no)!);
        else write(row);
        if (w.stays && w.known) alone.keep(w.no, w.records);
        else for (const _ of w.records) alone.put(made.retrievals[at++]!, w.no, writeAlone);
      }
      await written;
      written = copyWritten(tx, table, WORK_COLUMNS, [made.rows]);
      // It is awaited with the next page; without a handler until then, Node.js would end the process if it failed.
      written.catch(() => {});
      if (reader === tx) await written;
    }
  } finally {
    // Broken off, the transaction ends only when nothing is written in it any more.
    await written.catch(() => {});
  }
  await written;
  if (failed.length) throw new Unprocessable(failed);
  const made = firstRows(columns, stayed.length);
  await bringFlags(tx, table, review.id, made, (i) => !stayed[i], await familyFlags());
  if (!some) return { columns: made, alone: alone.done() };
  const updates = WORK_COLUMNS.slice(2).map((c) => `${c} = excluded.${c}`); // prettier-ignore
  await tx.execute(`insert into work select * from fresh_work on conflict (review_id, no) do update set ${updates.join(', ')}`);
  return { columns: made, alone: alone.done() };
}

/** Adds to works that were judged what their families bring upon them. */
async function bringFlags(
  tx: EntityManager,
  table: string,
  reviewId: string,
  columns: Columns,
  wasJudged: (i: number) => boolean,
  flags: ReadonlyMap<number, readonly FamilyFlag[]>,
) {
  const rows: { no: number; flags: Flag[] }[] = [];
  columns.numbers.forEach((no, i) => {
    const brought = flags.get(no);
    if (!brought || !wasJudged(i)) return;
    for (const flag of brought) columns.flags[i]! |= 1 << FLAGS.indexOf(flag);
    rows.push({ no, flags: FLAGS.filter((_, bit) => (columns.flags[i]! >>> bit) & 1) });
  });
  await tx.execute(
    `update ${table} w set flags = f.flags from jsonb_to_recordset(?::jsonb) as f(no int, flags jsonb) where w.review_id = ? and w.no = f.no`,
    [JSON.stringify(rows), reviewId],
  );
}

function* mapped<T, R>(things: Iterable<T>, of: (thing: T) => R): Generator<R, void> {
  for (const thing of things) yield of(thing);
}

/** As many works at a time as have a page of records between them. */
function* pagesOf(works: Iterable<Placed>): Generator<Placed[]> {
  let page: Placed[] = [];
  let records = 0;
  for (const work of works) {
    page.push(work);
    records += work.records.length;
    if (records < PAGE) continue;
    yield page;
    page = [];
    records = 0;
  }
  if (page.length) yield page;
}
