import type { SearchAnswer } from '@/core/search/sru';
import { type Asked, recordsAt, type Said } from './server';

/** A page of what a query finds. */
export interface Page {
  start: number;
  answer: SearchAnswer;
  /** Where the next page begins; null at the end, or where the server leads nowhere. */
  next: number | null;
}

/**
 * The pages of a query from a place on. While one is read the next is asked for already, where the server gives as many as
 * are wanted: it need not wait for us.
 * @throws ServerFault
 */
export async function* pagesOf(
  door: Asked,
  query: string,
  from: number,
  size: number,
  bounds: { bytes?: number; ms?: number } = {},
): AsyncGenerator<Page> {
  const ask = (start: number): Promise<Said<SearchAnswer>> => {
    const said = recordsAt(door, query, start, size, bounds);
    // Whether anybody waits for it is not known yet.
    said.catch(() => {});
    return said;
  };
  let total = 0;
  let said = ask(from);
  for (let start = from; ; ) {
    const guess = start + size;
    const ahead = guess <= total ? ask(guess) : null;
    const { answer } = await said;
    total = answer.total ?? 0;
    // Where nothing is said of a next page, it is there as long as the count says so.
    const end = start + answer.records.length;
    const after = answer.next ?? (answer.records.length > 0 && end <= total ? end : null);
    const next = after === null || after <= start ? null : after;
    if (next !== null) said = ahead !== null && guess === next ? ahead : ask(next);
    yield { start, answer, next };
    if (next === null) return;
    start = next;
  }
}
