import type { z } from 'zod';
import { type Context, NotFound, refuse } from '@/platform/context';
import { answer } from '@/platform/http/answer';
import { currentContext } from '@/platform/http/current-context';
import { VERBS, type Verb } from '@/stages/verbs';

interface AnyVerb {
  input: z.ZodType;
  run(ctx: Context, reviewId: string, input: unknown): Promise<unknown>;
}

/** From a page of ours, or from no page at all. Pages that hide where they are send the origin "null". */
function isOwn(request: Request): boolean {
  const origin = request.headers.get('origin');
  return !origin || (URL.canParse(origin) && new URL(origin).host === request.headers.get('host'));
}

/**
 * POST a verb's input as JSON. Refusals are answers, not failures. JSON only, and from our own pages only: a page from
 * elsewhere can't send JSON here unasked.
 */
export function POST(request: Request, { params }: { params: Promise<{ id: string; verb: string }> }) {
  return answer(async () => {
    const { id, verb } = await params;
    if (!isOwn(request) || !request.headers.get('content-type')?.startsWith('application/json')) {
      return Response.json(refuse('not-ours', 'This request did not come from the application.'), { status: 403 });
    }
    if (!Object.hasOwn(VERBS, verb)) throw new NotFound('There is no such action.');
    const { input, run } = VERBS[verb as Verb] as AnyVerb;
    const parsed = input.safeParse(await request.json().catch(() => undefined));
    if (!parsed.success) return Response.json(refuse('bad-input', parsed.error.issues[0]?.message ?? 'This cannot be saved.'));
    return Response.json(await run(await currentContext(), id, parsed.data));
  });
}
