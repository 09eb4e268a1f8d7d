'use client';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import type { VenueEntry } from '@/core/venues';

export interface JournalAnswer {
  refereed: 'yes' | 'no';
  since: number | null;
  /** Keys of the entries that were made in the register, and those that stood there before. */
  made: string[];
  gone: readonly VenueEntry[];
}

const isGone = ({ code }: { code: string }): boolean => code === 'no-entry';

/** Answers about journals as they are given on one screen, each of which can be taken back. */
export function useJournalAnswers(reviewId: string) {
  const [answers, setAnswers] = useState<ReadonlyMap<string, JournalAnswer>>(new Map());
  const [busy, setBusy] = useState(false);

  async function answer(of: readonly { title: string; issns: string[]; refereed: 'yes' | 'no'; since: number | null }[]): Promise<boolean> {
    setBusy(true);
    const said = await call(reviewId, 'answer-journals', { answers: [...of] });
    setBusy(false);
    if (!said.ok) {
      toast.error(said.message);
      return false;
    }
    setAnswers((old) => {
      const next = new Map(old);
      of.forEach(({ title, refereed, since }, i) => {
        next.set(title, { refereed, since, ...said.before[i]! });
      });
      return next;
    });
    return true;
  }

  /** What fails half-way goes on from there when it is tried again. */
  async function takeBack(title: string): Promise<void> {
    let left = answers.get(title)!;
    setBusy(true);
    const failed = await (async () => {
      for (const key of left.made) {
        const dropped = await call(reviewId, 'drop-venue', { key });
        // Somebody else may have dropped it since.
        if (!dropped.ok && !isGone(dropped)) return dropped.message;
        left = { ...left, made: left.made.filter((k) => k !== key) };
      }
      for (const entry of left.gone) {
        const back = await call(reviewId, 'save-venue', { before: null, entry: entry as never });
        if (!back.ok) return back.message;
        left = { ...left, gone: left.gone.filter((e) => e !== entry) };
      }
      return null;
    })();
    setBusy(false);
    if (failed !== null) toast.error(failed);
    setAnswers((old) => {
      const next = new Map(old);
      if (failed === null) next.delete(title);
      else next.set(title, left);
      return next;
    });
  }
  return { answers, answer, takeBack, busy };
}
