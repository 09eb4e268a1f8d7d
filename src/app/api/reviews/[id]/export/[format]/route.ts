import { WORK_STATES } from '@/core/flow';
import { FORMATS, isFormat } from '@/core/formats';
import { answer } from '@/server/answer';
import { NotFound, openReview } from '@/server/context';
import { currentContext } from '@/server/current-context';
import { savedAs, slugOf } from '@/server/download';
import { exportCsv, exportRecords } from '@/server/export-works';

/** Kept and excluded works as a file to download, in any format that is read; `?states=all` for every work, or one state alone. */
export function GET(request: Request, { params }: { params: Promise<{ id: string; format: string }> }) {
  return answer(async () => {
    const { id, format } = await params;
    if (!isFormat(format)) throw new NotFound('There is no such export.');
    const ctx = await currentContext();
    const review = await openReview(ctx, id);
    const asked = new URL(request.url).searchParams.get('states');
    const all = asked === 'all';
    const only = WORK_STATES.find((s) => s === asked);
    const states = all ? WORK_STATES : only && [only];
    // A table is for reading: it has every axis. The other formats are for other programs.
    const body = format === 'csv' ? await exportCsv(ctx, id, states) : await exportRecords(ctx, id, format, states);
    return new Response(body, {
      headers: savedAs(`${slugOf(review.title)}-${all ? 'all' : (only ?? 'decided')}.${FORMATS[format].extension}`, FORMATS[format].media),
    });
  });
}
