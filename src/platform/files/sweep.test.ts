import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import type { EntityManager } from '@mikro-orm/postgresql';
import { Attachment, ImportFile } from '@/platform/db/schema';
import { attachPdf } from '@/stages/decide/commands/attach-pdf';
import { openPdf } from '@/stages/decide/store/attachments';
import { deleteReview } from '@/stages/review/commands/delete-review';
import { aPdf } from '@/testing/a-pdf';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { bringFilesIn, earlierFolder } from './bring-in';
import { incomingFolder, withIncoming } from './incoming';
import { isKept, keepFile, keptHead, keptPieces, LostFile } from './kept-files';
import { hasRoom } from './room';
import { sweepFiles } from './sweep';

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());

const em = () => db.context().em;
const keep = (review: string, bytes: Buffer) =>
  withIncoming(Readable.from([bytes]), 1e9, async (file) => {
    await em().transactional((tx) => keepFile(tx as EntityManager, review, file));
    return file.sha256;
  }) as Promise<string>;
const sha = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
const kept = async (review: string) =>
  (await em().execute<{ sha256: string }[]>('select sha256 from kept_file where review_id = ? order by 1', [review])).map((r) => r.sha256);
const pieces = async (review: string) =>
  Number((await em().execute<[{ n: string }]>('select count(*) as n from kept_piece where review_id = ?', [review]))[0].n);
const age = (review: string) => em().execute(`update kept_file set kept_at = now() - interval '2 days' where review_id = ?`, [review]);
const sweep = () => sweepFiles(em(), incomingFolder(), earlierFolder());

test.each([0, 1, 524_287, 524_288, 524_289, 3_000_000])('%i bytes come back as they were, in order', async (size) => {
  const { id } = await aReview(db.context());
  const bytes = Buffer.from(Uint8Array.from({ length: size }, (_, i) => (i * 7919) >>> 5));
  const sha256 = await keep(id, bytes);
  expect(sha256).toBe(sha(bytes));
  expect((await buffer(keptPieces(em(), id, sha256))).equals(bytes)).toBe(true);
  expect((await keptHead(em(), id, sha256, 1000)).equals(bytes.subarray(0, 1000))).toBe(true);
});
test('the same content is kept once, however often and from however many at once it comes', async () => {
  const { id } = await aReview(db.context());
  const bytes = Buffer.alloc(600_000, 'rope');
  await Promise.all([1, 2, 3, 4].map(() => keep(id, bytes)));
  expect(await kept(id)).toEqual([sha(bytes)]);
  expect(await pieces(id)).toBe(2);
  // Another review has its own: nothing of one is read through the other.
  const other = await aReview(db.context());
  expect(await isKept(em(), other.id, sha(bytes))).toBe(false);
});
test('what is larger than it may be is not kept, and nothing of an upload stays on the disk', async () => {
  expect(await withIncoming(Readable.from([Buffer.alloc(10), Buffer.alloc(10)]), 19, async () => 'used')).toBeNull();
  const torn = new Readable({ read: () => {} });
  torn.push('begun');
  setTimeout(() => torn.destroy(new Error('torn')), 10);
  await expect(withIncoming(torn, 1000, async () => 'used')).rejects.toThrow('torn');
  const tornAtOnce = new Readable({ read: () => {} });
  const never = withIncoming(tornAtOnce, 1000, async () => 'used');
  tornAtOnce.destroy(new Error('torn at once'));
  await expect(never).rejects.toThrow('torn at once');
  await expect(
    withIncoming(Readable.from(['x']), 10, async () => {
      throw new Error('not wanted');
    }),
  ).rejects.toThrow('not wanted');
  expect(readdirSync(incomingFolder())).toEqual([]);
});
test('a file that was lost says so', async () => {
  const { id } = await aReview(db.context());
  await expect(buffer(keptPieces(em(), id, sha(Buffer.from('x'))))).rejects.toThrow(LostFile);
});

