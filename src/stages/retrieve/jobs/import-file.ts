import { createHash } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/postgresql';
import { CLAIM_COLUMNS, KEY_COLUMNS, RECORD_COLUMNS, type ReadRecord, Scopes, takenIn } from '@/core/derive';
import { type Entry, readBatches } from '@/core/formats';
import { CarriedFields } from '@/core/parity';
import { problemWords } from '@/core/record';
import type { Context } from '@/platform/context';
import { copyRows, copyWritten } from '@/platform/db/copy';
import { ImportFile, Retrieval, SourceDatabase } from '@/platform/db/schema';
import { keptPieces } from '@/platform/files/kept-files';
import { utf8Text } from '@/platform/files/utf8-text';
import type { Progress } from '@/platform/queue/progress';
import { queueMerge } from '@/platform/queue/queue';
import { shortHash } from '@/platform/short-hash';
import { inOrder } from '@/platform/threads/in-order';
import { basisOf, labourFor } from '@/platform/threads/labour';

const REJECTED_COLUMNS = ['review_id', 'file_id', 'ordinal', 'line', 'code', 'message', 'raw'];
const KEPT_OF_REJECTED = 100_000;
/** A file may hold millions of entries that are none; so many are listed, all are counted. */
export const MAX_REJECTED_ROWS = 20_000;
/** Records of a task: enough to be worth sending, few enough to be short-lived. */
const BATCH = 500;
/** A record of a usual export, to tell from a file's length whether it is long. */
const RECORD_BYTES = 1500;

/**
 * Reads a received file into records and rejections, with the claims and merge keys of each record, in one transaction,
 * and queues the classification. Running it again after a crash starts from nothing; running it after it succeeded does nothing.
 */
export async function importFile(ctx: Context, reviewId: string, fileId: string, progress: Progress): Promise<void> {
  await ctx.em.transactional(async (tx) => {
    // One writer of records a review at a time: record numbers are given without gaps.
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`records:${reviewId}`]);
    const file = await tx.findOneOrFail(ImportFile, { reviewId, id: fileId });
    if (file.state !== 'received') return;
    const retrieval = await tx.findOneOrFail(Retrieval, { reviewId, id: file.retrievalId });
    const databases = await tx.find(SourceDatabase, { reviewId, id: { $in: retrieval.databaseIds } });
    const carried = new Map(databases.map((d) => [d.id, new CarriedFields()]));
    const counts = await copyEntries(tx, ctx.em.fork(), file, databases, progress, carried);
    file.state = 'imported';
    file.parsed = counts.parsed;
    file.rejected = counts.rejected;
    // What a database's records carry is seen from them, until a person says it.
    await tx.flush();
    for (const [database, fields] of carried)
      await tx.execute(
        `update source_database set profile = jsonb_set(profile, '{carries}', ?::jsonb)
         where review_id = ? and id = ? and profile->'carries' = '[]'`,
        [JSON.stringify(fields.list()), reviewId, database],
      );
    await queueMerge(tx, reviewId, { because: `${file.name} was read`, locked: true });
  });
}

type Attribute = (database: string) => SourceDatabase | null;

/**
 * Which database a record comes from: the only one searched, else the one the record names. It is never guessed: a
 * record that names none of them is unattributed.
 */
function attribution(databases: readonly SourceDatabase[]): Attribute {
  if (databases.length === 1) return () => databases[0]!;
  const plain = (text: string) =>
    text
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, ' ')
      .trim(); // prettier-ignore
  const byName = new Map(databases.flatMap((d) => [plain(d.name), plain(d.tag)].map((name) => [name, d] as const)));
  return (name) => byName.get(plain(name)) ?? null;
}

async function copyEntries(
  tx: EntityManager,
  /** The file is read beside the transaction, whose connection takes the rows. */
  source: EntityManager,
  file: ImportFile,
  databases: readonly SourceDatabase[],
  progress: Progress,
  carried: ReadonlyMap<string, CarriedFields>,
): Promise<{ parsed: number; rejected: number }> {
  const [{ next }] = await tx.execute<[{ next: number }]>('select coalesce(max(no), 0) + 1 as next from record where review_id = ?', [
    file.reviewId,
  ]);
  const attribute = attribution(databases);
  let no = Number(next);
  const first = no;
  let rejected = 0;
  const listed: Extract<Entry, { kind: 'rejected' }>[] = [];
  async function* batches(): AsyncGenerator<ReadRecord[]> {
    let bytesRead = 0;
    async function* chunks() {
      for await (const chunk of keptPieces(source, file.reviewId, file.sha256)) {
        bytesRead += chunk.length;
        yield chunk;
      }
    }
    let rows: ReadRecord[] = [];
    for await (const batch of readBatches(chunks(), file.format!, { mapping: file.mapping ?? undefined, utf8: utf8Text })) {
      await progress.step(bytesRead, file.bytes, no - first + rejected);
      for (const entry of batch) {
        if (entry.kind === 'rejected') {
          rejected++;
          if (listed.length < MAX_REJECTED_ROWS) listed.push({ ...entry, raw: entry.raw.slice(0, KEPT_OF_REJECTED) });
          continue;
        }
        const database = attribute(entry.record.database);
        if (database) carried.get(database.id)?.add(entry.record);
        const hash = createHash('sha1').update(entry.raw).digest('hex');
        rows.push({
          no: no++,
          database: database?.id ?? null,
          ordinal: entry.ordinal,
          line: entry.line,
          raw: entry.raw,
          item: JSON.stringify(entry.record),
          problems: JSON.stringify(entry.problems),
          name: `${database?.tag ?? '--'}|${entry.record.accession}|${hash}`,
        });
      }
      if (rows.length < BATCH) continue;
      yield rows;
      rows = [];
    }
    if (rows.length) yield rows;
  }
  const basis = basisOf(databases.map(({ id, profile }) => ({ id, profile })));
  const scopes = new Scopes(databases, shortHash);
  const labour = labourFor(file.bytes / RECORD_BYTES);
  const made = inOrder(batches(), labour.width, (records) =>
    labour.run('takeIn', basis, { reviewId: file.reviewId, fileId: file.id, records }, (_, t) =>
      takenIn(scopes, t.reviewId, t.fileId, t.records),
    ),
  );
  // While one batch is written, the next are read and derived.
  let written: Promise<void> = Promise.resolve();
  try {
    for await (const { records, claims, keys } of made) {
      await written;
      written = (async () => {
        await copyWritten(tx, 'record', RECORD_COLUMNS, [records]);
        await copyWritten(tx, 'record_claims', CLAIM_COLUMNS, [claims]);
        await copyWritten(tx, 'merge_key', KEY_COLUMNS, [keys]);
      })();
      written.catch(() => {});
    }
  } finally {
    // Broken off, the transaction ends only when nothing is written in it any more.
    await written.catch(() => {});
  }
  await written;
  await copyRows(tx, 'rejected_entry', REJECTED_COLUMNS, [
    listed.map((r) => [file.reviewId, file.id, r.ordinal, r.line, r.problem.code, problemWords(r.problem), r.raw]),
  ]);
  return { parsed: no - first, rejected };
}
