import { randomUUID } from 'node:crypto';
import { mkdir } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import type { EntityManager } from '@mikro-orm/postgresql';
import { detectFormat, type Format, mappingOf, textOfHead } from '@/core/formats';
import type { ColumnMapping } from '@/core/record';
import { type Context, isUuid, NotFound, openReview } from '@/platform/context';
import { isFull, isMissingReference } from '@/platform/db/faults';
import { noteChange } from '@/platform/db/note-change';
import { ImportFile, Retrieval, SourceDatabase } from '@/platform/db/schema';
import { type Incoming, incomingFolder, withIncoming } from '@/platform/files/incoming';
import { keepFile } from '@/platform/files/kept-files';
import { hasRoom } from '@/platform/files/room';
import { enqueue } from '@/platform/queue/queue';
import { takeLocks } from '@/platform/verbs/open-review';
import { type Result, refuse } from '@/platform/verbs/refusals';
import { firstBytes } from '../store/first-bytes';
import { EMPTY_RETRIEVAL, insertRetrieval, nameOfRetrieval, retrievalById, retrievalsOf } from '../store/retrievals';

export const MAX_FILE_BYTES = 1024 * 1024 * 1024;

/** Where a file belongs: a retrieval, or a database, whose newest retrieval gets it (a first one is begun if need be). */
export interface FileTarget {
  retrievalId?: string;
  databaseId?: string;
  /** What a person says it is, instead of what its content says. */
  format?: Format;
  /** How large it says it is. */
  bytes?: number;
  /** The file whose rejected entries it holds, corrected. */
  corrects?: string;
}

/**
 * Keeps a file as received and queues its import. Memory does not grow with it. A file that
 * cannot be read as a whole is listed as refused, with the reason; a table waits until its columns are matched.
 */
export async function receiveFile(
  ctx: Context,
  reviewId: string,
  target: FileTarget,
  name: string,
  body: Readable,
): Promise<Result<{ fileId: string; waiting: boolean }>> {
  await openReview(ctx, reviewId);
  const wrong = await wrongTarget(ctx, reviewId, target);
  if (wrong) return wrong;
  await mkdir(incomingFolder(), { recursive: true });
  const noRoom = () =>
    refuse('no-room', `The disk of the server has no room for ${name}. Nothing was taken; make room, then send it again.`);
  if (!(await hasRoom(incomingFolder(), target.bytes ?? 0))) return noRoom();
  try {
    const received = await withIncoming(body, MAX_FILE_BYTES, async (file) => {
      await ctx.em.fork().transactional((tx) => keepFile(tx as EntityManager, reviewId, file));
      return enter({ ...ctx, em: ctx.em.fork() }, reviewId, target, name, file);
    });
    return received ?? refuse('too-large', `${name} is larger than 1 GB. Export it in parts.`);
  } catch (error) {
    if (isFull(error)) return noRoom();
    // The review was deleted while the file came.
    if (isMissingReference(error)) throw new NotFound('There is no such review.');
    throw error;
  }
}

/** Lists a file that was kept, and queues its import: behind a lock, since the same file may come twice at once. */
async function enter(
  ctx: Context,
  reviewId: string,
  target: FileTarget,
  name: string,
  { path, bytes, sha256 }: Incoming,
): Promise<Result<{ fileId: string; waiting: boolean }>> {
  const file = { id: randomUUID(), name, bytes, sha256 };
  const head = await firstBytes(path);
  const detected = detectFormat(head, target.format);
  return ctx.em.transactional(async (em) => {
    const tx = em as EntityManager;
    await takeLocks(tx, ['retrievals', 'files'], reviewId);
    const { retrieval, databases } = await placeOf({ ...ctx, em: tx }, reviewId, target);
    const twin = await twinOf({ ...ctx, em: tx }, reviewId, file.sha256, retrieval);
    if (twin)
      return refuse(
        'same-file',
        `${file.name} has the same content as ${twin.name}, which was already imported into retrieval ${twin.number}. Nothing was added.`,
      );
    const row = {
      ...{ reviewId, ...file, corrects: target.corrects ?? null, mapping: null, parsed: 0, rejected: 0, archived: false },
      retrieval: tx.getReference(Retrieval, [reviewId, retrieval.id]),
      receivedAt: ctx.now(),
    };
    if ('problem' in detected) {
      tx.create(ImportFile, { ...row, format: null, state: 'refused', message: detected.problem.message });
      return refuse(detected.problem.code, `${file.name}: ${detected.problem.message}`);
    }
    const mapping = detected.format === 'csv' ? rememberedMapping(head, databases) : null;
    const waiting = detected.format === 'csv' && !mapping;
    tx.create(ImportFile, { ...row, mapping, format: detected.format, state: waiting ? 'waiting' : 'received', message: '' });
    await tx.flush();
    const into = await nameOfRetrieval({ ...ctx, em: tx }, reviewId, retrieval.id);
    await noteChange({ ...ctx, em: tx }, await openReview({ ...ctx, em: tx }, reviewId), {
      kind: 'file',
      did: 'added',
      subject: name,
      why: `Of ${into}.`,
    });
    if (!waiting) await enqueue(tx, reviewId, 'import-file', file.id, { because: name });
    return { ok: true, fileId: file.id, waiting };
  });
}

