import { NotFound } from '@/platform/context';
import { answer } from '@/platform/http/answer';
import { currentContext } from '@/platform/http/current-context';
import { workDetail } from '@/stages/works/queries/work-detail';

export function GET(_request: Request, { params }: { params: Promise<{ id: string; no: string }> }) {
  return answer(async () => {
    const { id, no } = await params;
    if (!/^[1-9]\d{0,8}$/.test(no)) throw new NotFound('There is no such work.');
    return Response.json(await workDetail(await currentContext(), id, Number(no)), { headers: { 'cache-control': 'no-store' } });
  });
}
