import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rename, rm } from 'node:fs/promises';
import { dirname } from 'node:path';
import { createInterface } from 'node:readline';
import { type Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { EntityManager } from '@mikro-orm/postgresql';
import { type Entry, open as openZip, type ZipFile } from 'yauzl';
import type { Context } from '@/platform/context';
import { runBound } from '@/platform/db/client';
import { Review } from '@/platform/db/schema';
import { filePath } from '@/platform/files/files';
import { type Result, refuse } from '@/platform/verbs/refusals';
import { pdfPath } from '@/stages/decide';
import { type Manifest, manifestSchema } from './manifest';
import { BUNDLE_TABLE_NAMES, type BundleTable, bundleColumns, LATER_TABLES, reviewColumn } from './tables';

const MAX_BUNDLE_BYTES = 8 * 1024 ** 3;
/** Unpacked, all files together: a zip can hold a thousand times what it weighs. */
const MAX_UNPACKED_BYTES = 32 * 1024 ** 3;
const MAX_JSON_BYTES = 64 * 1024 ** 2;
const BATCH_CHARS = 2_000_000;

/** Why a bundle cannot be taken. */
class Unfit extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}

/**
 * Takes in a review from a bundle, as a review of its own: all of it or nothing. Every file is held against its
 * checksum, and every table must hold as many rows as the bundle says.
 */
export async function readBundle(ctx: Context, name: string, body: Readable): Promise<Result<{ id: string; title: string }>> {
  const id = randomUUID();
  const path = filePath('bundles', id);
  await mkdir(dirname(path), { recursive: true });
  try {
    await pipeline(body, bounded(MAX_BUNDLE_BYTES), createWriteStream(path));
    const zip = await Zip.open(path);
    try {
      const title = await take(ctx, id, zip);
      return { ok: true, id, title };
    } finally {
      zip.close();
    }
  } catch (error) {
    await rm(filePath(id, ''), { recursive: true, force: true });
    if (error instanceof Unfit) return refuse(error.code, `${name}: ${error.message} Nothing was taken in.`);
    throw error;
  } finally {
    await rm(path, { force: true });
  }
}

const bounded = (most: number) => {
  let bytes = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      done(bytes > most ? new Unfit('too-large', `it is larger than ${most / 1024 ** 3} GB.`) : null, chunk);
    },
  });
};

async function take(ctx: Context, id: string, zip: Zip): Promise<string> {
  const manifest = await manifestOf(zip);
  await ctx.em.transactional(async (tx) => {
    const columns = await bundleColumns(tx as EntityManager);
    for (const table of BUNDLE_TABLE_NAMES) {
      if (!manifest.columns[table] && LATER_TABLES.has(table)) continue;
      const ours = columns.get(table)!;
      const theirs = manifest.columns[table] ?? [];
      const odd = [...theirs.filter((c) => !ours.includes(c)), ...ours.filter((c) => !theirs.includes(c))];
      if (odd.length)
        throw new Unfit('other-form', `data/${table}.ndjson was written by another version of the application (${odd[0]} is not in both).`);
      const rows = await takeTable(tx as EntityManager, id, table, ours, zip, manifest);
      if (rows !== manifest.counts[table])
        throw new Unfit('count', `data/${table}.ndjson holds ${rows} rows, and ${manifest.counts[table] ?? 'no number'} were announced.`);
    }
    for (const { name } of manifest.files) await takeFile(id, name, zip, manifest);
    // Whoever archived it did so elsewhere.
    await tx.nativeUpdate(Review, { id }, { archivedAt: null, createdAt: ctx.now() });
  });
  return manifest.title;
}

async function manifestOf(zip: Zip): Promise<Manifest> {
  const text = await zip.text('manifest.json', MAX_JSON_BYTES);
  if (text === null) throw new Unfit('no-bundle', 'it is a zip, but none of a review: manifest.json is not in it.');
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new Unfit('no-bundle', 'manifest.json in it is not JSON.');
  }
  const parsed = manifestSchema.safeParse(json);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    throw new Unfit('no-bundle', `manifest.json in it is not as it should be, at ${issue.path.join('.') || 'its top'}: ${issue.message}.`);
  }
  return parsed.data;
}

