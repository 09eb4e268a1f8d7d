import { QueryClient } from '@tanstack/react-query';

/**
 * What the browser knows of a review. It holds until a command says that it is stale: nothing is asked for again only
 * because a window was looked at.
 */
const freshClient = () =>
  new QueryClient({
    defaultOptions: { queries: { staleTime: Number.POSITIVE_INFINITY, retry: false, refetchOnWindowFocus: false } },
  });

/** The one of this browser window. */
export const queryClient = freshClient();

/** On the server modules serve many people: every page that is drawn there has a client of its own. */
export const clientOfPage = (): QueryClient => (typeof window === 'undefined' ? freshClient() : queryClient);

/** What of a review each question's answers rest on, as the server said with them. */
const restsOn = new Map<string, readonly string[]>();
export const learnRests = (query: string, topics: readonly string[]) => void restsOn.set(query, topics);

export const keyOf = (reviewId: string, query: string, input: unknown) => [reviewId, query, input] as const;

/**
 * Has everything asked for again that rests on what changed. Without topics: everything of the review.
 * @param fresh keys, as text, of answers that came with the change itself
 */
export function forget(reviewId: string, topics?: readonly string[], fresh: ReadonlySet<string> = new Set()): void {
  void queryClient.invalidateQueries({
    predicate: ({ queryKey }) => {
      const [review, query] = queryKey as [string, string];
      if (review !== reviewId || fresh.has(JSON.stringify(queryKey))) return false;
      return !topics || (restsOn.get(query) ?? topics).some((t) => topics.includes(t));
    },
  });
}
