'use client';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { draftOf, type GivenSieve } from './sieve-draft';

/** The working sieve of a review, as it is changed and saved here. */
export function useSieveDraft(reviewId: string, given: GivenSieve) {
  const [draft] = useState(() => draftOf(reviewId, given));
  const state = useSyncExternalStore(draft.subscribe, draft.get, draft.get);
  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (draft.isOpen()) event.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [draft]);
  const { change, undo, redo, freeze, settled, setVersionEdited } = draft;
  return { ...state, change, undo, redo, freeze, settled, setVersionEdited, latest: () => draft.get().sieve };
}
