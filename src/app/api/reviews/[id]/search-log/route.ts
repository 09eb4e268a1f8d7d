import { answer } from '@/platform/http/answer';
import { currentContext } from '@/platform/http/current-context';
import { searchLog } from '@/stages/retrieve/queries/search-log';

/** The search log as a text file. */
export function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () => {
    const text = await searchLog(await currentContext(), (await params).id);
    return new Response(text, {
      headers: { 'content-type': 'text/plain; charset=utf-8', 'content-disposition': 'attachment; filename="search-log.txt"' },
    });
  });
}
