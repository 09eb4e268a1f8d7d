import { answer } from '@/server/answer';
import { currentContext } from '@/server/current-context';
import { stripFigures } from '@/server/strip-figures';

export function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () =>
    Response.json(await stripFigures(await currentContext(), (await params).id), { headers: { 'cache-control': 'no-store' } }),
  );
}
