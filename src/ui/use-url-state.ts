'use client';
import { usePathname, useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useSyncExternalStore } from 'react';
import { addressHasChanged, isWaited, whenPageIsHere } from './refresh-page';

/** A page that was asked for before a change of the address may come so much later, and bring the address of then. */
const LATE_MS = 30_000;

type Changes = Record<string, string | null>;
interface SetOptions {
  /** The browser's way back leads to what stood before. */
  step?: boolean;
}

/** Which step of the browser's history this is; undefined where the browser does not say. */
const entry = (): string | undefined => (window as { navigation?: { currentEntry: { key: string } | null } }).navigation?.currentEntry?.key;
const address = (query: string) => (query ? `?${query}` : window.location.pathname);

/** What was last changed on a page, by whichever part of it; and what the address was before, while that may come back. */
interface Changed {
  path: string;
  befores: { query: string; at: number }[];
  now: string;
  entry: string;
}
let changed: Changed | null = null;
const listeners = new Set<() => void>();
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  window.addEventListener('popstate', listener);
  return () => {
    listeners.delete(listener);
    window.removeEventListener('popstate', listener);
  };
};
const change = (to: Changed | null) => {
  changed = to;
  for (const listener of listeners) listener();
};
/** The last change, if it is of this page and of this step of the history. Where steps are not told apart, the router is believed. */
const changedOf = (path: string) => (changed?.path === path && changed.entry === entry() ? changed : null);

/**
 * The address holds the state of the view, so that a link or a reload comes back to it. What is opened is a step: the
 * browser's way back closes it again. A change shows at once, also while the page is being asked for anew: the address
 * follows when that page is there.
 */
export function useUrlState(): [URLSearchParams, (changes: Changes, options?: SetOptions) => void] {
  const path = usePathname();
  const said = useSearchParams();
  const now = useSyncExternalStore(
    subscribe,
    () => changedOf(path)?.now ?? null,
    () => null,
  );
  const set = useCallback(
    (changes: Changes, { step = false }: SetOptions = {}) => {
      const next = new URLSearchParams(changedOf(path)?.now ?? window.location.search);
      const was = next.toString();
      for (const [key, value] of Object.entries(changes)) {
        if (value === null) next.delete(key);
        else next.set(key, value);
      }
      const now = next.toString();
      const befores = [...(changedOf(path)?.befores.filter((b) => Date.now() - b.at < LATE_MS) ?? []), { query: was, at: Date.now() }];
      const key = entry();
      const put = () => {
        // Who has gone elsewhere meanwhile, or back, wants what is there.
        if (window.location.pathname !== path || (key !== undefined && !changedOf(path))) return;
        // Next keeps useSearchParams in step with the history API, without asking the server.
        if (step && was !== now) window.history.pushState(null, '', address(now));
        else window.history.replaceState(null, '', address(now));
        addressHasChanged();
        if (changed && key !== undefined) change({ ...changed, entry: entry()! });
      };
      change(key === undefined ? null : { path, befores, now, entry: key });
      if (key === undefined) put();
      else whenPageIsHere(put);
    },
    [path],
  );
  // What was picked while the page was being asked for anew stays picked, be it the third pick since. Who went back since,
  // or followed a link, wants what is there.
  const seen = useRef(said);
  useEffect(() => {
    if (seen.current === said || changed?.path !== path) return;
    seen.current = said;
    const query = said.toString();
    const here = changedOf(path);
    // What was picked reaches the address by itself.
    if (here?.now === query || (here && isWaited())) return;
    if (here?.befores.some((b) => b.query === query && Date.now() - b.at < LATE_MS))
      window.history.replaceState(null, '', address(here.now));
    else change(null);
  }, [said, path]);
  const params = useMemo(() => (now === null ? said : new URLSearchParams(now)), [now, said]);
  return [params, set];
}
