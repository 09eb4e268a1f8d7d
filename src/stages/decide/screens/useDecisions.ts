'use client';
import { useEffect, useRef } from 'react';
import { toast } from 'sonner';
import { call, type Follow } from '@/client/call';
import { keyOf, queryClient } from '@/client/query-client';
import type { WorkDetail } from '@/client/types';
import { asked } from '@/client/useAsk';
import { type DecisionVerdict, type Stage, stateOf, VERDICT_WORDS, type WorkState } from '@/core/flow';
import type { DecideQueue } from '../queries/decide-queue';
import { AHEAD } from './useCurrentWork';
import type { Typed } from './useGrounds';
import type { Decided, Queue } from './useQueue';

const NEXT_STATE: Record<Exclude<DecisionVerdict, 'undo'>, WorkState> = {
  keep: 'kept',
  exclude: 'excluded',
  wait: 'waiting',
  background: 'background',
};
const said = (verdict: DecisionVerdict): string => VERDICT_WORDS[verdict].replace(/^./, (first) => first.toUpperCase());

/** How a work stands at a stage, whatever is said of it at the other. */
export function decidedAt(work: WorkDetail, stage: Stage): Decided {
  const verdict = work.staged[stage];
  const state = verdict && verdict !== 'undo' ? stateOf(0, verdict) : stage === 'full-text' ? 'undecided' : undecidedState(work);
  return { state, reasonCode: verdict === 'exclude' ? (work.history.find((h) => h.stage === stage)?.reasonCode ?? '') : '' };
}
const undecidedState = ({ state }: WorkDetail): WorkState => (state === 'stopped' || state === 'held' ? state : 'undecided');

const NOT_SAVED = 'The decision was not saved: the server did not answer. Your grounds are kept here; try again.';

interface Options {
  reviewId: string;
  stage: Stage;
  queue: Queue;
  set(no: number, decided: Decided): void;
  /** Opens a work of the queue. */
  open(no: number): void;
  /** Called when grounds were stored with a decision. */
  stored(no: number): void;
  /** What the person decided before, the latest first. */
  undoable: DecideQueue['undoable'];
}

/**
 * Decides and takes back. The screen moves on at once; a refusal brings it back with a message. What is done to a
 * work waits for what was done to the same work before, so that a quick undo is never refused as somebody else's.
 */
