import type { CommandAnswer, CommandInput, CommandName, QueryAnswer, QueryInput, QueryName } from '@/stages/verbs';
import { forget, keyOf, learnRests, queryClient } from './query-client';

/** What a screen is told when the server gave no answer that could be read. */
export interface NoAnswer {
  ok: false;
  code: 'no-answer' | 'not-found' | 'fault';
  message: string;
}
const NO_ANSWER: NoAnswer = { ok: false, code: 'no-answer', message: 'The server did not answer, so nothing was changed. Try again.' };
/** A question changes nothing anyway. */
const NOT_TOLD: NoAnswer = { ...NO_ANSWER, message: 'The server did not answer. Try again.' };

let changed = 0;
/** How many changes this page has sent: what follows others tells them from its own by it. */
export const ownChanges = (): number => changed;

/** A question to be answered together with a command. */
export interface Follow {
  ask: QueryName;
  input: object;
}

/** Longer bodies are not sent by a page that is being left. */
const KEPT_ALIVE = 60_000;
/** Longer inputs do not go into an address. */
const ADDRESS_LENGTH = 1500;

async function answered<A>(address: string, request?: RequestInit): Promise<A | NoAnswer> {
  try {
    return (await (await fetch(address, request)).json()) as A;
  } catch {
    return NO_ANSWER;
  }
}

function sent<A>(address: string, input: unknown, signal?: AbortSignal): Promise<A | NoAnswer> {
  const body = JSON.stringify(input);
  // Sent to its end even when the page is left.
  const keepalive = body.length < KEPT_ALIVE;
  return answered(address, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body,
    keepalive,
    ...(signal ? { signal } : {}),
  });
}

/** Sends something that is about no review, such as a sign-in. */
export const post = <T extends object = object>(address: string, input: object) =>
  sent<({ ok: true } & T) | { ok: false; code: string; message: string }>(address, input);

/** Hands a file to the server as it is. */
export function put<T extends object>(address: string, file: File) {
  changed++;
  return answered<({ ok: true } & T) | { ok: false; code: string; message: string }>(address, { method: 'PUT', body: file });
}

/**
 * Changes something of a review, and has asked again what that made stale. Plain requests, not server actions: those
 * run one after another and can be broken off by a change of the address, and a decision must be neither.
 * @param follows questions whose answers are wanted with it, so that they cost no request of their own
 */
export async function call<N extends CommandName>(
  reviewId: string,
  command: N,
  input: CommandInput<N>,
  follows: readonly Follow[] = [],
): Promise<CommandAnswer<N> | NoAnswer> {
  changed++;
  const asked: readonly Follow[] = [...follows, { ask: 'figures', input: {} }];
  const then = encodeURIComponent(JSON.stringify(asked));
  const answer = await sent<CommandAnswer<N> & { stale?: string[]; followed?: { ok: boolean; rests?: string[] }[] }>(
    `/api/reviews/${reviewId}/do/${command}?then=${then}`,
    input,
  );
  if (!answer.ok) return answer;
  const given = answer as { stale: string[]; followed: { ok: boolean; rests?: string[] }[]; queued: boolean };
  const fresh = new Set<string>();
  for (const [i, { ask, input: of }] of asked.entries()) {
    const said = given.followed[i];
    if (!said?.ok) continue;
    if (said.rests) learnRests(ask, said.rests);
    queryClient.setQueryData(keyOf(reviewId, ask, of), said);
    fresh.add(JSON.stringify(keyOf(reviewId, ask, of)));
  }
  forget(reviewId, given.stale, fresh);
  if (given.queued) void queryClient.invalidateQueries({ queryKey: [reviewId, 'jobs'] });
  return answer;
}

/** Asks something of a review. What was asked before is known as long as nothing says that it is stale: see `useAsk`. */
export async function ask<N extends QueryName>(
  reviewId: string,
  query: N,
  input: QueryInput<N>,
  signal?: AbortSignal,
): Promise<QueryAnswer<N> | NoAnswer> {
  const address = `/api/reviews/${reviewId}/ask/${query}`;
  const text = encodeURIComponent(JSON.stringify(input));
  type Given = QueryAnswer<N> & { rests?: string[] };
  const answer =
    text.length < ADDRESS_LENGTH
      ? await answered<Given>(`${address}?input=${text}`, signal && { signal })
      : await sent<Given>(address, input, signal);
  if (answer === NO_ANSWER) return NOT_TOLD;
  if ('rests' in answer && answer.rests) learnRests(query, answer.rests);
  return answer;
}
