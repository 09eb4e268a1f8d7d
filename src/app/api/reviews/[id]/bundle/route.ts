import { Readable } from 'node:stream';
import { openReview } from '@/platform/context';
import { answer } from '@/platform/http/answer';
import { currentContext } from '@/platform/http/current-context';
import { savedAs, slugOf } from '@/platform/http/download';
import { writeBundle } from '@/stages/review/bundle/write';

/** GET the whole review as a zip of open files, made while it is sent. */
export function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () => {
    const { id } = await params;
    const ctx = await currentContext();
    const { title } = await openReview(ctx, id);
    const bundle = await writeBundle(ctx, id);
    return new Response(Readable.toWeb(bundle) as ReadableStream, { headers: savedAs(`${slugOf(title)}-bundle.zip`, 'application/zip') });
  });
}
