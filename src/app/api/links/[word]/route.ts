import { readSound } from '@/platform/http/read-json';
import { isJson, route } from '@/platform/http/review-route';
import { auth } from '@/platform/sign-in/auth';
import { tooOften } from '@/platform/sign-in/tries';
import { refuse } from '@/platform/verbs/refusals';
import { takeLink } from '@/stages/people/join';

/** POST what a one-time link asks for. Whoever made an account, or set a password, is signed in. */
export const POST = route<{ word: string }>('anybody', async (ctx, { word }, request) => {
  if (!isJson(request)) return refuse('not-ours', 'This request did not come from the application.');
  const seconds = await tooOften('link from one', request.headers.get('x-narrow-sieve-from') ?? 'unknown');
  if (seconds) return refuse('too-often', 'Links were opened too often from here. Try again in a quarter of an hour.');
  const taken = await takeLink(ctx, word, await readSound(request));
  if (!taken.ok) return taken;
  const answer = { ok: true, to: taken.reviewId ? `/reviews/${taken.reviewId}/question` : '/' };
  if (!taken.signIn) return answer;
  const signed = await (await auth()).api.signInEmail({ body: taken.signIn, asResponse: true });
  const response = Response.json(answer);
  for (const cookie of signed.headers.getSetCookie()) response.headers.append('set-cookie', cookie);
  return response;
});
