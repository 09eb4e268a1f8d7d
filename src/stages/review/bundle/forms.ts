import { z } from 'zod';
import { ROW_KIND_NAMES, ROW_KINDS, type RowKindName } from './rows';

/** The form that bundles are written in. Raised when a field is renamed, moved or means something else. */
export const BUNDLE_FORM = 3;

const files = z
  .array(z.strictObject({ name: z.string().max(300), bytes: z.int().min(0), sha256: z.string().regex(/^[0-9a-f]{64}$/) }))
  .describe('Every other file of the bundle, with its size and its checksum (SHA-256).');
const common = {
  application: z.literal('Narrow Sieve'),
  title: z.string().min(1).max(300).describe('The title of the review.'),
  ruleSet: z.string().max(80).describe('The rules that the records were classified by.'),
  exportedAt: z.iso.datetime().describe('When the bundle was made; no other file of it depends on this.'),
  counts: z.record(z.string(), z.int().min(0)).describe('Lines in each file of the folder data, a line being one row of one kind.'),
  files,
};

/** What `manifest.json` says of a bundle that is written today. */
const manifestSchema = z
  .looseObject({ form: z.literal(BUNDLE_FORM).describe('The form of the bundle.'), ...common })
  .describe('A review of Narrow Sieve as a zip of open files.');
export type Manifest = Pick<z.infer<typeof manifestSchema>, 'form' | keyof typeof common>;

/** How bundles of one form are read: what their manifest says, and how a row of each kind becomes one of the next form. */
interface Form {
  manifest: z.ZodType<{ title: string; exportedAt: string; counts: Record<string, number>; files: Manifest['files'] }>;
  /** Kinds that it did not have at first: where one is missing, there was no row of it. */
  later: readonly RowKindName[];
  /** @returns the row in the next form; null when it has no place there any more */
  upgrade(kind: RowKindName, row: Record<string, unknown>): Record<string, unknown> | null;
}

/** Kinds that every form came to carry when people began to sign in. */
const SINCE_PEOPLE = ['judgement', 'difference_note'] as const satisfies readonly RowKindName[];
/** And when the search itself came to be done here. */
const SINCE_SEARCH = [
  ...['thesaurus', 'search_door', 'search_sheet', 'search_run', 'search_look', 'saved_search', 'saved_run', 'strategy_reading'],
] as const satisfies readonly string[] as readonly RowKindName[];
/** And when sources came to be found in other ways. */
const SINCE_WAYS = ['finding', 'library_list', 'citation_round', 'lead', 'hit_mark'] as const satisfies readonly RowKindName[];

/** What form 1 carried of each table that is worked out anew since. */
const COMPUTED_IN_1: Partial<Record<RowKindName, readonly string[]>> = {
  review: ['revision', 'sieve_edit', 'archived_at', 'created_at'],
  work: ['authors', 'container', 'date_words', 'doi', 'pmid', 'shown_record', 'records', 'membership', 'axes', 'flags'],
  attachment: ['pages', 'has_text'],
  known_record: ['matches', 'first'],
};

/** A quota on one axis as one that can be on several. Anything else is left to the schema to judge. */
function withSeveralAxes(quota: unknown): unknown {
  if (!quota || typeof quota !== 'object' || !('axis' in quota)) return quota;
  const { axis, allowed, ...rest } = quota as Record<string, unknown>;
  return { ...rest, all: [{ axis, allowed }], years: null };
}

/**
 * Every form that was ever written, by its number. Form 1 carried each table of the database as it was, with all that
 * had been computed; form 2 carries what cannot be computed, each row by a schema of its own; since form 3 a criterion's
 * quota can ask for values on several axes and for how new a source is.
 */
const FORMS: Readonly<Record<number, Form>> = {
  1: {
    manifest: z.looseObject({ form: z.literal(1), ...common }),
    later: ['sample_check', 'sample_verdict', 'known_record', 'review_change', ...SINCE_PEOPLE, ...SINCE_SEARCH, ...SINCE_WAYS],
    upgrade(kind, row) {
      const computed = COMPUTED_IN_1[kind] ?? [];
      return Object.fromEntries(Object.entries(row).filter(([field]) => !computed.includes(field)));
    },
  },
  2: {
    manifest: z.looseObject({ form: z.literal(2), ...common }),
    later: ['review_change', ...SINCE_PEOPLE, ...SINCE_SEARCH, ...SINCE_WAYS],
    upgrade: (kind, row) => (kind === 'criterion' ? { ...row, quota: withSeveralAxes(row.quota) } : row),
  },
  [BUNDLE_FORM]: {
    manifest: manifestSchema,
    later: ['review_change', ...SINCE_PEOPLE, ...SINCE_SEARCH, ...SINCE_WAYS],
    upgrade: (_kind, row) => row,
  },
};

export const formOf = (number: unknown): Form | null => (typeof number === 'number' ? (FORMS[number] ?? null) : null);

/** A row of some form as one of today's. */
export function upgraded(form: number, kind: RowKindName, row: Record<string, unknown>): Record<string, unknown> | null {
  let now: Record<string, unknown> | null = row;
  for (let at = form; now && at < BUNDLE_FORM; at++) now = FORMS[at]!.upgrade(kind, now);
  return now;
}

/** The published schema: of the manifest, and of a row of every kind. */
export const bundleJsonSchema = (): object => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: `A bundle of Narrow Sieve, form ${BUNDLE_FORM}`,
  manifest: z.toJSONSchema(manifestSchema, { unrepresentable: 'any', io: 'input' }),
  rows: Object.fromEntries(
    ROW_KIND_NAMES.map((name) => [name, z.toJSONSchema(ROW_KINDS[name].schema, { unrepresentable: 'any', io: 'input' })]),
  ),
});
