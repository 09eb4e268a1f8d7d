'use client';
import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useRef } from 'react';

/** A page that was asked for before a change of the address may come so much later, and bring the address of then. */
const LATE_MS = 5000;

type Changes = Record<string, string | null>;
interface SetOptions {
  /** The browser's way back leads to what stood before. */
  step?: boolean;
}

/** Which step of the browser's history this is; undefined where the browser does not say. */
const entry = (): string | undefined => (window as { navigation?: { currentEntry: { key: string } | null } }).navigation?.currentEntry?.key;
const address = (query: string) => (query ? `?${query}` : window.location.pathname);

/**
 * The address holds the state of the view, so that a link or a reload comes back to it. What is opened is a step: the
 * browser's way back closes it again.
 */
export function useUrlState(): [URLSearchParams, (changes: Changes, options?: SetOptions) => void] {
  const params = useSearchParams();
  const last = useRef<{ before: string; now: string; at: number; entry: string | undefined } | null>(null);
  const set = useCallback((changes: Changes, { step = false }: SetOptions = {}) => {
    const before = window.location.search.slice(1);
    const next = new URLSearchParams(before);
    for (const [key, value] of Object.entries(changes)) {
      if (value === null) next.delete(key);
      else next.set(key, value);
    }
    const now = next.toString();
    // Next keeps useSearchParams in step with the history API, without asking the server.
    const was = new URLSearchParams(before).toString();
    if (step && was !== now) window.history.pushState(null, '', address(now));
    else window.history.replaceState(null, '', address(now));
    // Where the browser does not tell steps apart, going back comes first.
    last.current = step && !entry() ? null : { before: was, now, at: Date.now(), entry: entry() };
  }, []);
  // What was picked while the page was being asked for anew stays picked. Who went back since wants what was there before.
  useEffect(() => {
    const changed = last.current;
    if (
      changed &&
      changed.entry === entry() &&
      params.toString() === changed.before &&
      changed.before !== changed.now &&
      Date.now() - changed.at < LATE_MS
    )
      window.history.replaceState(null, '', address(changed.now));
  }, [params]);
  return [params, set];
}
