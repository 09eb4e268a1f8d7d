import { randomUUID } from 'node:crypto';
import { mkdir } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import type { EntityManager } from '@mikro-orm/postgresql';
import { QUESTION_KINDS, shippedScheme } from '@/core/classify';
import type { Context } from '@/platform/context';
import { runBound } from '@/platform/db/client';
import { Attachment, BroughtField, ImportFile, ListRow, Review, SchemeRow } from '@/platform/db/schema';
import { incomingFolder, withIncoming } from '@/platform/files/incoming';
import { keepFile } from '@/platform/files/kept-files';
import { linesOf, TooLong } from '@/platform/files/lines';
import { readPdf } from '@/platform/files/read-pdf';
import { hasRoom } from '@/platform/files/room';
import { queueMerge } from '@/platform/queue/queue';
import { type Result, refuse } from '@/platform/verbs/refusals';
import { addPages } from '@/stages/decide';
import { formOf, type Manifest, upgraded } from './forms';
import { fitRow, ROW_KIND_NAMES, type RowKindName, reviewColumn, rowKey } from './rows';
import { Unfit, Zip } from './zip';

const MAX_JSON_BYTES = 64 * 1024 ** 2;
/** A row holds a record with its raw text, each at most a million characters, some of them escaped. */
const MOST_LINE_CHARS = 8_000_000;
const BATCH_CHARS = 2_000_000;

/**
 * Takes in a review from a bundle, as a review of its own: all of it or nothing. Every file is held against its
 * checksum, and every table must hold as many rows as the bundle says.
 * @param name what a person calls the bundle, for messages
 * @param path where it lies
 */
export async function takeBundle(ctx: Context, name: string, path: string): Promise<Result<{ id: string; title: string }>> {
  const id = randomUUID();
  try {
    const zip = await Zip.open(path);
    try {
      return { ok: true, id, title: await take(ctx, id, zip) };
    } finally {
      zip.close();
    }
  } catch (error) {
    if (error instanceof Unfit) return refuse(error.code, `${name}: ${error.message} Nothing was taken in.`);
    throw error;
  }
}

/** What a bundle says of itself, whatever form it is of. */
interface Announced {
  form: number;
  title: string;
  exportedAt: string;
  counts: Record<string, number>;
  files: Manifest['files'];
  later: readonly RowKindName[];
}

async function take(ctx: Context, id: string, zip: Zip): Promise<string> {
  const said = await announced(zip);
  await mkdir(incomingFolder(), { recursive: true });
  if (!(await hasRoom(incomingFolder(), zip.unpackedBytes)))
    throw new Unfit('no-room', 'the disk of the server has no room for what is in it.');
  const now = ctx.now();
  await ctx.em.transactional(async (tx) => {
    for (const kind of ROW_KIND_NAMES) {
      if (said.counts[kind] === undefined && said.later.includes(kind)) continue;
      const rows = await takeRows(tx as EntityManager, id, kind, zip, said, now);
      if (rows !== said.counts[kind])
        throw new Unfit('count', `data/${kind}.ndjson holds ${rows} rows, and ${said.counts[kind] ?? 'no number'} were announced.`);
    }
    for (const { name } of said.files) await takeFile(tx as EntityManager, id, name, zip, said);
    await checkReview(tx as EntityManager, id);
    // Whoever archived it did so elsewhere.
    const origin = { form: said.form, exportedAt: said.exportedAt, broughtAt: now.toISOString() };
    await tx.nativeUpdate(Review, { id }, { archivedAt: null, origin });
    // Everything that can be worked out is, by the rules of this program.
    await queueMerge(tx as EntityManager, id);
  });
  return said.title;
}

async function announced(zip: Zip): Promise<Announced> {
  const text = await zip.text('manifest.json', MAX_JSON_BYTES);
  if (text === null) throw new Unfit('no-bundle', 'it is a zip, but none of a review: manifest.json is not in it.');
  let json: { form?: unknown } | null;
  try {
    json = JSON.parse(text);
  } catch {
    throw new Unfit('no-bundle', 'manifest.json in it is not JSON.');
  }
  const form = formOf(json?.form);
  if (!form) throw new Unfit('other-form', `it is of a form that this version does not read (${JSON.stringify(json?.form ?? null)}).`);
  const parsed = form.manifest.safeParse(json);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    throw new Unfit('no-bundle', `manifest.json in it is not as it should be, at ${issue.path.join('.') || 'its top'}: ${issue.message}.`);
  }
  return { ...parsed.data, form: json!.form as number, later: form.later };
}

