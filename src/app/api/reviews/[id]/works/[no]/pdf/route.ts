import { Readable } from 'node:stream';
import type { ReadableStream as NodeStream } from 'node:stream/web';
import { NotFound } from '@/platform/context';
import { answer } from '@/platform/http/answer';
import { currentContext } from '@/platform/http/current-context';
import { attachPdf } from '@/stages/decide/commands/attach-pdf';

/** PUT the bytes of a PDF: they are streamed to disk, looked at, and attached to the work. */
export function PUT(request: Request, { params }: { params: Promise<{ id: string; no: string }> }) {
  return answer(async () => {
    const { id, no } = await params;
    if (!/^[1-9]\d{0,8}$/.test(no)) throw new NotFound('There is no such work.');
    const name = (new URL(request.url).searchParams.get('name') ?? 'file.pdf').replace(/[\\/\p{Cc}]/gu, '_').slice(0, 300);
    const body = request.body ? Readable.fromWeb(request.body as NodeStream) : Readable.from([]);
    const result = await attachPdf(await currentContext(), id, Number(no), name, body);
    return Response.json(result, { status: result.ok ? 200 : 422 });
  });
}
