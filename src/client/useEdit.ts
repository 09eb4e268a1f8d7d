'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { type EditConflict, isSame, mergeEdits } from '@/core/edits';
import { refreshPage } from '@/ui/refresh-page';
import type { Saved } from './useAutosave';

/**
 * Something that is changed on the screen and saved by a button. What somebody else changed elsewhere in it meanwhile is
 * taken in; what contradicts it is asked about.
 * @param given what the server has, as the page was drawn
 * @param done what is said when it is saved
 */
export function useEdit<T>(given: T, save: (value: T, seen: T) => Promise<Saved<T>>, done: string) {
  const router = useRouter();
  const [value, setValue] = useState(given);
  /** What the person began with: not what a page that was drawn anew meanwhile brings. */
  const [seen, setSeen] = useState(given);
  const [theirs, setTheirs] = useState<{ current: T; message: string; conflicts: readonly EditConflict[] } | null>(null);

  async function send(next: T, base: T) {
    const result = await save(next, base);
    if (result.ok) {
      const stored = result.value ?? next;
      setValue(stored);
      setSeen(stored);
      toast(result.merged ? `${done} What somebody else changed meanwhile is in it.` : done);
      refreshPage(router);
    } else if (result.current !== undefined)
      setTheirs({ current: result.current, message: result.message, conflicts: result.conflicts ?? [] });
    else toast.error(result.message);
  }
  return {
    value,
    setValue,
    changed: !isSame(value, seen),
    conflict: theirs,
    save: () => send(value, seen),
    /** Ends a conflict; what does not contradict is kept of both. */
    settle(whose: 'mine' | 'theirs') {
      if (!theirs) return;
      const [first, second] = whose === 'mine' ? [value, theirs.current] : [theirs.current, value];
      const next = mergeEdits(seen, first, second).value;
      setTheirs(null);
      setValue(next);
      setSeen(theirs.current);
      void send(next, theirs.current);
    },
  };
}
