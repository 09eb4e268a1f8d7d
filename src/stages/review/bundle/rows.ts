import { z } from 'zod';
import { schemeSchema } from '@/core/classify';
import { STAGES } from '@/core/flow';
import { DIRECTIONS, WAYS } from '@/core/found';
import { columnMapping, limiterProfile, searchStep, USUAL_TOLERANCE } from '@/core/parity';
import { readersSetting } from '@/core/readers';
import { emptyRecord } from '@/core/record';
import { sheet } from '@/core/search/blocks';
import { doorSettings } from '@/core/search/desk';
import { SRU_VERSIONS } from '@/core/search/sru';
import { concept } from '@/core/search/thesaurus';
import { quotaSchema, sieveSchema } from '@/core/sieve';
import { CHANGES_DONE, CHANGES_OF, LIST_KINDS } from '@/platform/db/schema';

const uuid = z.uuid();
const int = z.int();
const no = z.int().positive();
const bool = z.boolean();
const text = z.string();
const upTo = (length: number) => z.string().max(length);
/** A moment in UTC or with its offset, as PostgreSQL writes it. */
const time = z.iso.datetime({ offset: true });
const person = upTo(120);
/** Who did it: the name as it was, and the account on the installation where it was done, if there was one. */
const by = { person, person_id: uuid.nullish() };
const json = z.json();
const strings = z.array(text);
const numbers = z.array(int);

/** A parsed record: its fields are there and of the kind that they are in an empty one; later fields may be there too. */
const record = z.record(z.string(), json).superRefine((item, context) => {
  for (const [field, empty] of Object.entries(emptyRecord())) {
    const value = item[field];
    const fits = Array.isArray(empty) ? Array.isArray(value) : typeof value === typeof empty && value !== null;
    if (!fits)
      context.addIssue({ code: 'custom', path: [field], message: `it should be ${Array.isArray(empty) ? 'a list' : `a ${typeof empty}`}` });
  }
});
const snapshot = z.looseObject({ axes: z.record(z.string(), json), dateWords: text, outcome: text });

const seenRecord = z.looseObject({ id: text, title: text, hash: text });

/** One kind of row that a bundle carries. */
export interface RowKind {
  /** The fields of a row. Others that stand there are kept, and written again. */
  schema: z.ZodObject;
  /** What a row is known by within the review. */
  key: readonly string[];
  /** In which order rows are written. */
  order: string;
  /** What the table has beside, until it is worked out anew. */
  fill?: (row: Record<string, unknown>) => Record<string, unknown>;
}
const kind = (key: string, order: string, shape: z.ZodRawShape, fill?: RowKind['fill']): RowKind => ({
  ...{ schema: z.object(shape), key: key.split(' '), order },
  ...(fill ? { fill } : {}),
});

/**
 * Everything that cannot be worked out from the rest, in the order in which a bundle carries it. Claims, merge keys,
 * joins, families, columns, what known works were matched with and the text of PDFs are left out, and made anew.
 */
