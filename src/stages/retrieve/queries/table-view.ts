import { DETECT_BYTES, guessDelimiter, guessMapping, mappingOf, RowReader, textOfHead } from '@/core/formats';
import { type Context, isUuid, NotFound, openReview } from '@/platform/context';
import { ImportFile, Retrieval } from '@/platform/db/schema';
import { keptHead } from '@/platform/files/kept-files';

/** A table whose columns are to be matched: its header, its first rows, and what the names suggest. */
export async function tableView(ctx: Context, reviewId: string, fileId: string) {
  await openReview(ctx, reviewId);
  const file = isUuid(fileId) ? await ctx.em.findOne(ImportFile, { reviewId, id: fileId, format: 'csv' }) : null;
  if (!file) throw new NotFound('There is no such table.');
  const retrieval = await ctx.em.findOneOrFail(Retrieval, { reviewId, id: file.retrievalId });
  const text = textOfHead(await keptHead(ctx.em, reviewId, file.sha256, DETECT_BYTES)).trimStart();
  const suggested = mappingOf(text);
  const delimiter = suggested?.delimiter ?? guessDelimiter(text) ?? ',';
  const reader = new RowReader(delimiter);
  const rows = [...reader.push({ text: `${text}\n`, valid: true })].filter((r) => r.fault === null).map((r) => r.cells);
  const header = rows[0] ?? [];
  return {
    file: { id: file.id, name: file.name, state: file.state },
    retrievalNumber: retrieval.number,
    mapping: file.mapping ?? suggested ?? guessMapping(header, delimiter),
    sample: rows.slice(1, 7).map((cells) => header.map((_, i) => (cells[i] ?? '').slice(0, 300))),
  };
}

export type TableView = Awaited<ReturnType<typeof tableView>>;
