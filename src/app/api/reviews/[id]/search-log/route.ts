import { answer } from '@/server/answer';
import { currentContext } from '@/server/current-context';
import { searchLog } from '@/server/search-log';

/** The search log as a text file. */
export function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () => {
    const text = await searchLog(await currentContext(), (await params).id);
    return new Response(text, {
      headers: { 'content-type': 'text/plain; charset=utf-8', 'content-disposition': 'attachment; filename="search-log.txt"' },
    });
  });
}