export const ROW_KINDS = {
  review: kind(
    'title',
    'id',
    {
      ...{ title: upTo(300).min(1), question: text, kind: upTo(40), population: text, intervention: text, comparison: text, outcome: text },
      ...{ as_of: z.iso.date(), scheme: upTo(40), person, sieve: sieveSchema, two_stages: bool },
      ...{ templates: json.nullable(), write_up: json.nullable(), parity_tolerance: z.number().min(0).max(0.5).optional() },
      likely_share: z.number().min(0.5).max(0.999).optional(),
      readers: z.record(z.enum(STAGES), readersSetting).nullish(),
      library: z
        .looseObject({ resolver: text, proxy: text, asker: text, lender: text, register: text, citations: text, deadline: upTo(10) })
        .nullish(),
    },
    (row) => ({
      revision: 0,
      sieve_edit: 0,
      archived_at: null,
      parity_tolerance: row.parity_tolerance ?? USUAL_TOLERANCE,
      likely_share: row.likely_share ?? 0.95,
    }),
  ),
  criterion: kind('id', 'position, id', {
    ...{
      id: uuid,
      position: int,
      text: upTo(300),
      definition: text,
      judged_by: z.enum(['limiter', 'reader', 'number']),
      reason_code: upTo(40),
    },
    ...{ quota: quotaSchema.nullable(), archived: bool },
  }),
  source_database: kind('id', 'position, id', {
    ...{ id: uuid, position: int, name: upTo(120), tag: z.string().length(2), profile: limiterProfile },
  }),
  retrieval: kind(
    'id',
    'number',
    {
      ...{ id: uuid, number: no, database_ids: z.array(uuid), platform: upTo(200), searched_on: upTo(10), coverage_from: upTo(40) },
      ...{ coverage_to: upTo(40), default_fields: upTo(400), word_variation: upTo(400), strategy: text, steps: z.array(searchStep) },
      ...{ reported: int.nullable(), exported: int.nullable(), reasons: z.looseObject({ notExported: text, notInFile: text }) },
      ...{ sort_order: upTo(200), capped: bool, ran_by: person, notes: text, updates: uuid.nullable(), withdrawn: bool },
      ...{ withdrawn_why: text, rerun: text, edit: int, created_at: time },
      ...{ stated: z.array(z.strictObject({ native: upTo(200), why: text })).optional(), way: z.enum(['', ...WAYS]).optional() },
    },
    (row) => ({ stated: row.stated ?? [], way: row.way ?? '' }),
  ),
  import_file: kind(
    'id',
    'received_at, id',
    {
      ...{ id: uuid, retrieval_id: uuid, corrects: uuid.nullable(), mapping: columnMapping.nullable(), name: upTo(300), bytes: int.min(0) },
      ...{
        sha256: z.string().regex(/^[0-9a-f]{64}$/),
        format: upTo(20).nullable(),
        parsed: int,
        rejected: int,
        message: text,
        received_at: time,
      },
      state: z.enum(['received', 'waiting', 'imported', 'refused', 'cancelled', 'failed']),
      archived: bool.optional(),
    },
    (row) => ({ archived: row.archived ?? false }),
  ),
  record: kind('no', 'no', {
    ...{ no, file_id: uuid, database_id: uuid.nullable(), ordinal: int, line: int, raw: text, item: record, problems: z.array(json) },
    stable_name: text,
  }),
  rejected_entry: kind('file_id ordinal', 'file_id, ordinal', {
    ...{ file_id: uuid, ordinal: int, line: int, code: upTo(40), message: text, raw: text },
  }),
  /** Which numbers works have, so that what was decided finds them; what is known of them is worked out anew. */
  work: kind('no', 'no', { no, title: text, absorbed_by: no.nullable(), absorbed_at: time.nullable() }, () => ({
    ...{ authors: '', container: '', date_words: '', doi: '', pmid: '', shown_record: 0, records: [], membership: 0, axes: {}, flags: [] },
  })),
  work_record: kind('record_no', 'record_no', { record_no: no, work_no: no, active: bool, prior_no: no }),
  work_edit: kind('seq', 'seq', { seq: no, work_no: no, field: upTo(20), value: text.nullable(), ...by, at: time }),
  merge_ruling: kind('seq', 'seq', {
    ...{ seq: no, act: uuid, verdict: z.enum(['join', 'apart', 'link', 'unlink', 'undo']), a: no, b: no, a_name: text, b_name: text },
    ...{ link: upTo(20).nullable(), undoes: uuid.nullable(), reason: text, ...by, at: time },
  }),
  venue: kind('key', 'key', { key: upTo(400), entry: z.looseObject({ type: z.enum(['journal', 'press']) }), ...by, at: time }),
  evidence_scheme: kind('id', 'id', { id: upTo(40), doc: schemeSchema, edit: int, ...by, at: time }),
  ruling: kind('seq', 'seq', {
    ...{ seq: no, axis: upTo(20), codes: strings, reach: z.enum(['one', 'these', 'standing']), cause: json.nullable(), records: numbers },
    ...{ names: strings, works: int, reason: text, undoes: int.nullable(), ...by, at: time },
  }),
  sieve_version: kind('number', 'number', {
    ...{ number: no, limiters: sieveSchema, note: text, ...by, at: time },
    basis: z.looseObject({ asOf: text, scheme: text, kind: text, ruleSet: text, revision: int }),
  }),
  sieve_override: kind('seq', 'seq', {
    ...{ seq: no, fate: z.enum(['pass', 'stop', 'undo']), limiters: strings, record_no: no, work_no: no, undoes: int.nullable() },
    ...{ reason: text, ...by, at: time },
  }),
  reason: kind('code', 'position, code', {
    ...{ code: upTo(40), position: int, text: upTo(300), definition: text, merged_into: upTo(40).nullable(), archived: bool },
    origin: z.enum(['criterion', 'limiter', 'question', 'own', 'retrieval']),
  }),
  reason_change: kind('seq', 'seq', {
    ...{ seq: no, code: upTo(40), before: text, after: text, ...by, at: time },
    kind: z.enum(['added', 'renamed', 'defined', 'merged', 'parted', 'archived', 'restored']),
  }),
  decision: kind('work_no seq', 'work_no, seq', {
    ...{ work_no: no, seq: no, stage: z.enum(['title-abstract', 'full-text']), reason_code: upTo(40), reason_text: text, grounds: text },
    ...{ verdict: z.enum(['keep', 'exclude', 'wait', 'background', 'undo']), page: upTo(60), note: text, snapshot, sieve_version: no },
    ...{ act: uuid.nullable(), how: upTo(12).nullish(), ...by, at: time },
  }),
  judgement: kind('work_no person_id seq', 'work_no, person_id, seq', {
    ...{ work_no: no, person_id: uuid, seq: no, stage: z.enum(STAGES), verdict: z.enum(['keep', 'exclude', 'wait', 'background', 'undo']) },
    ...{ reason_code: upTo(40), reason_text: text, grounds: text, page: upTo(60), note: text, snapshot, act: uuid.nullable() },
    ...{ person, at: time },
  }),
  difference_note: kind('seq', 'seq', { seq: no, work_no: no, stage: z.enum(STAGES), text, ...by, at: time }),
  written_difference: kind('seq', 'seq', { seq: no, work_no: no, text, ...by, at: time }),
  full_text: kind(
    'work_no',
    'work_no',
    {
      ...{ work_no: no, asked: upTo(10), promised: upTo(10), arrived: upTo(10), source: upTo(300), note: text, edit: int, ...by, at: time },
      ...{ refused: upTo(10).optional(), refused_why: upTo(300).optional(), request: upTo(100).optional() },
    },
    (row) => ({ refused: row.refused ?? '', refused_why: row.refused_why ?? '', request: row.request ?? '' }),
  ),
  attachment: kind(
    'id',
    'at, id',
    {
      ...{ id: uuid, record_no: no, name: upTo(300), bytes: int.min(0), sha256: z.string().regex(/^[0-9a-f]{64}$/), removed: bool, ...by },
      at: time,
    },
    () => ({ pages: 0, has_text: false }),
  ),
  review_change: kind('seq', 'seq', {
    ...{ seq: no, kind: z.enum(CHANGES_OF), subject: text, work_no: no.nullable(), why: text, decisions: int.nullable() },
    ...{ did: z.enum(CHANGES_DONE), before: text.nullish(), after: text.nullish(), ...by, at: time },
  }),
  sample_check: kind('number', 'number', {
    ...{ number: no, kind: z.enum(['stopped', 'own-decisions']), design: upTo(12), seed: int, share: z.number().nullable() },
    strata: z.array(z.looseObject({ limiter: text, name: text, words: text, size: int, works: numbers })),
    ...{ order: numbers, decided: z.record(z.string(), z.enum(['keep', 'exclude'])), sieve_version: no, ...by, at: time },
  }),
  sample_verdict: kind('seq', 'seq', {
    ...{ seq: no, check_number: no, work_no: no, verdict: z.enum(['keep', 'exclude', 'unsure', 'undo']), note: text, ...by, at: time },
  }),
  known_record: kind(
    'number',
    'number',
    { number: no, source: upTo(300), raw: text, line: int, item: record, ruled: int.nullable(), removed: bool, ...by, at: time },
    ({ number }) => ({ matches: [], first: number }),
  ),
  thesaurus: kind('id', 'at, id', { id: uuid, name: upTo(300), concepts: z.array(concept), ...by, at: time }),
  search_door: kind('database_id', 'database_id', {
    ...{ database_id: uuid, address: upTo(1000), version: z.enum(SRU_VERSIONS), record_schema: upTo(200), title: upTo(300), about: text },
    ...{
      most_records: int.nullable(),
      settings: doorSettings,
      own_query: text.nullable(),
      own_query_of: text,
      thesaurus_id: uuid.nullable(),
    },
    ...{ ...by, at: time },
  }),
  search_sheet: kind('number', 'number', { number: int.min(0), sheet, note: text, edit: int, ...by, at: time }),
  search_run: kind('seq', 'seq', {
    ...{
      seq: no,
      database_id: uuid,
      sheet_number: int,
      sheet,
      lines: z.array(z.looseObject({ key: text, query: text })),
      advice: z.array(json),
      ms: int,
    },
    ...{ ...by, at: time },
  }),
  search_look: kind('seq', 'seq', {
    ...{ seq: no, database_id: uuid, line_key: upTo(120), label: upTo(200), query: text, total: int, seed: int.nullable() },
    ...{ titles: z.array(z.looseObject({ identifier: text, title: text })), ...by, at: time },
  }),
  saved_search: kind('id', 'at, id', {
    ...{
      id: uuid,
      name: upTo(200),
      database_id: uuid,
      query: text,
      every_days: int,
      next_at: time.nullable(),
      removed: bool,
      ...by,
      at: time,
    },
  }),
  saved_run: kind('saved_id seq', 'saved_id, seq', {
    ...{ saved_id: uuid, seq: no, total: int.nullable(), seen: z.array(seenRecord), fresh: z.array(seenRecord), gone: z.array(seenRecord) },
    ...{ changed: z.array(seenRecord), problem: text, at: time },
  }),
  finding: kind('record_no', 'record_no', {
    ...{ record_no: no, way: z.enum(WAYS), place: upTo(300), of_record: no.nullable(), direction: z.enum(DIRECTIONS).nullable() },
    ...{ round: int.min(0), found_on: upTo(10), note: text, not_read: text, ...by, at: time },
  }),
  library_list: kind('id', 'at, id', {
    ...{ id: uuid, kind: z.enum(LIST_KINDS), name: upTo(200), day: upTo(10), bytes: int.min(0), lines: int.min(0), removed: bool },
    ...{ sha256: z.string().regex(/^[0-9a-f]{64}$/), problems: z.array(z.looseObject({ line: int, message: text })), ...by, at: time },
  }),
  citation_round: kind('number', 'number', {
    ...{ number: no, day: upTo(10), sources: strings, cited: int, citing: int, known: int, seen: int, ...by, at: time },
    followed: z.array(z.looseObject({ record: no, references: int.nullable(), citedBy: int.nullable() })),
  }),
  lead: kind('round ordinal', 'round, ordinal', {
    ...{ round: no, ordinal: no, key: upTo(320), direction: z.enum(DIRECTIONS), text, item: record, of_records: numbers },
    ...{ taken_record: no.nullable(), left: text, ...by, at: time },
  }),
  hit_mark: kind('attachment_id page start', 'attachment_id, page, start', {
    ...{ attachment_id: uuid, page: no, start: int.min(0), words: upTo(200), about: bool, ...by, at: time },
  }),
  strategy_reading: kind('seq', 'seq', {
    seq: no,
    sheet_number: int,
    reader: upTo(200),
    read_on: upTo(10),
    changed: text,
    ...by,
    at: time,
  }),
} as const satisfies Record<string, RowKind>;
export type RowKindName = keyof typeof ROW_KINDS;
export const ROW_KIND_NAMES = Object.keys(ROW_KINDS) as RowKindName[];

