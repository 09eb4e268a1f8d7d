import { z } from 'zod';
import { readSound } from '@/platform/http/read-json';
import { isJson, route } from '@/platform/http/review-route';
import { auth } from '@/platform/sign-in/auth';
import { tooOften, wentWell } from '@/platform/sign-in/tries';
import { refuse } from '@/platform/verbs/refusals';

/** What of the sign-in library is answered here; nothing else of it can be reached. */
const ANSWERED: Readonly<Record<string, 'anybody' | 'signed-in'>> = {
  ...{ 'sign-in/email': 'anybody', 'sign-in/social': 'anybody', 'sign-out': 'anybody', demo: 'anybody' },
  ...{ 'two-factor/verify-totp': 'anybody', 'two-factor/verify-backup-code': 'anybody' },
  ...{ 'two-factor/enable': 'signed-in', 'two-factor/disable': 'signed-in' },
  ...{ 'change-password': 'signed-in', 'revoke-sessions': 'signed-in', 'update-user': 'signed-in' },
};
const COUNTED = ['sign-in/email', 'two-factor/verify-totp', 'two-factor/verify-backup-code'];
/** A name is all that can be changed of a person here. */
const Named = z.object({ name: z.string().trim().min(1).max(120) });

const wait = (seconds: number) =>
  refuse(
    'too-often',
    `That was tried too often. Wait ${seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`}, then try again.`,
  );

/** POST what the sign-in screen and the account screen ask for. */
export const POST = route<{ what: string[] }>('anybody', async (ctx, { what }, request) => {
  const path = what.join('/');
  const admission = Object.hasOwn(ANSWERED, path) ? ANSWERED[path] : undefined;
  if (!admission) return refuse('not-found', 'There is no such action.');
  if (!isJson(request)) return refuse('not-ours', 'This request did not come from the application.');
  if (admission === 'signed-in' && !ctx.person.admitted) return refuse('not-signed-in', 'Sign in first.');
  const given = (await readSound(request)) ?? {};
  if (typeof given !== 'object') return refuse('bad-input', 'This cannot be read.');
  if (path === 'update-user' && !Named.strict().safeParse(given).success) return refuse('bad-input', 'Say a name.');
  const email = 'email' in given ? String(given.email).trim().toLowerCase() : null;
  if (COUNTED.includes(path)) {
    const seconds =
      (await tooOften('sign-in from one', request.headers.get('x-narrow-sieve-from') ?? 'unknown')) ??
      (email ? await tooOften('sign-in of one', email) : null);
    if (seconds) return wait(seconds);
  }
  const asked = new Request(request.url, {
    method: 'POST',
    headers: headersOf(request),
    body: JSON.stringify(email ? { ...given, email } : given),
  });
  const said = await (await auth()).handler(asked);
  if (path === 'sign-in/email' && said.ok && email) await wentWell('sign-in of one', email);
  return answered(said);
});

/** GET where an institution's sign-on comes back to. */
export const GET = route<{ what: string[] }>('anybody', async (_ctx, { what }, request) => {
  if (what[0] !== 'callback' || what.length !== 2) return refuse('not-found', 'There is no such action.');
  return (await auth()).handler(new Request(request.url, { headers: headersOf(request) }));
});

/** What the library said, in the shape of every answer of ours. */
async function answered(said: Response): Promise<Response> {
  const body: unknown = await said.json().catch(() => null);
  const more = body && typeof body === 'object' ? body : {};
  const refused = refuse('not-let-in', 'message' in more ? String(more.message) : 'This was not let through.');
  const response = said.ok ? Response.json({ ...more, ok: true }) : Response.json(refused, { status: said.status });
  for (const cookie of said.headers.getSetCookie()) response.headers.append('set-cookie', cookie);
  response.headers.set('cache-control', 'no-store');
  return response;
}

/** What of a request the library needs: who is signed in, and that it came from a page of ours. */
function headersOf(request: Request): Headers {
  const kept = new Headers({ 'content-type': 'application/json' });
  for (const name of ['cookie', 'origin', 'host']) if (request.headers.has(name)) kept.set(name, request.headers.get(name)!);
  return kept;
}
