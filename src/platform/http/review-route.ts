import { type Context, rightIn } from '../context';
import { refuse, statusOf } from '../verbs/refusals';
import { type Admission, includes, type Person, type Right } from '../verbs/rights';
import { answer } from './answer';
import { atReview, currentContext } from './current-context';

/** What a handler gives back: an answer of its own, or what a verb said, which is sent as JSON with its status. */
type Given = Response | object;
interface Route<P> {
  (request: Request, route: { params: Promise<P> }): Promise<Response>;
  /** Who is answered at all, and of a review what the person must be allowed to do. */
  admits: Admission | Right;
}

/** From a page of ours, or from no page at all. Pages that hide where they are send the origin "null". */
function isOwn(request: Request): boolean {
  const origin = request.headers.get('origin');
  return !origin || (URL.canParse(origin) && new URL(origin).host === request.headers.get('host'));
}

export const admits = (person: Person, admission: Admission): boolean =>
  admission === 'anybody' || (person.admitted && (admission === 'signed-in' || person.administrator));

/**
 * A route that is about no review. What changes something is answered to pages of ours alone.
 * @param harmless of a POST that changes nothing, such as a form that is too long for an address: a form of ours does not
 *   say where it comes from
 */
export function route<P extends object>(
  admission: Admission,
  handle: (ctx: Context, params: P, request: Request) => Promise<Given>,
  { harmless = false } = {},
): Route<P> {
  const handler = (request: Request, { params }: { params: Promise<P> }) =>
    answer(request, async () => {
      if (request.method !== 'GET' && !harmless && !isOwn(request))
        return sent(refuse('not-ours', 'This request did not come from the application.'));
      const ctx = await currentContext();
      if (!admits(ctx.person, admission))
        return sent(
          ctx.person.admitted
            ? refuse('not-allowed', 'You may not do this.')
            : refuse('not-signed-in', 'You are not signed in, or not any more. Sign in in another tab: what you typed here stays.'),
        );
      return sent(await handle(ctx, await params, request));
    });
  return Object.assign(handler, { admits: admission });
}

/** A route of a review: it is answered when the review is there and the person has the right to it. */
export function reviewRoute<P extends object = object>(
  right: Right,
  handle: (ctx: Context, params: P & { id: string }, request: Request) => Promise<Given>,
  options: { harmless?: boolean } = {},
): Route<P & { id: string }> {
  const opened = async (ctx: Context, params: P & { id: string }, request: Request) => {
    if (!includes(await rightIn(ctx, params.id), right)) return refuse('not-allowed', 'You may not do this in this review.');
    return handle(await atReview(ctx, params.id), params, request);
  };
  return Object.assign(route<P & { id: string }>('signed-in', opened, options), { admits: right });
}

const sent = (given: Given): Response => (given instanceof Response ? given : Response.json(given, { status: statusOf(given) }));

/** Sent as JSON, which a form of another site cannot do. */
export const isJson = (request: Request): boolean => request.headers.get('content-type')?.startsWith('application/json') ?? false;
