import { parseJson, readJson } from '@/platform/http/read-json';
import { isJson, reviewRoute } from '@/platform/http/review-route';
import { refuse } from '@/platform/verbs/refusals';
import { verbs } from '../../../../dispatch';

/** GET the answer to a question, its input as JSON in `?input=`. */
export const GET = reviewRoute<{ query: string }>('read', async (ctx, { id, query }, request) => {
  const text = new URL(request.url).searchParams.get('input');
  const input = text ? parseJson(text) : {};
  if (input === undefined) return refuse('bad-input', 'The input of a question is JSON.');
  return verbs.ask(ctx, id, query, input);
});

/** POST a question whose input is too long for an address. */
export const POST = reviewRoute<{ query: string }>('read', async (ctx, { id, query }, request) => {
  if (!isJson(request)) return refuse('not-ours', 'This request did not come from the application.');
  return verbs.ask(ctx, id, query, await readJson(request));
});
