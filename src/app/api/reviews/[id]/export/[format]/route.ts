import { WORK_STATES } from '@/core/flow';
import { FORMATS, isFormat } from '@/core/formats';
import { NotFound, openReview } from '@/platform/context';
import { answer } from '@/platform/http/answer';
import { currentContext } from '@/platform/http/current-context';
import { savedAs, slugOf } from '@/platform/http/download';
import { exportCsv, exportRecords, type Which } from '@/stages/write-up/queries/export-works';

type Params = { params: Promise<{ id: string; format: string }> };

/** Kept and excluded works as a file to download, in any format that is read; `?states=all` for every work, or one state alone. */
export function GET(request: Request, { params }: Params) {
  return answer(async () => {
    const asked = new URL(request.url).searchParams.get('states');
    const only = WORK_STATES.find((s) => s === asked);
    if (asked === 'all') return fileOf(params, WORK_STATES, 'all');
    return fileOf(params, only && [only], only ?? 'decided');
  });
}

/** POST the numbers of any list of works, parted by commas, to have it as a file. It changes nothing. */
export function POST(request: Request, { params }: Params) {
  return answer(async () => {
    const text = String((await request.formData()).get('numbers') ?? '');
    const numbers = text
      .split(',')
      .map(Number)
      .filter((n) => Number.isInteger(n) && n > 0); // prettier-ignore
    return fileOf(params, { numbers }, 'list');
  });
}

async function fileOf(params: Params['params'], which: Which | undefined, name: string): Promise<Response> {
  const { id, format } = await params;
  if (!isFormat(format)) throw new NotFound('There is no such export.');
  const ctx = await currentContext();
  const review = await openReview(ctx, id);
  // A table is for reading: it has every axis. The other formats are for other programs.
  const body = format === 'csv' ? await exportCsv(ctx, id, which) : await exportRecords(ctx, id, format, which);
  return new Response(body, { headers: savedAs(`${slugOf(review.title)}-${name}.${FORMATS[format].extension}`, FORMATS[format].media) });
}
