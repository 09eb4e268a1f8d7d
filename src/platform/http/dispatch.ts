import { randomUUID } from 'node:crypto';
import { reading } from '../cache/parts';
import { type Context, NotFound } from '../context';
import { log } from '../log';
import { refuse, statusOf } from '../verbs/refusals';
import { parseJson } from './read-json';

/** A verb, whatever its input: what the dispatcher needs of one. */
export interface AnyVerb {
  (ctx: Context, reviewId: string, ...input: never[]): Promise<object>;
  readonly kind: 'command' | 'query';
  readonly declared: { readonly name: string; readonly stale?: readonly string[]; readonly rests?: readonly string[] };
}

/** A question that is to be answered together with a command, when that is done. */
interface Follow {
  ask: string;
  input: unknown;
}
/** More than one key ever asks for; each is worked out in turn. */
const MOST_FOLLOWS = 6;

/** Looks verbs up by their name, and answers requests with what they say. */
export function dispatcher(verbs: readonly AnyVerb[]) {
  const named = (kind: AnyVerb['kind'], name: string): AnyVerb => {
    const verb = verbs.find((v) => v.kind === kind && v.declared.name === name);
    if (!verb) throw new NotFound('There is no such action.');
    return verb;
  };
  async function asked(ctx: Context, reviewId: string, name: string, input: unknown): Promise<object> {
    const verb = named('query', name);
    return { ...(await verb(ctx, reviewId, input as never)), rests: verb.declared.rests ?? [] };
  }
  return {
    /** A question, with what of the review its answer rests on. */
    async ask(ctx: Context, reviewId: string, name: string, input: unknown): Promise<Response> {
      const answer = await asked(reading(ctx), reviewId, name, input);
      return Response.json(answer, { status: statusOf(answer), headers: { 'cache-control': 'no-store' } });
    },
    /**
     * A command, with what it made stale, and the answers to the questions that came along with it: what a screen shows
     * next costs no second request.
     */
    async command(
      ctx: () => Promise<Context>,
      reviewId: string,
      name: string,
      input: unknown,
      follows: readonly Follow[],
    ): Promise<Response> {
      const verb = named('command', name);
      const answer = await verb(await ctx(), reviewId, input as never);
      const status = statusOf(answer);
      if (status !== 200) return Response.json(answer, { status });
      const followed: object[] = [];
      // What they have in common is read once.
      const after = follows.length ? reading(await ctx()) : null;
      for (const { ask, input: of } of follows.slice(0, MOST_FOLLOWS)) {
        // What was done is done: a question that fails beside it is asked again by the screen.
        followed.push(await asked(after!, reviewId, ask, of).catch((error: unknown) => failed(error)));
      }
      return Response.json({ ...answer, stale: verb.declared.stale ?? [], followed });
    },
  };
}

const failed = (error: unknown) => {
  if (error instanceof NotFound) return refuse('not-found', error.message);
  const reference = randomUUID().slice(0, 8);
  log.error({ reference, error }, 'a question that came with a command failed');
  return refuse('fault', `Something went wrong on the server (reference ${reference}).`);
};

/** The questions of a request, from its address. Anything else than a list of them is none. */
export function followsOf(text: string | null): Follow[] {
  const given = parseJson(text ?? '[]');
  return Array.isArray(given) ? given.filter((f): f is Follow => typeof f?.ask === 'string') : [];
}
