'use client';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { draftOf, type GivenSieve } from './sieve-draft';

/**
 * The working sieve of a review, as it is changed and saved here.
 * @param following whether it becomes what somebody else made of it, when the page brings that
 */
export function useSieveDraft(reviewId: string, given: GivenSieve, following = true) {
  const [draft] = useState(() => draftOf(reviewId, given));
  const { sieve, edit, version, versionEdited, scheme } = given;
  useEffect(() => {
    if (following) draft.follow({ sieve, edit, version, versionEdited, scheme });
  }, [draft, following, sieve, edit, version, versionEdited, scheme]);
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
