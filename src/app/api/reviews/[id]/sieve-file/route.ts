import { answer } from '@/platform/http/answer';
import { currentContext } from '@/platform/http/current-context';
import { sieveFile } from '@/stages/sieve/queries/sieve-file';

/** The working sieve, or with `?version=N` a saved one, as a file for another review or a terminal. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () => {
    const { id } = await params;
    const version = Number(new URL(request.url).searchParams.get('version') ?? 0);
    const { name, text } = await sieveFile(await currentContext(), id, version);
    return new Response(text, {
      headers: { 'content-type': 'application/json; charset=utf-8', 'content-disposition': `attachment; filename="${name}"` },
    });
  });
}
