'use client';
import { useSearchParams } from 'next/navigation';
import { useCallback } from 'react';

/** The address holds the state of the view, so that a link or a reload comes back to it. */
export function useUrlState(): [URLSearchParams, (changes: Record<string, string | null>) => void] {
  const params = useSearchParams();
  const set = useCallback((changes: Record<string, string | null>) => {
    const next = new URLSearchParams(window.location.search);
    for (const [key, value] of Object.entries(changes)) {
      if (value === null) next.delete(key);
      else next.set(key, value);
    }
    const query = next.toString();
    // Next keeps useSearchParams in step with the history API, without asking the server.
    window.history.replaceState(null, '', query ? `?${query}` : window.location.pathname);
  }, []);
  return [params, set];
}
