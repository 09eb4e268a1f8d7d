'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { Sieve } from '@/core/sieve';
import { call } from '../shell/call';
import { reviewChanged } from '../shell/useFigures';
import { forgetWorks } from '../works/useWork';

/** Milliseconds after which a change is saved. */
const SAVE_AFTER = 120;

/**
 * The working sieve: changed at once, saved behind it, undone step by step. Saves go out one after another, so that
 * a quick second change is never refused as somebody else's.
 */
export function useSieveDraft(reviewId: string, initial: Sieve, initialEdit: number, initialVersion: { number: number; edited: boolean }) {
  const [sieve, setSieve] = useState(initial);
  const past = useRef<Sieve[]>([]);
  const future = useRef<Sieve[]>([]);
  const [steps, setSteps] = useState({ back: 0, forth: 0 });
  const now = useRef(initial);
  const [saving, setSaving] = useState<'saved' | 'saving' | 'failed'>('saved');
  const edit = useRef(initialEdit);
  const [revision, setRevision] = useState(0);
  const [version, setVersion] = useState(initialVersion.number);
  const [versionEdited, setVersionEdited] = useState(initialVersion.edited);
  const wanted = useRef<Sieve | null>(null);
  const busy = useRef(false);

  const flush = useCallback(async () => {
    if (busy.current || !wanted.current) return;
    busy.current = true;
    setSaving('saving');
    try {
      while (wanted.current) {
        const next = wanted.current;
        wanted.current = null;
        const result = await call(reviewId, 'save-sieve', { sieve: next, seenEdit: edit.current });
        if (!result.ok) {
          toast.error(result.message);
          if (!('current' in result)) return setSaving('failed');
          // Their sieve takes the place of ours, and with it what could be undone.
          wanted.current = null;
          past.current = [];
          future.current = [];
          edit.current = result.current.edit;
          now.current = result.current.sieve;
          setSieve(result.current.sieve);
          setSteps({ back: 0, forth: 0 });
          setVersionEdited(true);
          continue;
        }
        edit.current = result.edit;
        setVersionEdited(result.versionEdited);
        setRevision(result.revision);
      }
      setSaving('saved');
      forgetWorks();
      reviewChanged();
    } catch {
      setSaving('failed');
      toast.error('The sieve was not saved: the server did not answer. It is kept here and saved with your next change.');
    } finally {
      busy.current = false;
      if (wanted.current) void flush();
    }
  }, [reviewId]);

  const put = useCallback(
    (next: Sieve) => {
      now.current = next;
      setSieve(next);
      setSteps({ back: past.current.length, forth: future.current.length });
      wanted.current = next;
      setSaving('saving');
      // After the counts: they are what one waits for.
      setTimeout(() => void flush(), SAVE_AFTER);
    },
    [flush],
  );
  /** Resolves when nothing waits to be saved any more. */
  const settled = useCallback(async () => {
    while (busy.current || wanted.current) await new Promise((resolve) => setTimeout(resolve, 30));
  }, []);
  const change = useCallback(
    (next: Sieve) => {
      past.current = [...past.current.slice(-49), now.current];
      future.current = [];
      put(next);
    },
    [put],
  );
  const undo = useCallback(() => {
    const last = past.current.pop();
    if (!last) return;
    future.current.push(now.current);
    put(last);
  }, [put]);
  const redo = useCallback(() => {
    const next = future.current.pop();
    if (!next) return;
    past.current.push(now.current);
    put(next);
  }, [put]);

  /** Saves the sieve as it is as the next version. @returns its number, or null when that failed, which was said */
  const freeze = useCallback(
    async (note: string): Promise<number | null> => {
      const frozen = await call(reviewId, 'freeze-sieve', { note }).catch(() => null);
      if (!frozen?.ok) {
        toast.error(frozen?.message ?? 'The version was not saved: the server did not answer. Try again.');
        return null;
      }
      setVersion(frozen.version);
      setVersionEdited(false);
      reviewChanged();
      return frozen.version;
    },
    [reviewId],
  );

  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (busy.current || wanted.current) event.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, []);
  return {
    ...{ sieve, change, undo, redo, canUndo: steps.back > 0, canRedo: steps.forth > 0, saving },
    ...{ revision, version, versionEdited, setVersionEdited, freeze, settled, latest: () => now.current },
  };
}
