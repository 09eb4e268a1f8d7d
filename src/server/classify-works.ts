import type { EntityManager } from '@mikro-orm/postgresql';
import {
  type Classification,
  classifyWork,
  FLAGS,
  type LevelTable,
  levelTable,
  type RecordClaims,
  type RecordOfWork,
} from '@/core/classify';
import { type FamilyFlag, mergeWork } from '@/core/merge';
import { type BibRecord, intervalWords, shortAuthors } from '@/core/record';
import { axisValues, type Columns, emptyColumns, MASK_AXES, setRow } from '@/core/sieve';
import { codesOf } from '@/core/vocabularies';
import { copyRows } from '@/db/copy';
import type { Review, SourceDatabase, StoredAxis } from '@/db/schema';
import { fieldEdits } from './field-edits';

const PAGE = 1000;

interface MemberRead {
  work_no: number;
  no: number;
  database_id: string | null;
  item: BibRecord;
  doc: RecordClaims;
}

/** Classifies work after work, in number order, so that memory holds one page of records and the masks. */
export async function classifyWorks(
  tx: EntityManager,
  review: Review,
  databases: readonly SourceDatabase[],
  familyFlags: ReadonlyMap<number, FamilyFlag[]>,
  step: (done: number) => Promise<void>,
): Promise<Columns> {
  const levels = levelTable(review.scheme, review.kind);
  const bits = new Map(databases.map((d, i) => [d.id, 1 << i]));
  const trust = new Map(databases.map((d, i) => [d.id, i]));
  const edits = await fieldEdits(tx, review.id);
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
    const no = open[0]!.work_no;
    const flags = withFamilyFlags(classification.flags, familyFlags.get(no) ?? []);
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
      storedAxes(classification, levels),
      flags,
      null,
      null,
    ]);
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
  'absorbed_at',
];

/** What lists show of a work. */
const SHOWN_FIELDS = ['title', 'authors', 'container', 'doi', 'pmid'] as const;

/** What a work's own records say, and what other publications bring upon it. */
export const withFamilyFlags = (own: readonly string[], family: readonly FamilyFlag[]) =>
  FLAGS.filter((f) => own.includes(f) || (family as readonly string[]).includes(f));

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
