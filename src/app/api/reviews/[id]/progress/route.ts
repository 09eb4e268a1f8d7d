import { answer } from '@/server/answer';
import { currentContext } from '@/server/current-context';
import { retrieveView } from '@/server/overview';

export function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () => Response.json((await retrieveView(await currentContext(), (await params).id)).jobs));
}