export function useDecisions({ reviewId, stage, queue, set, open, stored, undoable }: Options) {
  /** What can be taken back, the latest last: also what was decided before the page was loaded. */
  const done = useRef<number[]>(null!);
  done.current ??= undoable.map(([no]) => no).reverse();
  const before = useRef(new Map(undoable));
  /** Undoings that the server has not answered yet. */
  const takenBack = useRef(new Set<number>());
  const forget = (no: number) => {
    done.current = done.current.filter((other) => other !== no);
  };
  const underWay = useRef(new Map<number, Promise<unknown>>());
  /** Decisions that the server has not answered yet: what follows from an answer is no reason to stay on the page. */
  const unsaved = useRef(0);
  /** What this screen itself wrote last of a work: nobody needs to be shown that again. */
  const written = useRef(new Map<number, { seq: number; typed: Typed }>());

  /**
   * Sends one decision and shows what the server then says of the work; null when it was refused. It names the last
   * decision that the person has seen, never a newer one that was merely fetched, so that nobody's is passed over.
   * @param shown the work as the person saw it; null when it is not on the screen
   * @param old what to show again if it is refused
   * @param opens the work that the screen shows meanwhile
   */
  async function send(
    no: number,
    verdict: DecisionVerdict,
    reasonCode: string,
    typed: Typed | null,
    shown: WorkDetail | null,
    old: Decided,
    opens: number | undefined,
  ): Promise<boolean> {
    const own = written.current.get(no);
    const seenSeq = Math.max(shown?.seenSeq ?? 0, own?.seq ?? before.current.get(no) ?? 0);
    const said = typed ?? (own && own.seq === seenSeq ? own.typed : storedOf(shown, stage));
    const input = { workNo: no, stage, verdict, reasonCode, ...said, seenSeq };
    const result = await call(reviewId, 'decide', input, [{ ask: 'work', input: { no } }, ...wantedWith(opens)]).finally(() => {
      unsaved.current--;
    });
    if (result.ok) {
      written.current.set(no, { seq: result.seq, typed: said });
      // What was typed since stays typed when a decision is taken back.
      if (verdict !== 'undo') stored(no);
    }
    const fresh = await workNow(no, result.ok);
    if (fresh) set(no, decidedAt(fresh, stage));
    else if (!result.ok) set(no, old);
    if (result.ok) return true;
    open(no);
    toast.error(result.code === 'no-answer' ? NOT_SAVED : result.message);
    return false;
  }

  /** The work as it is after a decision, which came with the answer; of a refused one it is asked for anew. */
  async function workNow(no: number, decided: boolean): Promise<WorkDetail | null> {
    const key = keyOf(reviewId, 'work', { no });
    if (!decided) await queryClient.invalidateQueries({ queryKey: key, refetchType: 'none' });
    return asked(reviewId, 'work', { no }).then(
      (said) => said.work,
      () => null,
    );
  }

  /** What the screen will want when it shows this work, so that a decision costs one request and no more. */
  function wantedWith(no: number | undefined): Follow[] {
    if (no === undefined) return [];
    // The next decision opens an undecided work, the arrow keys whatever comes next.
    const after = queue.numbers.slice(queue.numbers.indexOf(no) + 1);
    const undecided = after.find((n) => queue.of(n).state === 'undecided');
    const next = [...new Set([...(undecided === undefined ? [] : [undecided]), ...after.slice(0, AHEAD)])];
    const unknown = [no, ...next].filter((n) => queryClient.getQueryData(keyOf(reviewId, 'work', { no: n })) === undefined);
    const precedents = [no, ...next.slice(0, 1)].map((workNo): Follow => ({ ask: 'precedents', input: { workNo } }));
    return [...precedents, ...unknown.slice(0, 2).map((n): Follow => ({ ask: 'work', input: { no: n } }))];
  }

  /** Does it at once, or when what is under way for the same work is done. */
  async function inTurn<T>(no: number, job: () => Promise<T>): Promise<T> {
    unsaved.current++;
    const before = underWay.current.get(no);
    const turn = before ? before.then(job) : job();
    const ended = turn.catch(() => null);
    underWay.current.set(no, ended);
    void ended.then(() => underWay.current.get(no) === ended && underWay.current.delete(no));
    return turn;
  }

  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => unsaved.current > 0 && event.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, []);

  /** @param shown the work, when it is the one on the screen */
  async function undo(no: number, shown: WorkDetail | null) {
    // At once, so that the next key already means this work and not the one that was on the screen.
    open(no);
    forget(no);
    takenBack.current.add(no);
    const undone = await inTurn(no, async () => {
      const known = shown ?? (written.current.has(no) ? null : seenBefore(await workNow(no, true)));
      return send(no, 'undo', '', null, known, queue.of(no), no);
    }).finally(() => takenBack.current.delete(no));
    if (!undone) return;
    const title = (await workNow(no, true))?.shown.title ?? '';
    toast(`${said('undo')}: ${title.slice(0, 70)}`);
  }

  /** A work that was fetched to be taken back: of it the person has seen what they decided, and nothing newer. */
  function seenBefore(work: WorkDetail | null): WorkDetail | null {
    return work && { ...work, seenSeq: before.current.get(work.no) ?? work.seenSeq };
  }

  return {
    /** Decides a work and moves on to the next undecided one. */
    async decide(work: WorkDetail, verdict: Exclude<DecisionVerdict, 'undo'>, reasonCode: string, typed: Typed) {
      const at = queue.numbers.indexOf(work.no);
      const undecided = (no: number) => no !== work.no && queue.of(no).state === 'undecided';
      const next = queue.numbers.slice(at + 1).find(undecided) ?? queue.numbers.find(undecided);
      forget(work.no);
      done.current.push(work.no);
      const old = queue.of(work.no);
      set(work.no, { state: NEXT_STATE[verdict], reasonCode });
      const sent = inTurn(work.no, () => send(work.no, verdict, reasonCode, typed, work, old, next));
      if (next !== undefined) open(next);
      if (!(await sent)) {
        forget(work.no);
        return;
      }
      toast(`${said(verdict)}: ${work.shown.title.slice(0, 70)}`, {
        action: { label: 'Undo', onClick: () => void undo(work.no, null) },
      });
    },
    undo,
    /** The work decided last of those not taken back, from wherever one is now. */
    lastDecided: () => done.current.at(-1) ?? null,
    /** Whether the decision on a work is being taken back already. */
    isTakenBack: (no: number) => takenBack.current.has(no),
  };
}

/** What stands with the last decision on a work, to be kept when it is taken back. */
function storedOf(work: WorkDetail | null, stage: Stage): Typed {
  const last = work?.history.find((h) => h.stage === stage);
  return { grounds: last?.grounds ?? '', page: last?.page ?? '', note: last?.note ?? '' };
}
