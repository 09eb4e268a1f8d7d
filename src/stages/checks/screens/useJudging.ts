'use client';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { askAhead } from '@/client/useAsk';
import { useWork } from '@/client/useWork';
import { useUrlState } from '@/ui/use-url-state';
import type { SampleToJudge } from '../queries/samples-view';

export type Said = 'keep' | 'exclude' | 'unsure';

/**
 * Judging the works of a sample: which is shown, what was said of each, and its notes. The next one is there at once;
 * what the server refuses brings the work back, with what had been said of it.
 */
export function useJudging(reviewId: string, sample: SampleToJudge) {
  const { works } = sample;
  const [params, setParams] = useUrlState();
  const [said, setSaid] = useState<ReadonlyMap<number, Said>>(
    () => new Map(works.flatMap((w) => (w.verdict ? [[w.drawn, w.verdict as Said] as const] : []))),
  );
  const [notes, setNotes] = useState<ReadonlyMap<number, string>>(() => new Map(works.map((w) => [w.drawn, w.note])));
  const [picked, setPicked] = useState<number | null>(null);
  /** How many words are on their way: what follows from all of them cannot be looked at yet. */
  const [underWay, setUnderWay] = useState(0);
  const asked = picked ?? Number(params.get('place')) - 1;
  const firstOpen = works.findIndex((w) => !said.has(w.drawn));
  const at = works[asked] ? asked : Math.max(0, firstOpen);
  const current = works[at];
  const state = useWork(reviewId, current?.no ?? null);
  const work = state.state === 'ready' && state.work.no === current?.no ? state.work : null;
  const open = (place: number) => {
    if (!works[place]) return;
    setPicked(place);
    setParams({ place: String(place + 1) });
  };
  useEffect(() => {
    for (const next of works.slice(at + 1, at + 3)) askAhead(reviewId, 'work', { no: next.no });
  }, [reviewId, works, at]);

  const send = (drawn: number, verdict: Said | 'undo') =>
    call(reviewId, 'judge-sample', { check: sample.number, workNo: drawn, verdict, note: notes.get(drawn) ?? '' });
  /** A note that was written after the word is sent with the word again. */
  async function keepNote() {
    const word = current && said.get(current.drawn);
    if (!word || notes.get(current.drawn) === current.note) return;
    const answer = await send(current.drawn, word);
    if (!answer.ok) toast.error(answer.message);
  }

  async function say(verdict: Said | 'undo') {
    // What is not on the screen yet cannot be judged.
    if (!current || !work || (verdict === 'undo' && !said.has(current.drawn))) return;
    const place = at;
    const before = said.get(current.drawn);
    const set = (v: Said | undefined) =>
      setSaid((old) => {
        const next = new Map(old);
        if (v) next.set(current.drawn, v);
        else next.delete(current.drawn);
        return next;
      });
    set(verdict === 'undo' ? undefined : verdict);
    if (verdict !== 'undo') {
      const next = works.findIndex((w, i) => i > place && !said.has(w.drawn));
      open(next >= 0 ? next : Math.min(place + 1, works.length - 1));
    }
    setUnderWay((n) => n + 1);
    const answer = await send(current.drawn, verdict).finally(() => setUnderWay((n) => n - 1));
    if (answer.ok) return;
    set(before);
    open(place);
    toast.error(answer.message);
  }

  return {
    works,
    at,
    current,
    state,
    work,
    said,
    note: current ? (notes.get(current.drawn) ?? '') : '',
    setNote: (text: string) => current && setNotes(new Map(notes).set(current.drawn, text)),
    saved: underWay === 0,
    keepNote,
    open,
    say,
  };
}
