'use client';
import { useEffect, useRef, useState } from 'react';
import type { DecideQueue } from '@/server/decide-queue';
import { Dialog } from '@/ui/dialog';
import { Empty } from '@/ui/empty';
import { KeyHelp, type KeyLine } from '../shell/KeyHelp';
import { useHotkeys } from '../shell/useHotkeys';
import { useUrlState } from '../shell/useUrlState';
import { Evidence } from '../works/Evidence';
import { fetchWork, useWork } from '../works/useWork';
import { DecideBar } from './DecideBar';
import { Knowledge } from './Knowledge';
import { QueueList } from './QueueList';
import { ReadingPane } from './ReadingPane';
import { type Reason, ReasonDialog } from './ReasonDialog';
import { useDecisions } from './useDecisions';
import { useGrounds } from './useGrounds';
import { useQueue } from './useQueue';

const KEYS: readonly KeyLine[] = [
  ['A', 'admit to the kept'],
  ['D, then a number', 'drop, for the reason with that number'],
  ['W', 'wait'],
  ['B', 'mark as background'],
  ['U', 'take back the decision shown, else the last one'],
  ['N', 'next work'],
  ['P', 'previous work'],
  ['G', 'edit the grounds (Esc leaves them)'],
  ['E', 'every claim and its words'],
  ['M', 'show or hide the marks'],
  ['?', 'this list'],
];

interface DecideScreenProps {
  reviewId: string;
  queue: DecideQueue;
  reasons: Reason[];
  version: number;
}

/** One work at a time, its evidence beside it, decided by keyboard or mouse; the next one is there at once. */
export function DecideScreen({ reviewId, queue: given, reasons, version }: DecideScreenProps) {
  const [params, setParams] = useUrlState();
  const [queue, setDecided] = useQueue(given);
  const { numbers } = queue;
  const wanted = Number(params.get('work'));
  const current = numbers.includes(wanted) ? wanted : (numbers.find((no) => queue.of(no).state === 'undecided') ?? numbers[0] ?? null);
  const at = current === null ? -1 : numbers.indexOf(current);
  const [turn, setTurn] = useState(0);
  const state = useWork(reviewId, current, turn);
  const work = state.state === 'ready' && state.work.no === current ? state.work : null;
  const grounds = useGrounds(reviewId, current, work);
  const [dialog, setDialog] = useState<'reasons' | 'keys' | 'evidence' | null>(null);
  const [marks, setMarks] = useState(true);
  const groundsBox = useRef<HTMLTextAreaElement>(null);
  const open = (no: number) => setParams({ work: String(no) });
  const go = (index: number) => numbers[index] !== undefined && open(numbers[index]);
  const decisions = useDecisions({
    reviewId,
    queue,
    set: setDecided,
    open,
    changed: () => setTurn((n) => n + 1),
    stored: grounds.forget,
  });

  // The next ones are fetched while this one is read.
  useEffect(() => {
    for (const next of numbers.slice(at + 1, at + 4)) void fetchWork(reviewId, next).catch(() => {});
  }, [reviewId, numbers, at]);

  const decide = (verdict: 'keep' | 'exclude' | 'wait' | 'background', reasonCode = '') => {
    setDialog(null);
    if (work) void decisions.decide(work, verdict, reasonCode, grounds.text);
  };
  const decidedHere = !!work?.decision && work.decision.verdict !== 'undo';
  /** The work shown, when it is decided; else the one decided last. */
  const undo = () => {
    const no = decidedHere ? current : decisions.lastDecided();
    if (no !== null) void decisions.undo(no, no === current ? work : null);
  };
  const keys = useHotkeys(
    {
      a: () => decide('keep'),
      d: () => setDialog('reasons'),
      w: () => decide('wait'),
      b: () => decide('background'),
      u: undo,
      n: () => go(at + 1),
      p: () => go(at - 1),
      g: () => groundsBox.current?.focus(),
      e: () => setDialog('evidence'),
      m: () => setMarks((on) => !on),
      '?': () => setDialog('keys'),
    },
    dialog === null,
  );

  if (current === null) return <NothingYet reviewId={reviewId} />;
  return (
    <div className="grid h-[calc(100vh-106px)] min-h-[520px] grid-cols-[266px_1fr_330px]">
      <QueueList reviewId={reviewId} queue={queue} current={current} onPick={open} />
      <main className="flex min-w-0 flex-col border-rule border-x">
        <div className="min-h-0 flex-1 overflow-y-auto px-[30px] py-5">
          {state.state === 'failed' ? (
            <p role="alert">{state.message}</p>
          ) : work ? (
            <ReadingPane work={work} marks={marks} onMarks={setMarks} />
          ) : (
            <p role="status">Reading …</p>
          )}
        </div>
        <DecideBar
          grounds={grounds.text}
          edited={work !== null && grounds.text !== work.draft}
          ready={work !== null}
          state={queue.of(current).state}
          canUndo={decidedHere || decisions.lastDecided() !== null}
          box={groundsBox}
          keysOff={keys.off}
          onType={grounds.type}
          onRedraft={() => work && grounds.type(work.draft)}
          onDecide={(v) => (v === 'exclude' ? setDialog('reasons') : decide(v))}
          onUndo={undo}
          onKeys={() => setDialog('keys')}
        />
      </main>
      <aside aria-label="What it is, and why we say so" className="overflow-y-auto bg-surface px-4 py-4">
        {work && <Knowledge work={work} version={version} onEvidence={() => setDialog('evidence')} />}
      </aside>
      {dialog === 'reasons' && (
        <ReasonDialog reviewId={reviewId} reasons={reasons} onClose={() => setDialog(null)} onPick={(code) => decide('exclude', code)} />
      )}
      {dialog === 'keys' && <KeyHelp keys={KEYS} off={keys.off} onOff={keys.setOff} onClose={() => setDialog(null)} />}
      {dialog === 'evidence' && work && (
        <Dialog open onOpenChange={() => setDialog(null)} title="Every claim, and the words it rests on" sheet>
          <Evidence work={work} />
        </Dialog>
      )}
    </div>
  );
}

function NothingYet({ reviewId }: { reviewId: string }) {
  const link = (stage: string, name: string) => (
    <a className="text-navy underline" href={`/reviews/${reviewId}/${stage}`}>
      {name}
    </a>
  );
  return (
    <main className="p-5">
      <Empty title="Nothing came through yet">
        <p>
          Works come here when the sieve lets them through. Import records under {link('retrieve', 'Retrieve')} and set limiters under{' '}
          {link('sieve', 'Sieve')}.
        </p>
      </Empty>
    </main>
  );
}
