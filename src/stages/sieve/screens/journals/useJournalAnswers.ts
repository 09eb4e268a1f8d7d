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

  async function takeBack(title: string): Promise<void> {
    const { made, gone } = answers.get(title)!;
    for (const key of made) {
      const dropped = await call(reviewId, 'drop-venue', { key });
      if (!dropped.ok) return void toast.error(dropped.message);
    }
    for (const entry of gone) {
      const back = await call(reviewId, 'save-venue', { before: null, entry: entry as never });
      if (!back.ok) return void toast.error(back.message);
    }
    setAnswers((old) => {
      const next = new Map(old);
      next.delete(title);
      return next;
    });
  }
  return { answers, answer, takeBack, busy };
}
