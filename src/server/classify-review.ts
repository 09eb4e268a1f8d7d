import type { EntityManager } from '@mikro-orm/postgresql';
import {
  type Classification,
  claimsOfRecord,
  classifyWork,
  type LevelTable,
  levelTable,
  NO_SCOPE,
  type RecordClaims,
  type RecordOfWork,
} from '@/core/classify';
import { fullestIndex, type Mergeable, mergeKeys, mergeRecords } from '@/core/merge';
import { scopeOf } from '@/core/parity';
import { type BibRecord, intervalWords, shortAuthors } from '@/core/record';
import { axisValues, type Columns, emptyColumns, encodeColumns, MASK_AXES, setRow } from '@/core/sieve';
import { codesOf } from '@/core/vocabularies';
import { copyRows } from '@/db/copy';
import { Review, SourceDatabase, type StoredAxis } from '@/db/schema';
import type { Context } from './context';
import type { Progress } from './progress';
import { NO_SCOPE_RULES, ruleSetFor } from './rule-set';
import { assignWorkNumbers } from './work-numbers';

const PAGE = 1000;

/**
 * Merges a review's records into works, derives claims and classification, and writes the columns under a new
 * revision, in one transaction. Claims that are up to date are kept; works keep their numbers.
 */
export async function classifyReview(ctx: Context, reviewId: string, progress: Progress): Promise<void> {
  await ctx.em.transactional(async (tx) => {
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`records:${reviewId}`]);
    const review = await tx.findOneOrFail(Review, { id: reviewId });
    const databases = await tx.find(SourceDatabase, { reviewId }, { orderBy: { position: 'asc' } });
    const [{ total }] = await tx.execute<[{ total: number }]>('select count(*)::int as total from active_record where review_id = ?', [
      reviewId,
    ]);
    const mergeable = await deriveClaims(tx, reviewId, databases, (done) => progress.step(done, 2 * total));
    const merged = mergeRecords(mergeable.map((m) => ({ order: m.order, keys: m.keys })));
    await assignWorkNumbers(
      tx,
      reviewId,
      mergeable.map((m) => m.no),
      merged.head,
    ); // prettier-ignore
    review.revision += 1;
    const columns = await classifyWorks(tx, review, databases, (done) => progress.step(total + done, 2 * total));
    await tx.execute(
      'insert into review_columns (review_id, revision, bytes) values (?, ?, ?) on conflict (review_id) do update set revision = excluded.revision, bytes = excluded.bytes',
      [reviewId, review.revision, Buffer.from(encodeColumns(columns))],
    );
    await tx.flush();
  });
}

interface RecordRead {
  no: number;
  database_id: string | null;
  item: BibRecord;
  stable_name: string;
  rule_set: string | null;
}

/** Derives the claims that are missing or out of date, and gives what merging needs of every record. */
async function deriveClaims(
  tx: EntityManager,
  reviewId: string,
  databases: SourceDatabase[],
  step: (done: number) => Promise<void>,
): Promise<(Mergeable & { no: number })[]> {
  const scopes = new Map(databases.map((d) => [d.id, scopeOf(d.profile)]));
  const ruleSets = new Map(databases.map((d) => [d.id, ruleSetFor(scopeOf(d.profile))]));
  const all: (Mergeable & { no: number })[] = [];
  await tx.execute('create temporary table fresh_claims (record_no int, rule_set text, doc jsonb) on commit drop');
  for (let after = 0; ; ) {
    const page = await tx.execute<RecordRead[]>(
      `select r.no, r.database_id, r.item, r.stable_name, c.rule_set from active_record r
       left join record_claims c on c.review_id = r.review_id and c.record_no = r.no
       where r.review_id = ? and r.no > ? order by r.no limit ${PAGE}`,
      [reviewId, after],
    );
    if (page.length === 0) break;
    const fresh: [number, string, RecordClaims][] = [];
    for (const row of page) {
      all.push({ no: row.no, order: row.stable_name, keys: mergeKeys(row.item) });
      const scope = scopes.get(row.database_id ?? '') ?? NO_SCOPE;
      const ruleSet = ruleSets.get(row.database_id ?? '') ?? NO_SCOPE_RULES;
      if (row.rule_set !== ruleSet) fresh.push([row.no, ruleSet, claimsOfRecord(row.item, scope)]);
    }
    if (fresh.length) await copyRows(tx, 'fresh_claims', ['record_no', 'rule_set', 'doc'], [fresh]);
    after = page.at(-1)!.no;
    await step(all.length);
  }
  await tx.execute(
    `insert into record_claims (review_id, record_no, rule_set, doc) select ?, record_no, rule_set, doc from fresh_claims
     on conflict (review_id, record_no) do update set rule_set = excluded.rule_set, doc = excluded.doc`,
    [reviewId],
  );
  return all;
}

