import type { EntityManager } from '@mikro-orm/postgresql';
import { type Classification, FLAGS, type LevelTable, type WorkCause } from '@/core/classify';
import { type FamilyFlag, mergeWork } from '@/core/merge';
import { type BibRecord, intervalWords, shortAuthors } from '@/core/record';
import { axisValues, type Columns, emptyColumns, MASK_AXES, type MaskAxis, rowCopier, setRow } from '@/core/sieve';
import type { PackedClaims } from '@/core/storage';
import { codesOf } from '@/core/vocabularies';
import { copyRows } from '@/platform/db/copy';
import type { Review, SourceDatabase, StoredAxis } from '@/platform/db/schema';
import { fieldEdits } from '@/stages/merge';
import { type AsideRecord, asideOf, readClaims, retrievalOfFiles, Unprocessable } from '@/stages/retrieve';
import { type AllAlone, AloneBuilder } from '../store/records-alone';
import { type Filed, type Judging, judgeAlone, judgeWork, judgingOf, membershipBits } from './judging';

const PAGE = 1000;

interface MemberRead extends Filed {
  item: BibRecord;
}

/**
 * Classifies work after work, in number order, so that memory holds one page of records and the masks.
 * @param numbers the work's number of every record
 * @param kept columns made before by the same rules, and which works have changed since; null to classify all
 * @returns the columns of the works, and of their records, each judged by itself
 * @throws Unprocessable with the records of all works that cannot be classified, when all others have been
 */
export async function classifyWorks(
  tx: EntityManager,
  review: Review,
  databases: readonly SourceDatabase[],
  numbers: ReadonlyMap<number, number>,
  familyFlags: ReadonlyMap<number, FamilyFlag[]>,
  kept: { columns: Columns; alone: AllAlone | null; changed: ReadonlySet<number> } | null,
  step: (done: number) => Promise<void>,
): Promise<{ columns: Columns; alone: AllAlone }> {
  const judging = await judgingOf(tx, review, databases);
  const bitOf = membershipBits(databases);
  const trust = new Map(databases.map((d, i) => [d.id, i]));
  const edits = await fieldEdits(tx, review.id);
  const works = new Map<number, number[]>();
  for (const [record, no] of numbers) {
    const members = works.get(no);
    if (members) members.push(record);
    else works.set(no, [record]);
  }
  const columns = emptyColumns(
    works.size,
    databases.map((d) => d.id),
    review.revision,
  );
  const alone = new AloneBuilder(numbers.size, columns.databases, review.revision, kept?.alone);
  const retrievals = await retrievalOfFiles(tx, review.id);
  let row = 0;
  await tx.execute('create temporary table fresh_work (like work including defaults) on commit drop');
  let batch: (string | number | object | null)[][] = [];
  const failed: AsideRecord[] = [];
  let done = 0;
  const addAlone = (no: number, open: readonly MemberRead[], together: Classification | null) => {
    for (const m of open) {
      const classification = together ? judgeAlone(judging, open, m, together) : judgeWork(judging, [m]).classification;
      alone.add(retrievals.get(m.file_id)!, no, m.no, bitOf(m), classification);
    }
  };
  const add = (no: number, open: readonly MemberRead[]) => {
    const membership = open.reduce((mask, m) => mask | bitOf(m), 0) >>> 0;
    const { classification, causes } = judgeWork(judging, open);
    const flags = withFamilyFlags(classification.flags, familyFlags.get(no) ?? []);
    setRow(columns, row++, { number: no, classification, membership, flags });
    addAlone(no, open, classification);
    const merged = mergeWork(
      open.map((m) => ({ no: m.no, trust: trust.get(m.database_id ?? '') ?? databases.length, item: m.item })),
      edits.get(no),
      SHOWN_FIELDS,
    );
    const shown = merged.fields.find((f) => f.field === 'title')?.records[0] ?? open[0]!.no;
    batch.push([
      review.id,
      no,
      merged.item.title,
      shortAuthors(merged.item.authors),
      merged.item.container,
      intervalWords(classification.dates.earliest),
      merged.item.doi,
      merged.item.pmid,
      shown,
      open.map((m) => m.no),
      membership,
      storedAxes(classification, causes, judging.levels),
      flags,
      null,
      null,
    ]);
  };
  const old = new Map(kept ? Array.from(kept.columns.numbers, (no, i) => [no, i] as const) : []);
  const takeOver = kept ? rowCopier(columns, kept.columns) : () => {};
  const stays = (no: number) => kept !== null && old.has(no) && !kept.changed.has(no) && !edits.has(no);
  for (const page of pagesOf(works)) {
    const read = await readMembers(
      tx,
      review.id,
      page.flatMap(([no, records]) => (stays(no) && alone.knows(records) ? [] : records)),
    );
    for (const [no, records] of page) {
      done += records.length;
      const members = () => [...records].sort((a, b) => a - b).map((r) => read.get(r)!);
      try {
        if (!stays(no)) add(no, members());
        else {
          takeOver(row++, old.get(no)!);
          if (alone.knows(records)) alone.keep(no, records);
          else addAlone(no, members(), null);
        }
      } catch (error) {
        failed.push(...blameFor(judging, members(), error));
      }
    }
    await step(done);
    await copyRows(tx, 'fresh_work', WORK_COLUMNS, [batch]);
    batch = [];
  }
  if (failed.length) throw new Unprocessable(failed);
  const updates = WORK_COLUMNS.slice(2).map((c) => `${c} = excluded.${c}`); // prettier-ignore
  await tx.execute(`insert into work select * from fresh_work on conflict (review_id, no) do update set ${updates.join(', ')}`);
  return { columns, alone: alone.done() };
}

