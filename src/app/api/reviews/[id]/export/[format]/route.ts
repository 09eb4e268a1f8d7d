import { WORK_STATES } from '@/core/flow';
import { answer } from '@/server/answer';
import { NotFound, openReview } from '@/server/context';
import { currentContext } from '@/server/current-context';
import { exportCsv, exportRis } from '@/server/export-works';

const KINDS = {
  csv: { write: exportCsv, type: 'text/csv; charset=utf-8' },
  ris: { write: exportRis, type: 'application/x-research-info-systems; charset=utf-8' },
};

/** Kept and excluded works as a file to download; `?states=all` for every work. */
export function GET(request: Request, { params }: { params: Promise<{ id: string; format: string }> }) {
  return answer(async () => {
    const { id, format } = await params;
    const kind = KINDS[format as keyof typeof KINDS];
    if (!kind) throw new NotFound('There is no such export.');
    const ctx = await currentContext();
    const review = await openReview(ctx, id);
    const all = new URL(request.url).searchParams.get('states') === 'all';
    const body = await kind.write(ctx, id, all ? WORK_STATES : undefined);
    const name =
      review.title
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '')
        .slice(0, 60) || 'review'; // prettier-ignore
    return new Response(body, {
      headers: { 'content-type': kind.type, 'content-disposition': `attachment; filename="${name}-${all ? 'all' : 'decided'}.${format}"` },
    });
  });
}
