import { Readable } from 'node:stream';
import type { ReadableStream as NodeStream } from 'node:stream/web';
import { route } from '@/platform/http/review-route';
import { readBundle } from '@/stages/review/bundle/in-child';

/** PUT a bundle: the review in it becomes one of ours, all of it or nothing. */
export const PUT = route('edit', async (_ctx, _params, request) => {
  const name = (new URL(request.url).searchParams.get('name') ?? 'bundle').replace(/[\\/\p{Cc}]/gu, '_').slice(0, 300);
  const body = request.body ? Readable.fromWeb(request.body as NodeStream) : Readable.from([]);
  const result = await readBundle(name, body);
  return result;
});