test('what no review needs is removed when it is old, and nothing else', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', risEntry(1, 'Mats'));
  const attached = await attachPdf(db.context(), id, 1, 'mats.pdf', Readable.from([aPdf(['Mats'])]));
  if (!attached.ok) throw new Error(attached.message);
  const needed = await kept(id);
  expect(needed).toHaveLength(2);
  const left = await keep(id, Buffer.from('left'));
  await age(id);
  const young = await keep(id, Buffer.from('young'));
  const gone = crypto.randomUUID();
  const paths = {
    leftUpload: join(incomingFolder(), crypto.randomUUID()),
    youngUpload: join(incomingFolder(), crypto.randomUUID()),
    ofGoneReview: join(earlierFolder(), gone),
    ofThisReview: join(earlierFolder(), id),
  };
  mkdirSync(join(paths.ofGoneReview, 'pdf'), { recursive: true });
  mkdirSync(paths.ofThisReview, { recursive: true });
  for (const path of [paths.leftUpload, paths.youngUpload, join(paths.ofGoneReview, 'pdf', 'x')]) writeFileSync(path, 'left');
  const longAgo = new Date(Date.now() - 48 * 3600 * 1000);
  for (const [name, path] of Object.entries(paths)) if (name !== 'youngUpload') utimesSync(path, longAgo, longAgo);
  expect(await sweep()).toBe(3);
  expect(await kept(id)).toEqual([...needed, young].sort());
  expect(await isKept(em(), id, left)).toBe(false);
  expect(Object.entries(paths).flatMap(([name, path]) => (existsSync(path) ? [name] : []))).toEqual(['youngUpload', 'ofThisReview']);
  expect(await sweep()).toBe(0);
  await deleteReview(db.context(), id, { title: 'Knee pads' });
  expect([await kept(id), await pieces(id)]).toEqual([[], 0]);
});

test('files that an earlier version kept on disk are brought in, whatever stopped that before', async () => {
  const { id } = await aReview(db.context());
  const { fileId } = await importText(db, id, 'VH', risEntry(1, 'Mats'));
  const attached = await attachPdf(db.context(), id, 1, 'mats.pdf', Readable.from([aPdf(['Mats'])]));
  if (!attached.ok) throw new Error(attached.message);
  const [file, pdf] = await Promise.all([
    em().findOneOrFail(ImportFile, { reviewId: id, id: fileId }),
    em().findOneOrFail(Attachment, { reviewId: id, id: attached.attachment.id }),
  ]);
  const content = {
    [join(earlierFolder(), id, fileId)]: await buffer(keptPieces(em(), id, file.sha256)),
    [join(earlierFolder(), id, 'pdf', pdf.id)]: await buffer(keptPieces(em(), id, pdf.sha256)),
    // Not what its review says it is: it is left alone.
    [join(earlierFolder(), id, 'unnamed')]: Buffer.from('unnamed'),
  };
  await em().execute('delete from kept_file where review_id = ?', [id]);
  for (const [path, bytes] of Object.entries(content)) {
    mkdirSync(dirname(path), { recursive: true });
    writeFileSync(path, bytes);
  }
  await expect(openPdf(db.context(), id, pdf.id)).rejects.toThrow('There is no such PDF.');
  expect(await bringFilesIn(em(), earlierFolder())).toBe(2);
  expect(await buffer((await openPdf(db.context(), id, pdf.id)).pieces)).toEqual(aPdf(['Mats']));
  expect(Object.keys(content).map((path) => existsSync(path))).toEqual([false, false, true]);
  // Brought in, and killed before it was removed from the disk.
  writeFileSync(join(earlierFolder(), id, fileId), content[join(earlierFolder(), id, fileId)]!);
  expect(await bringFilesIn(em(), earlierFolder())).toBe(1);
  // Damaged on the disk meanwhile: it does not stand in for what was sent.
  await em().execute('delete from kept_file where review_id = ? and sha256 = ?', [id, file.sha256]);
  writeFileSync(join(earlierFolder(), id, fileId), 'damaged');
  expect(await bringFilesIn(em(), earlierFolder())).toBe(0);
  expect(readFileSync(join(earlierFolder(), id, fileId), 'utf8')).toBe('damaged');
});

test('a folder that is not there yet has nothing to sweep or to bring in', async () => {
  const nowhere = join(tmpdir(), 'nowhere-at-all');
  expect([await sweepFiles(em(), nowhere, nowhere), await bringFilesIn(em(), nowhere)]).toEqual([0, 0]);
});
test('more than the disk holds has no room', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-room-'));
  expect([await hasRoom(folder, 1), await hasRoom(folder, 2 ** 60)]).toEqual([true, false]);
});
