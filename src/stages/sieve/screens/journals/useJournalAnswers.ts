'use client';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import type { JournalEntry } from '@/core/venues';

export interface JournalAnswer {
  refereed: 'yes' | 'no';
  since: number | null;
  /** Key of the entry in the register, and what stood there before. */
  key: string;
  before: JournalEntry | null;
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
        const { key, entry } = said.before[i]!;
        next.set(title, { refereed, since, key, before: entry });
      });
      return next;
    });
    return true;
  }

  async function takeBack(title: string): Promise<void> {
    const { key, before } = answers.get(title)!;
    const back = before
      ? await call(reviewId, 'save-venue', { before: key, entry: { ...before, type: 'journal' } as never })
      : await call(reviewId, 'drop-venue', { key });
    if (!back.ok) return void toast.error(back.message);
    setAnswers((old) => {
      const next = new Map(old);
      next.delete(title);
      return next;
    });
  }
  return { answers, answer, takeBack, busy };
}
