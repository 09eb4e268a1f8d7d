import { setImmediate } from 'node:timers/promises';
import type { EntityManager } from '@mikro-orm/postgresql';
import type { Flag } from '@/core/classify';
import { type Judging, judgeAlone, judgeWork, membershipBits, storedAxes } from '@/core/judge';
import { emptyColumns, setRow } from '@/core/sieve';
import type { PackedClaims } from '@/core/storage';
import { runBound } from '@/platform/db/client';
import { inTurn } from '@/platform/db/in-turn';
import { Review, SourceDatabase } from '@/platform/db/schema';
import { inOrder } from '@/platform/threads/in-order';
import { asideOf, readClaims, Unprocessable } from '@/stages/retrieve';
import { writeAlonePatch } from '../store/records-alone';
import { writePatch } from '../store/stored-columns';
import { COUNTS_FOR, type CountsFor, TallySteps } from '../store/tally-steps';
import { type Filed, judgingOf } from './judging';
import { pagesOf, updateAxes, worksOf } from './reclassify';

/** Works that are read, and written, together. */
const PAGE = 500;
/** Works that are judged in one go: more, and whoever else waits for this process, or for its statements, waits longer. */
const SLICE = 50;

/**
 * Classifies some works again at once, as after a ruling, and patches the columns. Must run under the review's lock.
 * @returns the new revision
 */
export async function reclassifyWorks(tx: EntityManager, review: Review, workNos: readonly number[]): Promise<number> {
  const reviewId = review.id;
  const databases = await tx.find(SourceDatabase, { reviewId }, { orderBy: { position: 'asc' } });
  const members = await tx.execute<{ work_no: number; record_no: number }[]>(
    'select work_no, record_no from work_record where review_id = ? and active and work_no = any(?::int[]) order by work_no, record_no',
    [reviewId, `{${workNos.join(',')}}`],
  );
  const recordsOf = worksOf(members);
  const works = await runBound<{ no: number }>(
    tx,
    'select no from work where review_id = $1 and absorbed_by is null and no = any($2::int[]) order by no',
    [reviewId, `{${[...recordsOf.keys()].join(',')}}`],
  );
  if (works.length === 0) return review.revision;
  const judging = await judgingOf(tx, review, databases);
  const revision = review.revision + 1;
  const patch = emptyColumns(
    works.length,
    databases.map((d) => d.id),
    revision,
  );
  const records = works.reduce((n, { no }) => n + recordsOf.get(no)!.length, 0);
  const alone = emptyColumns(records, patch.databases, revision);
  const bitOf = membershipBits(databases);
  let [place, row] = [0, 0];
  const steps = new TallySteps();
  // The next page is read, and the last one written, while this one is judged.
  const turn = inTurn();
  const pages = inOrder(pagesOf(works, PAGE), 1, async (page) => ({
    stored: await turn(() => storedWorks(tx, reviewId, page)),
    members: await turn(() =>
      readMembers(
        tx,
        reviewId,
        page.flatMap(({ no }) => recordsOf.get(no)!),
      ),
    ),
  }));
  let written: Promise<unknown> = Promise.resolve();
  try {
    for await (const { stored, members } of pages) {
      const axes: object[] = [];
      for (const slice of pagesOf(stored, SLICE)) {
        for (const { no, membership, flags, ...was } of slice) {
          const own = recordsOf.get(no)!.map((r) => members.get(r)!);
          const { classification, causes } = judgedOrAside(judging, own);
          setRow(patch, place++, { number: no, classification, membership: Number(membership), flags });
          for (const m of own)
            setRow(alone, row++, { number: m.no, classification: judgeAlone(judging, own, m, classification), membership: bitOf(m) });
          const made = storedAxes(classification, causes, judging.levels);
          steps.add(no, was, made);
          axes.push({ no, axes: made });
        }
        // Others are answered between, where it is done in a process that answers, and statements are sent.
        await setImmediate();
      }
      await written;
      written = turn(() => updateAxes(tx, reviewId, JSON.stringify(axes)));
      written.catch(() => {});
    }
  } finally {
    // Broken off, the transaction goes on only when nothing is written in it any more.
    await written.catch(() => {});
  }
  await written;
  await steps.write(tx, reviewId);
  await writePatch(tx, reviewId, patch);
  await writeAlonePatch(tx, reviewId, alone);
  await tx.nativeUpdate(Review, { id: reviewId }, { revision });
  return revision;
}

export interface JudgedWork extends ReturnType<typeof judgeWork> {
  no: number;
  members: Filed[];
}

type WorkMembers = readonly (readonly [number, readonly number[]])[];

/** Judges works by the claims that are stored for their records. */
export async function judgeWorks(
  tx: EntityManager,
  reviewId: string,
  judging: Judging,
  works: WorkMembers,
  more: Parameters<typeof judgeWork>[2] = [],
): Promise<JudgedWork[]> {
  const read = await readMembers(
    tx,
    reviewId,
    works.flatMap(([, records]) => records),
  );
  return works.map(([no, records]) => {
    const members = records.map((r) => read.get(r)!);
    return { no, members, ...judgedOrAside(judging, members, more) };
  });
}

/** Judges a work; where that is not to be done, its records are to be set aside. */
function judgedOrAside(judging: Judging, members: Filed[], more: Parameters<typeof judgeWork>[2] = []): ReturnType<typeof judgeWork> {
  try {
    return judgeWork(judging, members, more);
  } catch (error) {
    throw new Unprocessable(members.map((m) => asideOf(m.no, 'classify', error)));
  }
}

/** Works as they are stored, with what they count for before they are changed. */
const storedWorks = (tx: EntityManager, reviewId: string, works: readonly { no: number }[]) =>
  runBound<{ no: number; membership: string | number; flags: Flag[] } & CountsFor>(
    tx,
    `select w.no, w.membership, w.flags, ${COUNTS_FOR} from work w
     where w.review_id = $1 and w.no = any($2::int[]) order by w.no`,
    [reviewId, `{${works.map(({ no }) => no).join(',')}}`],
  );

/** Some records with their claims. */
async function readMembers(tx: EntityManager, reviewId: string, records: readonly number[]): Promise<Map<number, Filed>> {
  const all = `{${records.join(',')}}`;
  const rows = await tx.execute<Omit<Filed, 'doc'>[]>(
    'select no, file_id, database_id, stable_name from record where review_id = ? and no = any(?::int[])',
    [reviewId, all],
  );
  const docs = await tx.execute<{ record_no: number; doc: PackedClaims }[]>(
    'select record_no, doc from record_claims where review_id = ? and record_no = any(?::int[])',
    [reviewId, all],
  );
  const claims = readClaims(docs);
  return new Map(rows.map((r) => [r.no, { ...r, doc: claims.get(r.no)! }]));
}
