import { answer } from '@/server/answer';
import { currentContext } from '@/server/current-context';
import { rejectedEntries } from '@/server/rejected-entries';

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () =>
    Response.json(await rejectedEntries(await currentContext(), (await params).id, new URL(request.url).searchParams.get('file') ?? '')),
  );
}
