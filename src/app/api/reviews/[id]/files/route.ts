import { isFormat } from '@/core/formats';
import { bodyOf, nameOf } from '@/platform/http/file-body';
import { reviewRoute } from '@/platform/http/review-route';
import { receiveFile } from '@/stages/retrieve/commands/receive-file';

/** PUT the raw bytes of a file: streamed to disk, then imported by a job. */
export const PUT = reviewRoute('edit', async (ctx, { id }, request) => {
  const query = new URL(request.url).searchParams;
  const format = query.get('format') ?? '';
  const target = {
    retrievalId: query.get('retrieval') ?? undefined,
    databaseId: query.get('database') ?? undefined,
    corrects: query.get('corrects') ?? undefined,
    bytes: Number(request.headers.get('content-length') ?? 0),
    format: isFormat(format) ? format : undefined,
  };
  const result = await receiveFile(ctx, id, target, nameOf(request, 'file'), bodyOf(request));
  return result.ok ? Response.json(result, { status: 202 }) : result;
});
