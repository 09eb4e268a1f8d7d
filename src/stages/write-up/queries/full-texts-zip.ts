import { once } from 'node:events';
import { Readable } from 'node:stream';
import { finished } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import { fileNameOf, unlikeNames } from '@/core/cite';
import { writeRis } from '@/core/formats';
import { type Context, NotFound, openReview } from '@/platform/context';
import { isKept, keptPieces } from '@/platform/files/kept-files';
import { attachmentsOf, reviewState, writeUpOf } from '@/stages/decide';
import { exported } from './export-works';

/** Zip wants a time of every file. */
const OPTIONS = { mtime: new Date(1980, 0, 1), mode: 0o100644, forceDosTimestamp: true, compressionLevel: 0 };
const FOLDER = 'full texts';

/**
 * The attached full texts of what is kept in one folder, under plain names by the review's pattern, with the citation list beside
 * it as RIS whose links (L1) point to the files.
 * @throws NotFound when nothing is attached
 */
export async function fullTextsZip(ctx: Context, reviewId: string): Promise<Readable> {
  const review = await openReview(ctx, reviewId);
  const state = await reviewState(ctx, reviewId);
  const kept = new Set(Array.from(state.columns.numbers).filter((_, i) => state.states[i] === 'kept'));
  const attached: Awaited<ReturnType<typeof attachmentsOf>> = [];
  for (const a of await attachmentsOf(ctx, reviewId))
    if (kept.has(a.workNo) && (await isKept(ctx.em, reviewId, a.sha256))) attached.push(a);
  if (attached.length === 0) throw new NotFound('No full text is attached to what is kept.');
  const pattern = writeUpOf(review).fileNames;
  const sources: { no: number; item: Parameters<typeof writeRis>[0] }[] = [];
  for await (const { work, item } of exported(
    ctx,
    reviewId,
    [...kept].sort((a, b) => a - b),
    state.indexOf,
  ))
    sources.push({ no: work.no, item });
  const items = new Map(sources.map((s) => [s.no, s.item]));
  const names = unlikeNames(attached.map((a) => fileNameOf(pattern, items.get(a.workNo)!, a.workNo)));
  const zip = new ZipFile();
  const out = zip.outputStream as Readable;
  const gone = once(out, 'close').then(() => {
    throw new Error('The reader of the full texts went away.');
  });
  gone.catch(() => {});
  const fill = async () => {
    const ris = sources.map(({ no, item }) => {
      const own = attached.flatMap((a, i) => (a.workNo === no ? [`L1  - ${FOLDER}/${names[i]!}\r\n`] : []));
      return writeRis(item).replace(/ER {2}- \r\n$/, `${own.join('')}ER  - \r\n`);
    });
    zip.addBuffer(Buffer.from(ris.join('\r\n')), 'citations.ris', { ...OPTIONS, compressionLevel: 4 });
    for (const [i, a] of attached.entries()) {
      const stream = Readable.from(keptPieces(ctx.em, reviewId, a.sha256));
      zip.addReadStream(stream, `${FOLDER}/${names[i]!}`, OPTIONS);
      await Promise.race([finished(stream), gone]);
    }
    zip.end();
  };
  void fill().catch((error: Error) => out.destroy(error));
  return out;
}
