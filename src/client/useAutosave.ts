'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';

type Saved = { ok: true } | { ok: false; code: string; message: string };
export type SaveState = { state: 'saved' } | { state: 'unsaved' } | { state: 'saving' } | { state: 'refused'; message: string };

const PAUSE_MS = 600;
const UNANSWERED = 'The server did not answer. Your text is kept in this tab and saved with the next change.';

/**
 * Saves a value a moment after its last change, or at once when the screen is left; one save after another. What was
 * refused or did not reach the server stays on the screen and in this tab's storage, and is offered again after a
 * reload.
 */
export function useAutosave<T>(key: string, initial: T, save: (value: T) => Promise<Saved>) {
  const [value, setValue] = useState(initial);
  const [state, setState] = useState<SaveState>({ state: 'saved' });
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  /** The last change that was not handed to the server yet. */
  const pending = useRef<{ value: T } | null>(null);
  const before = useRef<Promise<unknown>>(Promise.resolve());
  const router = useRouter();

  const flush = useCallback(() => {
    clearTimeout(timer.current);
    const next = pending.current;
    if (!next) return;
    pending.current = null;
    // A newer change has the last word on what is shown and kept.
    const show = (now: SaveState) => !pending.current && setState(now);
    before.current = before.current.then(async () => {
      show({ state: 'saving' });
      const result = await save(next.value);
      if (!result.ok) return show({ state: 'refused', message: result.code === 'no-answer' ? UNANSWERED : result.message });
      if (!pending.current) sessionStorage.removeItem(key);
      show({ state: 'saved' });
      router.refresh();
    });
  }, [key, save, router]);

  const change = useCallback(
    (next: T) => {
      setValue(next);
      setState({ state: 'unsaved' });
      pending.current = { value: next };
      sessionStorage.setItem(key, JSON.stringify(next));
      clearTimeout(timer.current);
      timer.current = setTimeout(flush, PAUSE_MS);
    },
    [key, flush],
  );
  useEffect(() => {
    const kept = sessionStorage.getItem(key);
    if (kept) change(JSON.parse(kept) as T);
    window.addEventListener('pagehide', flush);
    return () => {
      window.removeEventListener('pagehide', flush);
      flush();
    };
  }, [key, change, flush]);
  return { value, change, state };
}

export const saveWords = (state: SaveState): string =>
  state.state === 'saved' ? 'Saved' : state.state === 'unsaved' ? 'Not saved yet' : state.state === 'saving' ? 'Saving …' : state.message;
