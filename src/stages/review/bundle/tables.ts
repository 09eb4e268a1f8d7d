import type { EntityManager } from '@mikro-orm/postgresql';

/**
 * The tables that a review is made of, in the order in which a bundle carries them, each with what its rows are sorted
 * by. What is only kept to answer sooner (answers to text, jobs that ended) is made anew.
 */
export const BUNDLE_TABLES = {
  review: 'id',
  criterion: 'position, id',
  source_database: 'position, id',
  retrieval: 'number',
  import_file: 'received_at, id',
  record: 'no',
  rejected_entry: 'file_id, ordinal',
  set_aside: 'record_no',
  record_claims: 'record_no',
  work: 'no',
  work_record: 'record_no',
  work_link: 'from_no, to_no, type',
  work_edit: 'seq',
  merge_key: 'record_no',
  merge_pair: 'a, b',
  merge_question: 'a, b',
  merge_state: 'rules',
  merge_ruling: 'seq',
  venue: 'key',
  evidence_scheme: 'id',
  ruling: 'seq',
  review_columns: 'revision',
  columns_patch: 'revision',
  sieve_version: 'number',
  sieve_override: 'seq',
  reason: 'position, code',
  reason_change: 'seq',
  decision: 'work_no, seq',
  written_difference: 'seq',
  full_text: 'work_no',
  attachment: 'at, id',
  attachment_page: 'attachment_id, page',
  sample_check: 'number',
  sample_verdict: 'seq',
  known_record: 'number',
  known_state: 'merges',
} as const;
export type BundleTable = keyof typeof BUNDLE_TABLES;
export const BUNDLE_TABLE_NAMES = Object.keys(BUNDLE_TABLES) as BundleTable[];

/** What belongs to a review beside those: jobs, and what is kept only to answer sooner. */
export const OTHER_TABLES = ['text_answer', 'job', 'merge_blocks', 'retrieval_columns', 'record_patch'] as const;

/** Tables that the application did not have at first: a bundle of then is read as one without a row of them. */
export const LATER_TABLES: ReadonlySet<BundleTable> = new Set<BundleTable>([
  'set_aside',
  'sample_check',
  'sample_verdict',
  'known_record',
  'known_state',
]);

/** The column that names the review: it is not in a bundle, since a copy has a name of its own. */
export const reviewColumn = (table: BundleTable): string => (table === 'review' ? 'id' : 'review_id');

/** The other columns of every table, in their order. */
export async function bundleColumns(em: EntityManager): Promise<ReadonlyMap<BundleTable, string[]>> {
  const rows = await em.execute<{ table_name: BundleTable; column_name: string }[]>(
    `select table_name, column_name from information_schema.columns where table_schema = current_schema() and table_name = any(?::text[])
     order by table_name, ordinal_position`,
    [`{${BUNDLE_TABLE_NAMES.join(',')}}`],
  );
  const columns = new Map<BundleTable, string[]>(BUNDLE_TABLE_NAMES.map((t) => [t, []]));
  for (const { table_name: table, column_name: column } of rows) if (column !== reviewColumn(table)) columns.get(table)!.push(column);
  return columns;
}
