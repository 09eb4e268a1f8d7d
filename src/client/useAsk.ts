'use client';
import { type UseQueryResult, useQuery } from '@tanstack/react-query';
import { useSyncExternalStore } from 'react';
import type { QueryAnswer, QueryInput, QueryName } from '@/stages/verbs';
import { ask } from './call';
import { keyOf, queryClient } from './query-client';

/** The answer to a question when it was answered. */
export type Said<N extends QueryName> = Extract<QueryAnswer<N>, { ok: true }>;

/** A question that was refused, or not answered at all; its message is a sentence for people. */
export class NotAnswered extends Error {}

const options = <N extends QueryName>(reviewId: string, query: N, input: QueryInput<N>) => ({
  queryKey: keyOf(reviewId, query, input),
  queryFn: async ({ signal }: { signal: AbortSignal }): Promise<Said<N>> => {
    // What is asked of servers outside while somebody types is broken off when nobody wants it any more.
    const answer = await ask(reviewId, query, input, query === 'count-block' ? signal : undefined);
    if (!answer.ok) throw new NotAnswered(answer.message);
    return answer as Said<N>;
  },
});

const never = () => () => {};

/** False while React takes over the page that the server drew: until then a part must draw just what the server knew. */
const useTakenOver = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );

/** Asks something of a review for as long as a part of a screen wants it, and again whenever it is stale. */
export function useAsk<N extends QueryName>(
  reviewId: string,
  query: N,
  input: QueryInput<N>,
  more: { given?: Omit<Said<N>, 'ok'>; wanted?: boolean; every?: (said: Said<N> | undefined) => number | false } = {},
): UseQueryResult<Said<N>, Error> {
  const given = more.given && ({ ...more.given, ok: true } as never);
  const result = useQuery<Said<N>>({
    ...options(reviewId, query, input),
    enabled: more.wanted ?? true,
    ...(given ? { initialData: given } : {}),
    ...(more.every ? { refetchInterval: ({ state }) => more.every!(state.data as Said<N> | undefined) } : {}),
  });
  // Another part of the page may have been answered already, since parts are taken over one after another.
  return useTakenOver() ? result : Object.create(result, { data: { value: given } });
}

/** Asks ahead of a screen that will want it: what is known already is not asked for again. */
export const askAhead = <N extends QueryName>(reviewId: string, query: N, input: QueryInput<N>): void =>
  void queryClient.prefetchQuery(options(reviewId, query, input));

/** What is known of a question, asked for if need be. @throws NotAnswered */
export const asked = <N extends QueryName>(reviewId: string, query: N, input: QueryInput<N>): Promise<Said<N>> =>
  queryClient.fetchQuery(options(reviewId, query, input));
