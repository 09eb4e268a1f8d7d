import { WORK_STATES } from '@/core/flow';
import { FORMATS, isFormat } from '@/core/formats';
import { answer } from '@/server/answer';
import { NotFound, openReview } from '@/server/context';
import { currentContext } from '@/server/current-context';
import { exportCsv, exportRecords } from '@/server/export-works';

/** Kept and excluded works as a file to download, in any format that is read; `?states=all` for every work. */
export function GET(request: Request, { params }: { params: Promise<{ id: string; format: string }> }) {
  return answer(async () => {
    const { id, format } = await params;
    if (!isFormat(format)) throw new NotFound('There is no such export.');
    const ctx = await currentContext();
    const review = await openReview(ctx, id);
    const all = new URL(request.url).searchParams.get('states') === 'all';
    const states = all ? WORK_STATES : undefined;
    // A table is for reading: it has every axis. The other formats are for other programs.
    const body = format === 'csv' ? await exportCsv(ctx, id, states) : await exportRecords(ctx, id, format, states);
    const name =
      review.title
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '')
        .slice(0, 60) || 'review'; // prettier-ignore
    return new Response(body, {
      headers: {
        'content-type': `${FORMATS[format].media}; charset=utf-8`,
        'content-disposition': `attachment; filename="${name}-${all ? 'all' : 'decided'}.${FORMATS[format].extension}"`,
      },
    });
  });
}