/** What is wrong with where a file is to go: told before it is sent to its end. */
async function wrongTarget(ctx: Context, reviewId: string, target: FileTarget) {
  const { retrievalId, databaseId = '', corrects } = target;
  if (retrievalId) {
    const retrieval = await retrievalById(ctx, reviewId, retrievalId);
    if (!retrieval || retrieval.way) return refuse('no-retrieval', 'Choose the retrieval that this file belongs to.');
    if (retrieval.withdrawn) return refuse('withdrawn', 'This retrieval is withdrawn. Restore it before adding files to it.');
  } else if (!isUuid(databaseId) || !(await ctx.em.findOne(SourceDatabase, { reviewId, id: databaseId })))
    return refuse('no-database', 'Choose the database that this file was exported from.');
  const corrected = corrects && isUuid(corrects) ? await ctx.em.findOne(ImportFile, { reviewId, id: corrects }) : null;
  if (corrects && (!corrected || corrected.retrievalId !== (await retrievalFor(ctx, reviewId, target))?.id))
    return refuse('no-file', 'The file that this one corrects is not in the same retrieval.');
  return null;
}

/** The retrieval that a file goes to, if there is one: the one that is named, or the newest of the database alone. */
async function retrievalFor(ctx: Context, reviewId: string, { retrievalId, databaseId }: FileTarget): Promise<Retrieval | null> {
  if (retrievalId) return retrievalById(ctx, reviewId, retrievalId);
  const all = await retrievalsOf(ctx, reviewId);
  return all.filter((r) => !r.withdrawn && r.databaseIds.length === 1 && r.databaseIds[0] === databaseId).at(-1) ?? null;
}

async function placeOf(
  ctx: Context & { em: EntityManager },
  reviewId: string,
  target: FileTarget,
): Promise<{ retrieval: Pick<Retrieval, 'id'>; databases: SourceDatabase[] }> {
  const own = await retrievalFor(ctx, reviewId, target);
  const databaseIds = own?.databaseIds ?? [target.databaseId!];
  const retrieval = own ?? (await insertRetrieval(ctx, await openReview(ctx, reviewId), { ...EMPTY_RETRIEVAL, databaseIds }));
  return { retrieval, databases: await ctx.em.find(SourceDatabase, { reviewId, id: { $in: databaseIds } }) };
}

/** The same content, imported before from the same databases and not withdrawn. Two databases may give the same file. */
async function twinOf(ctx: Context, reviewId: string, sha256: string, into: Pick<Retrieval, 'id'>) {
  const files = await ctx.em.find(
    ImportFile,
    { reviewId, sha256, state: { $in: ['received', 'waiting', 'imported'] }, retrieval: { withdrawn: false } },
    { populate: ['retrieval'] },
  );
  const databases = (await retrievalById(ctx, reviewId, into.id))?.databaseIds ?? [];
  const twin = files.find(({ retrieval }) => retrieval.databaseIds.some((d) => databases.includes(d)));
  return twin ? { name: twin.name, number: twin.retrieval.number } : null;
}

/** The mapping of an earlier table of one of these databases, when the columns are the same. */
function rememberedMapping(head: Uint8Array, databases: readonly SourceDatabase[]): ColumnMapping | null {
  const found = mappingOf(textOfHead(head).trimStart());
  for (const { profile } of databases) {
    const known = profile.columns;
    if (known && found && known.delimiter === found.delimiter && known.header.join('\n') === found.header.join('\n')) return known;
  }
  return null;
}