interface MemberRead {
  work_no: number;
  no: number;
  database_id: string | null;
  item: BibRecord;
  doc: RecordClaims;
}

/** Classifies work after work, in number order, so that memory holds one page of records and the masks. */
async function classifyWorks(
  tx: EntityManager,
  review: Review,
  databases: SourceDatabase[],
  step: (done: number) => Promise<void>,
): Promise<Columns> {
  const levels = levelTable(review.scheme, review.kind);
  const bits = new Map(databases.map((d, i) => [d.id, 1 << i]));
  const [{ works }] = await tx.execute<[{ works: number }]>(
    'select count(distinct work_no)::int as works from work_record where review_id = ? and active',
    [review.id],
  );
  const columns = emptyColumns(
    works,
    databases.map((d) => d.id),
    review.revision,
  );
  let row = 0;
  await tx.execute('create temporary table fresh_work (like work including defaults) on commit drop');
  let open: MemberRead[] = [];
  let batch: (string | number | object | null)[][] = [];
  let done = 0;
  const close = () => {
    if (open.length === 0) return;
    const membership = open.reduce((mask, m) => mask | (bits.get(m.database_id ?? '') ?? 0), 0) >>> 0;
    const classification = classifyWork(open.map(asRecordOfWork), levels);
    setRow(columns, row++, { number: open[0]!.work_no, classification, membership });
    batch.push(workRow(review.id, open, classification, membership, levels));
    open = [];
  };
  // Rows that came by COPY have no statistics yet, and without them the planner sorts the whole review for every page.
  await tx.execute('analyze work_record');
  await tx.execute('analyze record');
  await tx.execute('analyze record_claims');
  for (let work = 0, record = 0; ; ) {
    const page = await tx.execute<MemberRead[]>(
      `select m.work_no, r.no, r.database_id, r.item, c.doc from work_record m
       join record r on r.review_id = m.review_id and r.no = m.record_no
       join record_claims c on c.review_id = m.review_id and c.record_no = m.record_no
       where m.review_id = ? and m.active and m.work_no >= ? and (m.work_no, m.record_no) > (?, ?) order by m.work_no, m.record_no limit ${PAGE}`,
      [review.id, work, work, record],
    );
    for (const member of page) {
      if (open.length && open[0]!.work_no !== member.work_no) close();
      open.push(member);
    }
    if (page.length < PAGE) close();
    done += page.length;
    await step(done);
    await copyRows(tx, 'fresh_work', WORK_COLUMNS, [batch]);
    batch = [];
    if (page.length < PAGE) break;
    work = page.at(-1)!.work_no;
    record = page.at(-1)!.no;
  }
  const updates = WORK_COLUMNS.slice(2).map((c) => `${c} = excluded.${c}`); // prettier-ignore
  await tx.execute(`insert into work select * from fresh_work on conflict (review_id, no) do update set ${updates.join(', ')}`);
  return columns;
}

const asRecordOfWork = (m: MemberRead): RecordOfWork => ({ key: m.no, dates: m.item.dates, found: m.doc });

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
];

function workRow(reviewId: string, members: MemberRead[], classification: Classification, membership: number, levels: LevelTable) {
  const shown = members[fullestIndex(members.map((m) => m.item))]!;
  const item = shown.item;
  const any = (pick: (r: BibRecord) => string) => pick(item) || (members.map((m) => pick(m.item)).find(Boolean) ?? '');
  return [
    reviewId,
    members[0]!.work_no,
    any((r) => r.title),
    shortAuthors(item.authors),
    any((r) => r.container),
    intervalWords(classification.dates.earliest),
    any((r) => r.doi),
    any((r) => r.pmid),
    shown.no,
    members.map((m) => m.no),
    membership,
    storedAxes(classification, levels),
    classification.flags,
    null,
  ];
}

function storedAxes(classification: Classification, levels: LevelTable): Record<string, StoredAxis> {
  return Object.fromEntries(
    MASK_AXES.map((axis) => {
      const values = axisValues(axis, levels.scheme);
      const { mask, stated, status, tier, disputed } = classification.axes[axis];
      return [
        axis,
        { codes: codesOf(values, mask), stated: codesOf(values, stated.mask), status, tier, disputed: codesOf(values, disputed) },
      ];
    }),
  );
}