async function takeTable(
  tx: EntityManager,
  id: string,
  table: BundleTable,
  columns: readonly string[],
  zip: Zip,
  manifest: Manifest,
): Promise<number> {
  const name = `data/${table}.ndjson`;
  const list = columns.map((c) => `"${c}"`).join(', ');
  // With its schema: "record" alone would be PostgreSQL's own type of that name.
  const insert = (rows: string[]) =>
    runBound(
      tx,
      `insert into "${table}" (${reviewColumn(table)}, ${list}) select $1::uuid, ${list} from json_populate_recordset(null::public."${table}", $2::json)`,
      [id, `[${rows.join(',')}]`],
    );
  let [rows, chars, count]: [string[], number, number] = [[], 0, 0];
  const flush = async () => {
    if (rows.length === 0) return;
    try {
      await insert(rows);
    } catch (error) {
      throw new Unfit('bad-row', `a row of ${name} before line ${count + 1} cannot be read: ${(error as Error).message}.`);
    }
    [rows, chars] = [[], 0];
  };
  const lines = createInterface({ input: await zip.checked(name, manifest), crlfDelay: Number.POSITIVE_INFINITY });
  for await (const line of lines) {
    if (line === '') continue;
    count++;
    rows.push(line);
    chars += line.length;
    if (chars > BATCH_CHARS) await flush();
  }
  await flush();
  zip.settle(name);
  return count;
}

const FILE = /^(files|pdf)\/([0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12})$/;

/** Files that came with the review go where its own will; any other is made anew from its rows. */
async function takeFile(id: string, name: string, zip: Zip, manifest: Manifest): Promise<void> {
  const found = FILE.exec(name);
  if (!found) return;
  const path = found[1] === 'pdf' ? pdfPath(id, found[2]!) : filePath(id, found[2]!);
  await mkdir(dirname(path), { recursive: true });
  await pipeline(await zip.checked(name, manifest), createWriteStream(`${path}.part`));
  zip.settle(name);
  await rename(`${path}.part`, path);
}

/** The files of a zip by their names, each read with its checksum. */
class Zip {
  private readonly sums = new Map<string, string>();
  private constructor(
    private readonly zip: ZipFile,
    private readonly entries: ReadonlyMap<string, Entry>,
  ) {}

  static async open(path: string): Promise<Zip> {
    return new Promise((done, fail) => {
      openZip(path, { lazyEntries: true, autoClose: false, validateEntrySizes: true }, (error, zip) => {
        if (error || !zip) return fail(new Unfit('no-zip', 'it is not a zip file, or it was cut off.'));
        const entries = new Map<string, Entry>();
        let bytes = 0;
        zip.on('error', () => fail(new Unfit('no-zip', 'it is damaged.')));
        zip.on('entry', (entry: Entry) => {
          bytes += entry.uncompressedSize;
          if (bytes > MAX_UNPACKED_BYTES) return fail(new Unfit('too-large', 'unpacked, it is larger than any review.'));
          entries.set(entry.fileName, entry);
          zip.readEntry();
        });
        zip.on('end', () => done(new Zip(zip, entries)));
        zip.readEntry();
      });
    });
  }
  close() {
    this.zip.close();
  }

  private stream(name: string): Promise<Readable | null> {
    const entry = this.entries.get(name);
    if (!entry) return Promise.resolve(null);
    return new Promise((done, fail) =>
      this.zip.openReadStream(entry, (error, stream) =>
        error || !stream ? fail(new Unfit('no-zip', `${name} in it is damaged.`)) : done(stream),
      ),
    );
  }

  async text(name: string, most: number): Promise<string | null> {
    if ((this.entries.get(name)?.uncompressedSize ?? 0) > most) throw new Unfit('too-large', `${name} in it is larger than it can be.`);
    const stream = await this.stream(name);
    if (!stream) return null;
    const chunks: Buffer[] = [];
    for await (const chunk of stream) chunks.push(chunk as Buffer);
    return Buffer.concat(chunks).toString('utf8');
  }

  /** A file that the manifest names; `settle` holds it against its checksum when it was read to its end. */
  async checked(name: string, manifest: Manifest): Promise<Readable> {
    const announced = manifest.files.find((f) => f.name === name);
    const stream = announced && (await this.stream(name));
    if (!stream) throw new Unfit('missing', `${name} is missing.`);
    const hash = createHash('sha256');
    const through = new Transform({
      transform(chunk: Buffer, _encoding, done) {
        hash.update(chunk);
        done(null, chunk);
      },
      flush: (done) => {
        this.sums.set(name, hash.digest('hex') === announced.sha256 ? 'same' : 'other');
        done();
      },
    });
    stream.on('error', () => through.destroy(new Unfit('no-zip', `${name} in it is damaged.`)));
    return stream.pipe(through);
  }
  settle(name: string) {
    if (this.sums.get(name) !== 'same')
      throw new Unfit('checksum', `${name} was changed since the bundle was made: its checksum is another.`);
  }
}
