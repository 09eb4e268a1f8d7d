import { existsSync, mkdirSync, mkdtempSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { attachPdf } from '@/stages/decide/commands/attach-pdf';
import { attachmentsOf } from '@/stages/decide/store/attachments';
import { aPdf } from '@/testing/a-pdf';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { hasRoom } from './room';
import { sweepFiles } from './sweep';

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());

test('what no review needs is removed when it is old, and nothing else', async () => {
  const { id } = await aReview(db.context());
  const { fileId } = await importText(db, id, 'VH', risEntry(1, 'Mats'));
  await attachPdf(db.context(), id, 1, 'mats.pdf', Readable.from([aPdf(['Mats'])]));
  const [pdf] = await attachmentsOf(db.context(), id, 1);
  const folder = join(process.env.NARROW_SIEVE_DATA!, 'files');
  const gone = crypto.randomUUID();
  const paths = {
    file: join(folder, id, fileId),
    pdf: join(folder, id, 'pdf', pdf!.id),
    leftUpload: join(folder, id, crypto.randomUUID()),
    leftPdf: join(folder, id, 'pdf', crypto.randomUUID()),
    youngUpload: join(folder, id, crypto.randomUUID()),
    ofGoneReview: join(folder, gone),
    leftBundle: join(folder, 'bundles'),
  };
  mkdirSync(join(folder, gone, 'pdf'), { recursive: true });
  mkdirSync(paths.leftBundle, { recursive: true });
  for (const path of [paths.leftUpload, paths.leftPdf, paths.youngUpload, join(folder, gone, 'pdf', 'x')]) writeFileSync(path, 'left');
  const longAgo = new Date(Date.now() - 48 * 3600 * 1000);
  for (const [name, path] of Object.entries(paths)) if (name !== 'youngUpload') utimesSync(path, longAgo, longAgo);
  expect(await sweepFiles(db.context().em, folder)).toBe(4);
  expect(
    Object.entries(paths)
      .filter(([, path]) => existsSync(path))
      .map(([name]) => name),
  ).toEqual(['file', 'pdf', 'youngUpload']); // prettier-ignore
  expect(await sweepFiles(db.context().em, folder)).toBe(0);
});
test('a folder that is not there yet has nothing to sweep', async () => {
  expect(await sweepFiles(db.context().em, join(tmpdir(), 'nowhere-at-all'))).toBe(0);
});
test('more than the disk holds has no room', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-room-'));
  expect([await hasRoom(folder, 1), await hasRoom(folder, 2 ** 60)]).toEqual([true, false]);
});
