import { createHash, randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { finished, pipeline } from 'node:stream/promises';
import { IsolationLevel } from '@mikro-orm/core';
import type { EntityManager } from '@mikro-orm/postgresql';
import { ZipFile } from 'yazl';
import { drawFlow } from '@/core/flow';
import { writeCsv } from '@/core/formats';
import { RULE_SET } from '@/core/storage';
import { pieceText } from '@/core/write-up';
import { type Context, openReview } from '@/platform/context';
import { Attachment, BroughtField, ImportFile, ListRow, type Review } from '@/platform/db/schema';
import { incomingFolder } from '@/platform/files/incoming';
import { isKept, keptPieces } from '@/platform/files/kept-files';
import { BOTH_HAVE_JUDGED } from '@/stages/decide';
import { searchLog } from '@/stages/retrieve';
import { sieveFile } from '@/stages/sieve';
import { tablesOf, writeUpData } from '@/stages/write-up';
import { BUNDLE_FORM, bundleJsonSchema, type Manifest } from './forms';
import { readmeOf } from './readme';
import { ROW_KIND_NAMES, ROW_KINDS, type RowKindName, reviewColumn, rowKey } from './rows';

/** Zip wants a time of every file; that of the manifest is the only one that says something. */
const OPTIONS = { mtime: new Date(1980, 0, 1), mode: 0o100644, forceDosTimestamp: true };
/** Harder packing takes twice the time and saves a tenth. */
const LEVEL = 4;
const ROWS = 500;

/** Writes files into a zip one after another, with their sizes and checksums. */
class BundleZip {
  readonly files: Manifest['files'] = [];
  private readonly zip = new ZipFile();
  readonly out = this.zip.outputStream as Readable;
  private readonly gone = once(this.out, 'close').then(() => {
    throw new Error('The reader of the bundle went away.');
  });

  constructor() {
    // At the end it closes as it should, and nobody waits for this any more.
    this.gone.catch(() => {});
  }

  /** @param packed false for what is packed already */
  async add(name: string, pieces: AsyncIterable<Uint8Array | string> | Iterable<Uint8Array | string>, packed = true, listed = true) {
    const hash = createHash('sha256');
    let bytes = 0;
    async function* measured() {
      for await (const piece of pieces) {
        const chunk = typeof piece === 'string' ? Buffer.from(piece) : piece;
        hash.update(chunk);
        bytes += chunk.length;
        yield chunk;
      }
    }
    const stream = Readable.from(measured());
    this.zip.addReadStream(stream, name, { ...OPTIONS, compressionLevel: packed ? LEVEL : 0 });
    // Whoever reads the zip sets the pace. When they go away, nothing more is read.
    await Promise.race([finished(stream), this.gone]);
    if (listed) this.files.push({ name, bytes, sha256: hash.digest('hex') });
  }
  end() {
    this.zip.end();
  }
}

/** The rows of a kind as JSON lines, a page at a time; inside a transaction, which holds the place. */
async function* linesOf(tx: EntityManager, reviewId: string, kind: RowKindName, counted: (n: number) => void) {
  const { schema, order } = ROW_KINDS[kind];
  const list = Object.keys(schema.shape)
    .map((c) => `"${c}"`)
    .join(', ');
  const more = await broughtFields(tx, reviewId, kind);
  await tx.execute(
    `declare rows_of no scroll cursor for select row_to_json(t)::text as line from
       (select ${list} from "${kind}" t where ${reviewColumn(kind)} = ? ${kind === 'judgement' ? `and ${BOTH_HAVE_JUDGED}` : ''} order by ${order}) t`,
    [reviewId],
  );
  for (;;) {
    const rows = await tx.execute<{ line: string }[]>(`fetch ${ROWS} from rows_of`);
    counted(rows.length);
    if (rows.length) yield `${rows.map((r) => (more.size ? withMore(kind, r.line, more) : r.line)).join('\n')}\n`;
    if (rows.length < ROWS) break;
  }
  await tx.execute('close rows_of');
}

/** Fields that came with rows of a bundle and mean nothing here, by the key of their row. */
async function broughtFields(tx: EntityManager, reviewId: string, kind: RowKindName): Promise<ReadonlyMap<string, object>> {
  const rows = await tx.find(BroughtField, { reviewId, kind });
  return new Map(rows.map((r) => [r.key, r.fields]));
}
function withMore(kind: RowKindName, line: string, more: ReadonlyMap<string, object>): string {
  const row = JSON.parse(line) as Record<string, unknown>;
  const fields = more.get(rowKey(kind, row));
  return fields ? JSON.stringify({ ...row, ...fields }) : line;
}

/** A review as a zip of open files, made while it is read. @see readmeOf for what is in it */
export async function writeBundle(ctx: Context, reviewId: string): Promise<Readable> {
  const review = await openReview(ctx, reviewId);
  const bundle = new BundleZip();
  void fill(bundle, ctx, review).catch((error: Error) => bundle.out.destroy(error));
  return bundle.out;
}

async function fill(bundle: BundleZip, ctx: Context, review: Review) {
  const { id, title } = review;
  await bundle.add('README.txt', [readmeOf(title)]);
  await bundle.add('schema.json', [json(bundleJsonSchema())]);
  const spool = join(incomingFolder(), randomUUID());
  await mkdir(spool, { recursive: true });
  let counts: Record<string, number>;
  try {
    counts = await spoolRows(ctx, id, spool);
    for (const kind of ROW_KIND_NAMES)
      await bundle.add(`data/${kind}.ndjson`, createReadStream(join(spool, kind), { highWaterMark: 1 << 18 }) as AsyncIterable<Uint8Array>);
  } finally {
    await rm(spool, { recursive: true, force: true });
  }
  const addFile = async (name: string, sha256: string, packed: boolean) => {
    // A file that an earlier version lost is missing from the bundle too; its records are not.
    if (await isKept(ctx.em, id, sha256)) await bundle.add(name, keptPieces(ctx.em, id, sha256), packed);
  };
  for (const file of await ctx.em.find(ImportFile, { reviewId: id }, { orderBy: { receivedAt: 'asc', id: 'asc' } }))
    await addFile(`files/${file.id}`, file.sha256, true);
  for (const list of await ctx.em.find(ListRow, { reviewId: id }, { orderBy: { at: 'asc', id: 'asc' } }))
    await addFile(`lists/${list.id}`, list.sha256, true);
  for (const pdf of await ctx.em.find(Attachment, { reviewId: id }, { orderBy: { at: 'asc', id: 'asc' } }))
    await addFile(`pdf/${pdf.id}`, pdf.sha256, false);
  const data = await writeUpData(ctx, id);
  await bundle.add('sieve.json', [(await sieveFile(ctx, id, 0)).text]);
  await bundle.add('facts.json', [json(data.facts)]);
  await bundle.add('methods.json', [json(data.methods.map((m) => ({ ...m, text: m.pieces.map(pieceText).join('') })))]);
  if (data.flow) {
    await bundle.add('flow.json', [json(data.flow)]);
    await bundle.add('flow.svg', [drawFlow(data.flow, data.settings.flowWords)]);
  }
  for (const table of tablesOf(data)) await bundle.add(`tables/${table.id}.csv`, [writeCsv([table.columns, ...table.rows])]);
  await bundle.add('search-log.txt', [await searchLog(ctx, id)]);
  const manifest: Manifest = {
    ...{ form: BUNDLE_FORM, application: 'Narrow Sieve', title, ruleSet: RULE_SET, exportedAt: ctx.now().toISOString() },
    ...{ counts, files: bundle.files },
  };
  await bundle.add('manifest.json', [json(manifest)], true, false);
  bundle.end();
}

/**
 * The rows of a review as files, a kind each: one picture of it, whatever others do to it meanwhile. They are written as
 * fast as they can be read, since that holds a connection; whoever reads the bundle slowly holds none.
 * @returns how many rows there are of each kind
 */
async function spoolRows(ctx: Context, reviewId: string, folder: string): Promise<Record<string, number>> {
  const counts: Record<string, number> = {};
  await ctx.em.fork().transactional(
    async (tx) => {
      for (const kind of ROW_KIND_NAMES) {
        counts[kind] = 0;
        const lines = linesOf(tx as EntityManager, reviewId, kind, (n) => {
          counts[kind]! += n;
        });
        await pipeline(Readable.from(lines), createWriteStream(join(folder, kind)));
      }
    },
    { isolationLevel: IsolationLevel.REPEATABLE_READ, readOnly: true },
  );
  return counts;
}

const json = (value: unknown): string => `${JSON.stringify(value, null, 1)}\n`;
