import { WORK_STATES } from '@/core/flow';
import { FORMATS, isFormat } from '@/core/formats';
import { type Context, NotFound, openReview } from '@/platform/context';
import { savedAs, slugOf, streamed } from '@/platform/http/download';
import { reviewRoute } from '@/platform/http/review-route';
import { exportCsv, exportRecords, type Which } from '@/stages/write-up/queries/export-works';

interface Asked {
  id: string;
  format: string;
}

/** Kept and excluded works as a file to download, in any format that is read; `?states=all` for every work, or one state alone. */
export const GET = reviewRoute<Asked>('read', async (ctx, asked, request) => {
  const states = new URL(request.url).searchParams.get('states');
  const only = WORK_STATES.find((s) => s === states);
  if (states === 'all') return fileOf(ctx, asked, WORK_STATES, 'all');
  return fileOf(ctx, asked, only && [only], only ?? 'decided');
});

/** POST the numbers of any list of works, parted by commas, to have it as a file. It changes nothing. */
const listed = async (ctx: Context, asked: Asked, request: Request) => {
  const text = String((await request.formData()).get('numbers') ?? '');
  const numbers = text
    .split(',')
    .map(Number)
    .filter((n) => Number.isInteger(n) && n > 0); // prettier-ignore
  return fileOf(ctx, asked, { numbers }, 'list');
};
export const POST = reviewRoute<Asked>('read', listed, { harmless: true });

async function fileOf(ctx: Context, { id, format }: Asked, which: Which | undefined, name: string): Promise<Response> {
  if (!isFormat(format)) throw new NotFound('There is no such export.');
  const review = await openReview(ctx, id);
  // A table is for reading: it has every axis. The other formats are for other programs.
  const pieces = format === 'csv' ? exportCsv(ctx, id, which) : exportRecords(ctx, id, format, which);
  return streamed(pieces, savedAs(`${slugOf(review.title)}-${name}.${FORMATS[format].extension}`, FORMATS[format].media));
}
