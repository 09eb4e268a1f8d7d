'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { type EditConflict, mergeEdits } from '@/core/edits';
import { refreshPage } from '@/ui/refresh-page';

/** What a verb says of something that was saved whole, and what somebody else made of it meanwhile. */
export type Saved<T> =
  | { ok: true; value?: T; merged?: boolean }
  | { ok: false; code: string; message: string; current?: T; conflicts?: EditConflict[] };
export type SaveState =
  | { state: 'saved' }
  | { state: 'unsaved' }
  | { state: 'saving' }
  | { state: 'refused'; message: string }
  | { state: 'conflict'; message: string; conflicts: readonly EditConflict[] };

const PAUSE_MS = 600;
const AGAIN_MS = 5000;
const UNANSWERED = 'The server did not answer. Your text is kept in this tab and saved as soon as it does.';

interface Kept<T> {
  value: T;
  seen: T;
}

/**
 * Saves a value a moment after its last change, or at once when the screen is left; one save after another. With it goes
 * what the person began with, so that what somebody else changed elsewhere in it is taken in, and what contradicts it is
 * asked about. What was refused or did not reach the server stays on the screen and in this tab's storage, and is offered
 * again after a reload.
 */
export function useAutosave<T>(key: string, initial: T, save: (value: T, seen: T) => Promise<Saved<T>>) {
  const [value, setValue] = useState(initial);
  const [state, setState] = useState<SaveState>({ state: 'saved' });
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  /** What is on the screen, and what of it the server was known to have. */
  const shown = useRef(initial);
  const seen = useRef(initial);
  /** The last change that was not handed to the server yet. */
  const pending = useRef<{ value: T } | null>(null);
  const theirs = useRef<{ current: T } | null>(null);
  const before = useRef<Promise<unknown>>(Promise.resolve());
  const router = useRouter();

  const put = useCallback((next: T) => {
    shown.current = next;
    setValue(next);
  }, []);
  const flush = useCallback(() => {
    clearTimeout(timer.current);
    const next = pending.current;
    if (!next || theirs.current) return;
    pending.current = null;
    // A newer change has the last word on what is shown and kept.
    const show = (now: SaveState) => !pending.current && setState(now);
    before.current = before.current.then(async () => {
      show({ state: 'saving' });
      const result = await save(next.value, seen.current);
      if (!result.ok) {
        if (result.current !== undefined) {
          theirs.current = { current: result.current };
          pending.current = null;
          return setState({ state: 'conflict', message: result.message, conflicts: result.conflicts ?? [] });
        }
        const unanswered = result.code === 'no-answer' || result.code === 'try-again';
        show({ state: 'refused', message: unanswered ? UNANSWERED : result.message });
        if (!unanswered || pending.current) return;
        pending.current = next;
        timer.current = setTimeout(flush, AGAIN_MS);
        return;
      }
      const stored = result.value ?? next.value;
      // What somebody else changed is taken in beneath what was typed meanwhile.
      if (result.merged) put(mergeEdits(next.value, shown.current, stored).value);
      if (pending.current) pending.current = { value: shown.current };
      else sessionStorage.removeItem(key);
      seen.current = stored;
      show({ state: 'saved' });
      refreshPage(router);
    });
  }, [key, save, router, put]);

  const change = useCallback(
    (next: T) => {
      put(next);
      sessionStorage.setItem(key, JSON.stringify({ value: next, seen: seen.current } satisfies Kept<T>));
      // Which version stays is for the person to say first.
      if (theirs.current) return;
      setState({ state: 'unsaved' });
      pending.current = { value: next };
      clearTimeout(timer.current);
      timer.current = setTimeout(flush, PAUSE_MS);
    },
    [key, flush, put],
  );
  /** Ends a conflict; what does not contradict is kept of both. */
  const settle = useCallback(
    (whose: 'mine' | 'theirs') => {
      const there = theirs.current?.current;
      if (there === undefined) return;
      const [first, second] = whose === 'mine' ? [shown.current, there] : [there, shown.current];
      const next = mergeEdits(seen.current, first, second).value;
      theirs.current = null;
      seen.current = there;
      change(next);
      flush();
    },
    [change, flush],
  );
  useEffect(() => {
    const kept = sessionStorage.getItem(key);
    if (kept) {
      const { value: typed, seen: then } = JSON.parse(kept) as Kept<T>;
      seen.current = then;
      change(typed);
    }
    window.addEventListener('pagehide', flush);
    return () => {
      window.removeEventListener('pagehide', flush);
      flush();
    };
  }, [key, change, flush]);
  return { value, change, state, settle };
}

const WORDS: Record<'saved' | 'unsaved' | 'saving', string> = { saved: 'Saved', unsaved: 'Not saved yet', saving: 'Saving …' };
export const saveWords = (state: SaveState): string => ('message' in state ? state.message : WORDS[state.state]);
