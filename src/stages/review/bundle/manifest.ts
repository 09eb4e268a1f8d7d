import { z } from 'zod';

/** Raised when what a bundle holds changes; older ones are then refused or read by their own rules. */
export const BUNDLE_FORM = 1;

/** What `manifest.json` says of a bundle. */
export const manifestSchema = z
  .strictObject({
    form: z.literal(BUNDLE_FORM).describe('The form of the bundle.'),
    application: z.literal('Narrow Sieve'),
    title: z.string().min(1).max(300).describe('The title of the review.'),
    ruleSet: z.string().max(80).describe('The rules that the records were classified by.'),
    exportedAt: z.iso.datetime().describe('When the bundle was made; no other file of it depends on this.'),
    counts: z.record(z.string(), z.int().min(0)).describe('Lines in each file of the folder data, a line being one row of one table.'),
    columns: z.record(z.string(), z.array(z.string())).describe('The fields of a line, in each file of the folder data.'),
    files: z
      .array(z.strictObject({ name: z.string().max(300), bytes: z.int().min(0), sha256: z.string().regex(/^[0-9a-f]{64}$/) }))
      .describe('Every other file of the bundle, with its size and its checksum (SHA-256).'),
  })
  .describe('A review of Narrow Sieve as a zip of open files.');
export type Manifest = z.infer<typeof manifestSchema>;

/** The published schema of the manifest. */
export const bundleJsonSchema = (): object => z.toJSONSchema(manifestSchema);

/** What stands in the bundle for a person who opens it. */
export const readmeOf = (title: string): string => `${title}

This is a review of Narrow Sieve as a zip of open files. It can be imported again under "Reviews", and it can be read
without the application:

manifest.json   what is in here: the form, the counts, and a checksum (SHA-256) of every other file
schema.json     the schema of the manifest (JSON Schema)
data/           one file a table, one JSON object a line: records raw (field "raw") and parsed ("item"), the claims
                that they make, works, families, rulings, versions of the sieve, decisions, reasons, the search log
                (retrieval), full texts, samples and what was said of them, known works. Together they are the whole
                state of the review. "review_columns" and "columns_patch" hold what was computed from the rest, packed,
                so that a copy is the same at once.
files/          the files that were imported, as they were received, named by their id in data/import_file
pdf/            attached PDFs, named by their id in data/attachment
sieve.json      the working sieve, in its own exchange form
facts.json      per record and work what the write-up counts; methods.json: the methods paragraphs, each number with
                the question to facts.json that it answers
flow.json, flow.svg   the flow of sources
tables/         the tables of the write-up as CSV
search-log.txt  the search log in words

Numbers of works and records are those of the review. Times are in UTC.
`;