/** Reads the rows of a kind, each by its schema, into their table. @returns how many there were */
async function takeRows(tx: EntityManager, id: string, kind: RowKindName, zip: Zip, said: Announced, now: Date): Promise<number> {
  const name = `data/${kind}.ndjson`;
  const wrong = (line: number, words: string) => new Unfit('bad-row', `line ${line} of ${name} cannot be taken: ${words}.`);
  let [rows, chars, count]: [object[], number, number] = [[], 0, 0];
  const flush = async () => {
    if (rows.length === 0) return;
    try {
      await insertRows(tx, id, kind, rows as Record<string, unknown>[]);
    } catch (error) {
      throw wrong(count, (error as Error).message);
    }
    [rows, chars] = [[], 0];
  };
  for await (const line of rowsOf(await zip.checked(name, said), name)) {
    if (line === '') continue;
    count++;
    const row = upgraded(
      said.form,
      kind,
      readRow(line, (words) => wrong(count, words)),
    );
    if (!row) continue;
    const fit = fitRow(kind, row);
    if (typeof fit === 'string') throw wrong(count, fit);
    // What was done elsewhere was done before it was brought here: this tells the two apart for ever.
    if (typeof row.at === 'string' && new Date(row.at) > now) throw wrong(count, 'at: it was done after now');
    rows.push(kind === 'review' ? { ...fit.fields, created_at: now.toISOString() } : fit.fields);
    if (fit.more) tx.create(BroughtField, { reviewId: id, kind, key: rowKey(kind, row), fields: fit.more });
    chars += line.length;
    if (chars > BATCH_CHARS) await flush();
  }
  await flush();
  await tx.flush();
  zip.settle(name);
  await checkReferences(tx, name);
  if (kind === 'review' && count !== 1) throw new Unfit('count', `${name} holds ${count} reviews.`);
  return count;
}

async function* rowsOf(stream: Readable, name: string): AsyncGenerator<string> {
  try {
    yield* linesOf(stream, MOST_LINE_CHARS);
  } catch (error) {
    if (error instanceof TooLong) throw new Unfit('bad-row', `line ${error.line} of ${name} is longer than any row.`);
    throw error;
  }
}

/** The scheme and the kind of question are names of things: pages of a review that names others could not be drawn. */
async function checkReview(tx: EntityManager, id: string): Promise<void> {
  const review = await tx.findOneOrFail(Review, { id }, { refresh: true });
  const scheme = shippedScheme(review.scheme) ?? (await tx.findOne(SchemeRow, { reviewId: id, id: review.scheme }))?.doc;
  if (!scheme) throw new Unfit('bad-row', 'line 1 of data/review.ndjson names an evidence scheme that is not in it.');
  if (!Object.hasOwn(QUESTION_KINDS, review.kind) && !Object.hasOwn(scheme.kinds, review.kind))
    throw new Unfit('bad-row', 'line 1 of data/review.ndjson names an unknown kind of question.');
}

/** What rows refer to is looked for now, and not only when all is done: so that the file can be named. */
async function checkReferences(tx: EntityManager, name: string): Promise<void> {
  try {
    await tx.execute('set constraints all immediate');
  } catch (error) {
    const [, detail = (error as Error).message] = /detail: (.*)/.exec((error as Error).message) ?? [];
    throw new Unfit('bad-row', `a row of ${name} refers to something that is not in the bundle. ${detail}`);
  }
  await tx.execute('set constraints all deferred');
}

function readRow(line: string, wrong: (words: string) => Unfit): Record<string, unknown> {
  let row: unknown;
  try {
    row = JSON.parse(line);
  } catch {
    throw wrong('it is not JSON');
  }
  if (typeof row !== 'object' || row === null || Array.isArray(row)) throw wrong('it is not a JSON object');
  return row as Record<string, unknown>;
}

async function insertRows(tx: EntityManager, id: string, kind: RowKindName, rows: readonly Record<string, unknown>[]) {
  const list = Object.keys(rows[0]!)
    .map((c) => `"${c}"`)
    .join(', ');
  // With its schema: "record" alone would be PostgreSQL's own type of that name.
  await runBound(
    tx,
    `insert into "${kind}" (${reviewColumn(kind)}, ${list}) select $1::uuid, ${list} from json_populate_recordset(null::public."${kind}", $2::json)`,
    [id, JSON.stringify(rows)],
  );
}

const FILE = /^(files|pdf|lists)\/([0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12})$/;

/** Files that came with the review are kept, and the text of PDFs is read again; any other is made anew from its rows. */
async function takeFile(tx: EntityManager, id: string, name: string, zip: Zip, manifest: Announced): Promise<void> {
  const [, kind, fileId] = FILE.exec(name) ?? [];
  if (!fileId) return;
  const pdf = kind === 'pdf' ? await tx.findOne(Attachment, { reviewId: id, id: fileId }) : null;
  const list = kind === 'lists' ? await tx.findOne(ListRow, { reviewId: id, id: fileId }) : null;
  const row = pdf ?? list ?? (kind === 'files' ? await tx.findOne(ImportFile, { reviewId: id, id: fileId }) : null);
  // Nobody names it: it would be swept.
  if (!row) return;
  await withIncoming(await zip.checked(name, manifest), Number.POSITIVE_INFINITY, async (file) => {
    zip.settle(name);
    if (file.sha256 !== row.sha256) throw new Unfit('checksum', `${name} is not the file that its row names: its checksum is another.`);
    await keepFile(tx, id, file);
    if (!pdf) return;
    // One that cannot be read has no text to be searched.
    const read = await readPdf(file.path);
    if (!read.ok) return;
    Object.assign(pdf, { pages: read.pages.length, hasText: read.pages.some((p) => p.trim() !== '') });
    addPages(tx, id, pdf.id, read.pages);
    await tx.flush();
  });
}