/** Tables of a review that are worked out from the rest, or kept to answer sooner: they do not travel. */
export const MADE_ANEW = [
  ...['text_answer', 'job', 'merge_blocks', 'retrieval_columns', 'record_patch', 'review_columns', 'columns_patch', 'set_aside'],
  ...['work_tally', 'kept_figure', 'find_state', 'find_part', 'find_word'],
  // Records on their way; what came of them is a file of a retrieval.
  'search_taking',
  ...[
    'record_claims',
    'merge_key',
    'merge_pair',
    'merge_question',
    'merge_state',
    'work_link',
    'attachment_page',
    'known_state',
    'likely_basis',
  ],
  // Who may do what is said where it is done.
  ...['membership', 'one_time_link', 'person_place'],
  // Their content travels as files.
  ...['kept_file', 'kept_piece'],
] as const;

/** The column that names the review: it is not in a bundle, since a copy has a name of its own. */
export const reviewColumn = (table: string): string => (table === 'review' ? 'id' : 'review_id');

/** What a row of a kind is known by, as one text. */
export const rowKey = (of: RowKindName, row: Record<string, unknown>): string =>
  JSON.stringify(ROW_KINDS[of].key.map((field) => row[field]));

/** A row as it was read, parted into the fields that are known and those that are not. @returns words when it is not fit */
export function fitRow(of: RowKindName, row: unknown): { fields: Record<string, unknown>; more: Record<string, unknown> | null } | string {
  const { schema, fill } = ROW_KINDS[of] as RowKind;
  const parsed = schema.safeParse(row);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    return `${issue!.path.join('.') || 'the row'}: ${issue!.message}`;
  }
  const unknown = Object.entries(row as object).filter(([field]) => !Object.hasOwn(schema.shape, field));
  // What stood there, not what a schema makes of it: evidence is kept as it is.
  const known = Object.fromEntries(Object.keys(schema.shape).map((field) => [field, (row as Record<string, unknown>)[field]]));
  return { fields: { ...known, ...fill?.(known) }, more: unknown.length ? Object.fromEntries(unknown) : null };
}
