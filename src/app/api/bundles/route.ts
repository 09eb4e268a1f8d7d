import { Readable } from 'node:stream';
import type { ReadableStream as NodeStream } from 'node:stream/web';
import { answer } from '@/platform/http/answer';
import { currentContext } from '@/platform/http/current-context';
import { readBundle } from '@/stages/review/bundle/read';

/** PUT a bundle: the review in it becomes one of ours, all of it or nothing. */
export function PUT(request: Request) {
  return answer(async () => {
    const name = (new URL(request.url).searchParams.get('name') ?? 'bundle').replace(/[\\/\p{Cc}]/gu, '_').slice(0, 300);
    const body = request.body ? Readable.fromWeb(request.body as NodeStream) : Readable.from([]);
    const result = await readBundle(await currentContext(), name, body);
    return Response.json(result, { status: result.ok ? 200 : 422 });
  });
}
