'use client';
import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useRef } from 'react';

/** A page that was asked for before a change of the address may come so much later, and bring the address of then. */
const LATE_MS = 5000;

const show = (query: string) => window.history.replaceState(null, '', query ? `?${query}` : window.location.pathname);

/** The address holds the state of the view, so that a link or a reload comes back to it. */
export function useUrlState(): [URLSearchParams, (changes: Record<string, string | null>) => void] {
  const params = useSearchParams();
  const last = useRef<{ before: string; now: string; at: number } | null>(null);
  const set = useCallback((changes: Record<string, string | null>) => {
    const before = window.location.search.slice(1);
    const next = new URLSearchParams(before);
    for (const [key, value] of Object.entries(changes)) {
      if (value === null) next.delete(key);
      else next.set(key, value);
    }
    const now = next.toString();
    last.current = { before: new URLSearchParams(before).toString(), now, at: Date.now() };
    // Next keeps useSearchParams in step with the history API, without asking the server.
    show(now);
  }, []);
  // What was picked while the page was being asked for anew stays picked.
  useEffect(() => {
    const changed = last.current;
    if (changed && params.toString() === changed.before && changed.before !== changed.now && Date.now() - changed.at < LATE_MS)
      show(changed.now);
  }, [params]);
  return [params, set];
}
