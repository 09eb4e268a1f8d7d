import { promisify } from 'node:util';
import { constants, gzip } from 'node:zlib';
import { answer } from '@/server/answer';
import { openReview } from '@/server/context';
import { currentContext } from '@/server/current-context';
import { columnBytes } from '@/server/stored-columns';

const packed = promisify(gzip);
const HEADERS = { 'content-type': 'application/octet-stream', 'cache-control': 'no-store', vary: 'accept-encoding' };

/** The columns of the current revision as one binary; 204 when nothing was classified yet. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () => {
    const { id } = await params;
    const ctx = await currentContext();
    await openReview(ctx, id);
    const bytes = await columnBytes(ctx.em, id);
    if (!bytes) return new Response(null, { status: 204 });
    if (!/\bgzip\b/.test(request.headers.get('accept-encoding') ?? '')) return new Response(new Uint8Array(bytes), { headers: HEADERS });
    // The quickest level: the rest of the way is seldom slower than a better one would be.
    const body = new Uint8Array(await packed(bytes, { level: constants.Z_BEST_SPEED }));
    return new Response(body, { headers: { ...HEADERS, 'content-encoding': 'gzip' } });
  });
}
