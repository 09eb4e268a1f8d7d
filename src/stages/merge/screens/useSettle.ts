'use client';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { ask, call } from '@/client/call';
import type { LinkType } from '@/core/merge';
import type { PairView, QuestionLine } from '../queries/pair-view';

export type Settled = 'join' | 'apart' | 'link';
interface Act {
  at: number;
  /** Known when the server has answered; null when it refused. Undo may be asked for before that. */
  act: Promise<string | null>;
}

const keyOf = (q: QuestionLine) => `${q.a}|${q.b}`;

/** The pairs to settle: which is shown, what was ruled of each, and the acts that can be taken back. */
export function useSettle(reviewId: string, questions: readonly QuestionLine[]) {
  const [at, setAt] = useState(0);
  const [settled, setSettled] = useState<ReadonlyMap<string, Settled>>(new Map());
  const [pairs, setPairs] = useState<ReadonlyMap<string, PairView | string>>(new Map());
  const acts = useRef<Act[]>([]);
  const asked = useRef(new Set<string>());
  const question = questions[at];

  // The next ones are fetched while this one is looked at.
  useEffect(() => {
    for (const q of questions.slice(at, at + 3)) {
      const key = keyOf(q);
      if (asked.current.has(key)) continue;
      asked.current.add(key);
      void ask(reviewId, 'pair', { a: q.a, b: q.b }).then((answer) => {
        if (!answer.ok && answer.code === 'no-answer') asked.current.delete(key);
        else setPairs((old) => new Map(old).set(key, answer.ok ? answer.pair : answer.message));
      });
    }
  }, [reviewId, questions, at]);

  const mark = (q: QuestionLine, verdict: Settled | null) =>
    setSettled((old) => {
      const next = new Map(old);
      if (verdict) next.set(keyOf(q), verdict);
      else next.delete(keyOf(q));
      return next;
    });

  /** The next pair that is open, after this one and then from the beginning; else this one stays. */
  const next = (from: number, done: ReadonlyMap<string, Settled>) => {
    const order = [...questions.keys()].map((i) => (from + 1 + i) % questions.length);
    return order.find((i) => !done.has(keyOf(questions[i]!))) ?? from;
  };

  async function rule(verdict: Settled, link: LinkType | null = null, forward = true) {
    if (!question || settled.has(keyOf(question))) return;
    const [place, q] = [at, question];
    mark(q, verdict);
    setAt(next(place, new Map(settled).set(keyOf(q), verdict)));
    const [a, b] = forward ? [q.a, q.b] : [q.b, q.a];
    const answered = call(reviewId, 'rule-merge', { verdict, a, others: [b], link, reason: '' });
    const act: Act = { at: place, act: answered.then((answer) => (answer.ok ? answer.act : null)) };
    acts.current.push(act);
    const answer = await answered;
    if (answer.ok) return;
    acts.current = acts.current.filter((other) => other !== act);
    mark(q, null);
    setAt(place);
    toast.error(answer.message);
  }

  async function undo() {
    const last = acts.current.pop();
    if (!last) return void toast('Nothing was settled on this visit. Rulings from before are listed under Rulings.');
    const act = await last.act;
    if (!act) return;
    const answer = await call(reviewId, 'undo-merge', { act });
    if (!answer.ok) {
      acts.current.push(last);
      return void toast.error(answer.message);
    }
    mark(questions[last.at]!, null);
    setAt(last.at);
  }

  return {
    at,
    question,
    pair: question ? pairs.get(keyOf(question)) : undefined,
    verdict: question ? (settled.get(keyOf(question)) ?? null) : null,
    left: questions.length - settled.size,
    go: (to: number) => setAt(Math.min(Math.max(0, to), questions.length - 1)),
    rule,
    undo,
  };
}
