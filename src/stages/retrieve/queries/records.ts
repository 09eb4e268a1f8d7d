import { type BibRecord, identifiersOf, inspectRecord, type Problem, problemWords, shortAuthors } from '@/core/record';
import { type Context, NotFound, openReview } from '@/platform/context';
import { databasesOf, OTHER_WAYS, standsFor, UNATTRIBUTED } from '../store/databases';
import { comparedNumbers } from './retrieval-view';

const PAGE = 100;

/** Which records a list holds. All that is given must hold. */
export interface RecordFilter {
  /** Number of a retrieval. */
  retrieval?: number;
  file?: string;
  /** Tag of a database, or "--" for those that say not which. */
  database?: string;
  /** "vocabulary|term" that no table knows. */
  unmapped?: string;
  /** Records read with a problem of this code; "any" for any. */
  problem?: string;
  set?: 'fresh' | 'gone' | 'changed';
  find?: string;
  page: number;
}

export interface RecordLine {
  no: number;
  tag: string;
  title: string;
  authors: string;
  date: string;
  retrieval: number;
  line: number;
  problems: number;
  withdrawn: boolean;
}

interface Row {
  no: number;
  database_id: string | null;
  stable_name: string;
  item: BibRecord;
  problems: Problem[];
  line: number;
  number: number;
  withdrawn: boolean;
}

/** A page of records with how many there are. Records of withdrawn retrievals show only where they are asked for. */
export async function listRecords(
  ctx: Context,
  reviewId: string,
  filter: RecordFilter,
): Promise<{ total: number; records: RecordLine[]; pages: number }> {
  await openReview(ctx, reviewId);
  const databases = await databasesOf(ctx, reviewId);
  const where = ['r.review_id = ?'];
  const values: unknown[] = [reviewId];
  const add = (sql: string, ...more: unknown[]) => {
    where.push(sql);
    values.push(...more);
  };
  if (filter.retrieval && filter.set) {
    const numbers = await comparedNumbers(ctx, reviewId, filter.retrieval, filter.set);
    add('r.no = any(?::int[])', `{${numbers.join(',')}}`);
  } else if (filter.retrieval) add('t.number = ?', filter.retrieval);
  else add("not t.withdrawn and f.state <> 'cancelled'");
  if (filter.file) add('r.file_id = ?', filter.file);
  if (filter.database === UNATTRIBUTED.tag) add("r.database_id is null and r.stable_name not like '++|%'");
  else if (filter.database === OTHER_WAYS.tag) add("r.stable_name like '++|%'");
  else if (filter.database)
    add('r.database_id = ?', databases.find((d) => d.tag === filter.database)?.id ?? '00000000-0000-0000-0000-000000000000');
  if (filter.unmapped)
    add(
      `exists (select 1 from record_claims c where c.review_id = r.review_id and c.record_no = r.no and c.unmapped @> ?::jsonb)`,
      JSON.stringify([filter.unmapped]),
    );
  if (filter.problem === 'any') add(`jsonb_array_length(r.problems) > 0`);
  else if (filter.problem) add('r.problems @> ?::jsonb', JSON.stringify([{ code: filter.problem }]));
  if (filter.find) add(`strpos(lower(r.item->>'title'), lower(?)) > 0`, filter.find);
  const from = `from record r join import_file f on f.review_id = r.review_id and f.id = r.file_id
    join retrieval t on t.review_id = f.review_id and t.id = f.retrieval_id where ${where.join(' and ')}`;
  const [{ total }] = await ctx.em.execute<[{ total: number }]>(`select count(*)::int as total ${from}`, values);
  const pages = Math.max(1, Math.ceil(total / PAGE));
  const page = Math.min(Math.max(1, filter.page), pages);
  const rows = await ctx.em.execute<Row[]>(
    `select r.no, r.database_id, r.stable_name, r.item, r.problems, r.line, t.number, t.withdrawn ${from} order by r.no limit ${PAGE} offset ${(page - 1) * PAGE}`,
    values,
  );
  return {
    total,
    pages,
    records: rows.map((r) => ({
      no: r.no,
      tag: standsFor(r, databases).tag,
      title: r.item.title || r.item.doi || r.item.pmid,
      authors: shortAuthors(r.item.authors),
      date: r.item.dates.issue || r.item.dates.online,
      retrieval: r.number,
      line: r.line,
      problems: r.problems.length,
      withdrawn: r.withdrawn,
    })),
  };
}

interface Detail extends Row {
  file: string;
  file_id: string;
  ordinal: number;
  raw: string;
  work_no: number | null;
}

/** One record: its fields beside its raw text, where it came from, what to look at in it, and its work's other records. */
export async function recordView(ctx: Context, reviewId: string, no: number) {
  const review = await openReview(ctx, reviewId);
  const databases = await databasesOf(ctx, reviewId);
  const rows =
    Number.isSafeInteger(no) && no > 0 && no < 2 ** 31
      ? await ctx.em.execute<Detail[]>(
          `select r.*, f.name as file, t.number, t.withdrawn, m.work_no from record r
           join import_file f on f.review_id = r.review_id and f.id = r.file_id
           join retrieval t on t.review_id = f.review_id and t.id = f.retrieval_id
           left join work_record m on m.review_id = r.review_id and m.record_no = r.no and m.active
           where r.review_id = ? and r.no = ?`,
          [reviewId, no],
        )
      : [];
  const [row] = rows;
  if (!row) throw new NotFound('There is no such record.');
  const others = row.work_no
    ? await ctx.em.execute<{ no: number; database_id: string | null; stable_name: string; title: string; line: number }[]>(
        `select r.no, r.database_id, r.stable_name, r.item->>'title' as title, r.line from work_record m join record r on r.review_id = m.review_id and r.no = m.record_no
         where m.review_id = ? and m.active and m.work_no = ? and r.no <> ? order by r.no`,
        [reviewId, row.work_no, no],
      )
    : [];
  return {
    no,
    database: { tag: standsFor(row, databases).tag, name: standsFor(row, databases).name },
    /** It was found in another way than by a database. */
    otherwise: standsFor(row, databases) === OTHER_WAYS,
    retrieval: row.number,
    withdrawn: row.withdrawn,
    file: row.file,
    ordinal: row.ordinal,
    line: row.line,
    raw: row.raw,
    item: row.item,
    problems: row.problems.map((p) => ({ line: p.line, field: p.field ?? '', message: problemWords(p) })),
    findings: inspectRecord(row.item, Number(review.asOf.slice(0, 4))),
    identifiers: identifiersOf(row.item),
    workNo: row.work_no,
    others: others.map((o) => ({ no: o.no, tag: standsFor(o, databases).tag, title: o.title, line: o.line })),
  };
}
export type RecordView = Awaited<ReturnType<typeof recordView>>;