/** Works in number order, as many at a time as have a page of records between them. */
function* pagesOf(works: ReadonlyMap<number, number[]>): Generator<[number, number[]][]> {
  let page: [number, number[]][] = [];
  let records = 0;
  for (const work of [...works].sort((a, b) => a[0] - b[0])) {
    page.push(work);
    records += work[1].length;
    if (records < PAGE) continue;
    yield page;
    page = [];
    records = 0;
  }
  if (page.length) yield page;
}

/** Records with their claims: two plain reads by number, which cost a page whatever the planner thinks of fresh tables. */
async function readMembers(tx: EntityManager, reviewId: string, records: readonly number[]): Promise<Map<number, MemberRead>> {
  if (records.length === 0) return new Map();
  const wanted = [reviewId, `{${records.join(',')}}`];
  const rows = await tx.execute<Omit<MemberRead, 'doc'>[]>(
    'select no, file_id, database_id, stable_name, item from record where review_id = ? and no = any(?::int[])',
    wanted,
  );
  const claims = await tx.execute<{ record_no: number; doc: PackedClaims }[]>(
    'select record_no, doc from record_claims where review_id = ? and record_no = any(?::int[])',
    wanted,
  );
  const docs = readClaims(claims);
  return new Map(rows.map((r) => [r.no, { ...r, doc: docs.get(r.no)! }]));
}

const WORK_COLUMNS = [
  'review_id',
  'no',
  'title',
  'authors',
  'container',
  'date_words',
  'doi',
  'pmid',
  'shown_record',
  'records',
  'membership',
  'axes',
  'flags',
  'absorbed_by',
  'absorbed_at',
];

/** What lists show of a work. */
const SHOWN_FIELDS = ['title', 'authors', 'container', 'doi', 'pmid'] as const;

/** The records of a work that cannot be classified by themselves either; all of them, when each can. */
function blameFor(judging: Judging, members: readonly Filed[], error: unknown): AsideRecord[] {
  const alone = members.filter((m) => {
    try {
      judgeWork(judging, [m]);
      return false;
    } catch {
      return true;
    }
  });
  return (alone.length ? alone : members).map((m) => asideOf(m.no, 'classify', error));
}

/** What a work's own records say, and what other publications bring upon it. */
export const withFamilyFlags = (own: readonly string[], family: readonly FamilyFlag[]) =>
  FLAGS.filter((f) => own.includes(f) || (family as readonly string[]).includes(f));

export function storedAxes(
  classification: Classification,
  causes: Partial<Record<string, WorkCause[]>>,
  levels: LevelTable,
): Record<MaskAxis, StoredAxis> {
  return Object.fromEntries(
    MASK_AXES.map((axis) => {
      const values = axisValues(axis, levels.scheme);
      const { mask, status, tier, disputed } = classification.axes[axis];
      const stored: StoredAxis = { codes: codesOf(values, mask), status, tier };
      if (disputed) stored.disputed = codesOf(values, disputed);
      if (causes[axis]) stored.causes = causes[axis];
      return [axis, stored];
    }),
  ) as Record<MaskAxis, StoredAxis>;
}
