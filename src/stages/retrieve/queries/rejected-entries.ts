import { guardedRow, JATS_HEAD, JATS_TAIL, MARC_XML_HEAD, MARC_XML_TAIL } from '@/core/formats';
import { type Context, isUuid, NotFound, openReview } from '@/platform/context';
import { ImportFile, RejectedEntry } from '@/platform/db/schema';

async function fileOf(ctx: Context, reviewId: string, fileId: string): Promise<ImportFile> {
  await openReview(ctx, reviewId);
  const file = isUuid(fileId) ? await ctx.em.findOne(ImportFile, { reviewId, id: fileId }) : null;
  if (!file) throw new NotFound('There is no such file.');
  return file;
}

/** The first 500 rejected entries of a file, in its order. */
export async function rejectedEntries(ctx: Context, reviewId: string, fileId: string) {
  await fileOf(ctx, reviewId, fileId);
  const rows = await ctx.em.find(RejectedEntry, { reviewId, fileId }, { orderBy: { ordinal: 'asc' }, limit: 500 });
  return rows.map(({ ordinal, line, message, raw }) => ({ ordinal, line, message, raw: raw.slice(0, 4000) }));
}

/** Around the entries of a format, so that the file of rejected ones can be corrected and read again as it is. */
const FRAMES: Partial<Record<string, [string, string]>> = {
  'pubmed-xml': ['<?xml version="1.0" encoding="UTF-8"?>\n<PubmedArticleSet>\n', '\n</PubmedArticleSet>\n'],
  mods: ['<?xml version="1.0" encoding="UTF-8"?>\n<modsCollection xmlns="http://www.loc.gov/mods/v3">\n', '\n</modsCollection>\n'],
  'marc-xml': [MARC_XML_HEAD, MARC_XML_TAIL],
  jats: [JATS_HEAD, JATS_TAIL],
  marc: ['', ''],
  'csl-json': ['[\n', '\n]\n'],
};

/** Each may be a hundred thousand characters. */
const AT_ONCE = 200;

/** The rejected entries as a file of their own format, each as it stood, to be corrected and imported again. */
export async function rejectedFile(
  ctx: Context,
  reviewId: string,
  fileId: string,
): Promise<{ name: string; pieces: AsyncGenerator<string> }> {
  const file = await fileOf(ctx, reviewId, fileId);
  return { name: `rejected-${file.name}`, pieces: rejectedPieces(ctx, file) };
}

const BETWEEN: Partial<Record<string, string>> = { 'csl-json': ',\n', csv: '\n', marc: '' };

async function* rejectedPieces(ctx: Context, { reviewId, id: fileId, format, mapping }: ImportFile): AsyncGenerator<string> {
  const [head, tail] = FRAMES[format ?? ''] ?? ['', '\n'];
  const header = mapping ? `${mapping.header.map(cell).join(mapping.delimiter)}\n` : '';
  const between = BETWEEN[format ?? ''] ?? '\n\n';
  yield head + header;
  let last = -1;
  for (;;) {
    const rows = await ctx.em
      .fork()
      .find(RejectedEntry, { reviewId, fileId, ordinal: { $gt: last } }, { orderBy: { ordinal: 'asc' }, limit: AT_ONCE });
    for (const { raw, ordinal } of rows) {
      // A table is opened in a spreadsheet to be corrected, which would carry out what looks like a formula.
      yield (last < 0 ? '' : between) + (mapping ? guardedRow(raw, mapping.delimiter) : raw);
      last = ordinal;
    }
    if (rows.length < AT_ONCE) break;
  }
  yield tail;
}

const cell = (text: string) => (/[",;\t|\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
