import { answer } from '@/platform/http/answer';
import { currentContext } from '@/platform/http/current-context';
import { stripFigures } from '@/stages/review/queries/strip-figures';

export function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () =>
    Response.json(await stripFigures(await currentContext(), (await params).id), { headers: { 'cache-control': 'no-store' } }),
  );
}
