import { CITE_STYLE_CODES } from '@/core/cite';
import { openReview } from '@/platform/context';
import { answer } from '@/platform/http/answer';
import { currentContext } from '@/platform/http/current-context';
import { savedAs, slugOf } from '@/platform/http/download';
import { writeUpFile } from '@/stages/write-up/queries/export';

/** GET the write-up or a part of it as a file; ?style= for another reference style. */
export function GET(request: Request, { params }: { params: Promise<{ id: string; what: string }> }) {
  return answer(async () => {
    const { id, what } = await params;
    const ctx = await currentContext();
    const { title } = await openReview(ctx, id);
    const style = CITE_STYLE_CODES.find((s) => s === new URL(request.url).searchParams.get('style'));
    const { body, media, extension } = await writeUpFile(ctx, id, what, style);
    const part = what.split('.')[0];
    return new Response(typeof body === 'string' ? body : new Uint8Array(body), {
      headers: savedAs(`${slugOf(title)}-${part}.${extension}`, media),
    });
  });
}
