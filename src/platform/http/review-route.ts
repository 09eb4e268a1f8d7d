import { type Context, mustExist } from '../context';
import { refuse, statusOf } from '../verbs/refusals';
import type { Right } from '../verbs/rights';
import { answer } from './answer';
import { currentContext } from './current-context';

/** What a handler gives back: an answer of its own, or what a verb said, which is sent as JSON with its status. */
type Given = Response | object;
interface Route<P> {
  (request: Request, route: { params: Promise<P> }): Promise<Response>;
  /** What the person must be allowed to do. */
  right: Right;
}

/** From a page of ours, or from no page at all. Pages that hide where they are send the origin "null". */
function isOwn(request: Request): boolean {
  const origin = request.headers.get('origin');
  return !origin || (URL.canParse(origin) && new URL(origin).host === request.headers.get('host'));
}

/**
 * A route that is about no review. What changes something is answered to pages of ours alone.
 * @param harmless of a POST that changes nothing, such as a form that is too long for an address: a form of ours does not
 *   say where it comes from
 */
export function route<P extends object>(
  right: Right,
  handle: (ctx: Context, params: P, request: Request) => Promise<Given>,
  { harmless = false } = {},
): Route<P> {
  const handler = (request: Request, { params }: { params: Promise<P> }) =>
    answer(request, async () => {
      if (request.method !== 'GET' && !harmless && !isOwn(request))
        return sent(refuse('not-ours', 'This request did not come from the application.'));
      const ctx = await currentContext();
      if (!ctx.person.may(right)) return sent(refuse('not-allowed', 'You may not do this.'));
      return sent(await handle(ctx, await params, request));
    });
  return Object.assign(handler, { right });
}

/** A route of a review: it is answered when the review is there and the person has the right to it. */
export function reviewRoute<P extends object = object>(
  right: Right,
  handle: (ctx: Context, params: P & { id: string }, request: Request) => Promise<Given>,
  options: { harmless?: boolean } = {},
): Route<P & { id: string }> {
  const opened = async (ctx: Context, params: P & { id: string }, request: Request) => {
    await mustExist(ctx, params.id);
    return handle(ctx, params, request);
  };
  return route<P & { id: string }>(right, opened, options);
}

const sent = (given: Given): Response => (given instanceof Response ? given : Response.json(given, { status: statusOf(given) }));

/** Sent as JSON, which a form of another site cannot do. */
export const isJson = (request: Request): boolean => request.headers.get('content-type')?.startsWith('application/json') ?? false;
