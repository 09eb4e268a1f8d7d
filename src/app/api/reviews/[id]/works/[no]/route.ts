import { answer } from '@/server/answer';
import { NotFound } from '@/server/context';
import { currentContext } from '@/server/current-context';
import { workDetail } from '@/server/work-detail';

export function GET(_request: Request, { params }: { params: Promise<{ id: string; no: string }> }) {
  return answer(async () => {
    const { id, no } = await params;
    if (!/^[1-9]\d{0,8}$/.test(no)) throw new NotFound('There is no such work.');
    return Response.json(await workDetail(await currentContext(), id, Number(no)), { headers: { 'cache-control': 'no-store' } });
  });
}
