'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { askAhead } from '@/client/useAsk';
import { useWork } from '@/client/useWork';
import type { WorkAxis } from '@/core/classify';
import type { ReasonLine } from '@/core/flow';
import { STAGE_WORDS, STAGES, type Stage } from '@/core/flow';
import { Evidence, ReadingPane } from '@/stages/works/screens';
import { Dialog } from '@/ui/dialog';
import { Empty } from '@/ui/empty';
import { KeyHelp, type KeyLine } from '@/ui/key-help';
import { useHotkeys } from '@/ui/use-hotkeys';
import { useUrlState } from '@/ui/use-url-state';
import type { DecideQueue, QueueInput } from '../queries/decide-queue';
import { DecideBar } from './DecideBar';
import { DecideNav } from './DecideNav';
import { FullTextPanel } from './FullTextPanel';
import { Knowledge } from './Knowledge';
import { ManyDialog } from './ManyDialog';
import { Precedents } from './Precedents';
import { type QueueChoices, QueueHead } from './QueueHead';
import { QueueList } from './QueueList';
import { ReasonDialog } from './ReasonDialog';
import { AHEAD, decidedAt, useDecisions } from './useDecisions';
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
  ['T', 'write a note (Esc leaves it)'],
  ['V', 'see the first PDF'],
  ['E', 'every claim and its words'],
  ['M', 'show or hide the marks'],
  ['?', 'this list'],
];

/** A work that was looked at for so long is being read. */
const READ_FOR_MS = 400;

interface DecideScreenProps {
  reviewId: string;
  input: QueueInput;
  choices: QueueChoices;
  queue: DecideQueue;
  reasons: readonly ReasonLine[];
  version: number;
  pace: { today: number; week: number };
  twoStages: boolean;
}

/** One work at a time, its evidence beside it, decided by keyboard or mouse; the next one is there at once. */
export function DecideScreen({ reviewId, input, choices, queue: given, reasons, version, pace, twoStages }: DecideScreenProps) {
  const router = useRouter();
  const [params, setParams] = useUrlState();
  const [queue, setDecided] = useQueue(given);
  const { numbers } = queue;
  const { stage } = input;
  const [picked, setPicked] = useState<number | null>(null);
  const wanted = picked ?? Number(params.get('work'));
  const current = wanted > 0 ? wanted : (numbers.find((no) => queue.of(no).state === 'undecided') ?? numbers[0] ?? null);
  const at = current === null ? -1 : numbers.indexOf(current);
  const state = useWork(reviewId, current);
  const work = state.state === 'ready' && state.work.no === current ? state.work : null;
  const grounds = useGrounds(reviewId, stage, current, work);
  const [dialog, setDialog] = useState<'reasons' | 'keys' | 'evidence' | 'many' | null>(null);
  const [axis, setAxis] = useState<WorkAxis | undefined>();
  const [pdf, setPdf] = useState<{ id: string; page: number } | null>(null);
  const [marks, setMarks] = useState(true);
  const groundsBox = useRef<HTMLTextAreaElement>(null);
  const noteBox = useRef<HTMLInputElement>(null);
  const address = useRef<ReturnType<typeof setTimeout>>(undefined);
  const open = (no: number) => {
    setPicked(no);
    // The address follows when the work is painted: to change it makes the router look over the whole page.
    clearTimeout(address.current);
    address.current = setTimeout(() => setParams({ work: String(no) }), 120);
  };
  const go = (index: number) => numbers[index] !== undefined && open(numbers[index]);
  const decisions = useDecisions({
    reviewId,
    stage,
    queue,
    set: setDecided,
    open,
    stored: grounds.forget,
  });

  // The next ones are asked for while this one is read. Who decides at once need not wait: a decision brings them along.
  useEffect(() => {
    const timer = setTimeout(() => {
      for (const no of numbers.slice(at + 1, at + 1 + AHEAD)) askAhead(reviewId, 'work', { no });
      if (numbers[at + 1] !== undefined) askAhead(reviewId, 'precedents', { workNo: numbers[at + 1]! });
    }, READ_FOR_MS);
    return () => clearTimeout(timer);
  }, [reviewId, numbers, at]);
  useEffect(() => {
    if (dialog === 'evidence' && axis) document.getElementById(`evidence-${axis}`)?.scrollIntoView({ block: 'start' });
  }, [dialog, axis]);

  const decide = (verdict: 'keep' | 'exclude' | 'wait' | 'background', reason?: ReasonLine) => {
    setDialog(null);
    if (!work) return;
    const typed = { grounds: grounds.grounds, page: grounds.page, note: grounds.note };
    // Grounds that nobody touched are drafted for what is decided.
    if (reason && !grounds.own && grounds.grounds === work.draft)
      typed.grounds = work.drafts.exclude.replace('{reason}', () => lowerFirst(reason.text));
    void decisions.decide(work, verdict, reason?.code ?? '', typed);
  };
  const decidedHere = work ? !['undo', undefined].includes(work.staged[stage]) : false;
  /** The work shown, when it is decided; else the one decided last. */
  const undo = () => {
    const no = decidedHere ? current : decisions.lastDecided();
    if (no !== null) void decisions.undo(no, no === current ? work : null);
  };
  const evidence = (of?: WorkAxis) => {
    setAxis(of);
    setDialog('evidence');
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
      t: () => noteBox.current?.focus(),
      e: () => evidence(),
      m: () => setMarks((on) => !on),
      v: () => work?.pdfs[0] && setPdf({ id: work.pdfs[0].id, page: 1 }),
      '?': () => setDialog('keys'),
    },
    dialog === null && pdf === null,
  );
  const many = () => setDialog('many');
  const head = <QueueHead {...{ input, choices, pace }} open={queue.open} shown={numbers.length} total={given.total} onMany={many} />;
  return (
    <>
      <div className="flex h-9 items-center justify-between border-rule border-b bg-surface px-5">
        <DecideNav reviewId={reviewId} current="" />
        {twoStages && <StageSwitch stage={stage} />}
      </div>
      {current === null && given.total === 0 ? (
        <NothingYet reviewId={reviewId} second={stage === 'full-text'} />
      ) : (
        <div className="grid h-[calc(100vh-142px)] min-h-[520px] grid-cols-[266px_1fr_330px] grid-rows-[minmax(0,1fr)]">
          <QueueList reviewId={reviewId} queue={queue} current={current ?? 0} onPick={open} head={head} />
          <main className="flex min-w-0 flex-col border-rule border-x">
            <div className="min-h-0 flex-1 overflow-y-auto px-[30px] py-4">
              {current === null ? (
                <p className="text-slate">No work fits these filters.</p>
              ) : state.state === 'failed' ? (
                <p role="alert">{state.message}</p>
              ) : work ? (
                <ReadingPane reviewId={reviewId} work={work} marks={marks} onMarks={setMarks} />
              ) : (
                <p role="status">Reading …</p>
              )}
            </div>
            {current !== null && (
              <DecideBar
                typed={grounds}
                stage={stage}
                clauses={work?.clauses ?? []}
                edited={work !== null && grounds.grounds !== work.draft}
                ready={work !== null}
                state={queue.has(current) ? queue.of(current).state : work ? decidedAt(work, stage).state : 'undecided'}
                canUndo={decidedHere || decisions.lastDecided() !== null}
                box={groundsBox}
                noteBox={noteBox}
                keysOff={keys.off}
                onType={grounds.type}
                onRedraft={() => work && grounds.type({ grounds: work.draft })}
                onDecide={(v) => (v === 'exclude' ? setDialog('reasons') : decide(v))}
                onUndo={undo}
                onKeys={() => setDialog('keys')}
                onClause={evidence}
              />
            )}
          </main>
          <aside aria-label="What it is, and why we say so" className="overflow-y-auto bg-surface px-4 py-4">
            {work && stage === 'full-text' && <FullTextPanel reviewId={reviewId} work={work} shown={pdf} onShow={setPdf} />}
            {work && (
              <Knowledge work={work} version={version} onEvidence={evidence}>
                <Precedents reviewId={reviewId} no={work.no} onOpen={open} />
              </Knowledge>
            )}
          </aside>
        </div>
      )}
      {dialog === 'reasons' && (
        <ReasonDialog
          reviewId={reviewId}
          reasons={reasons}
          onClose={() => setDialog(null)}
          onPick={(reason) => decide('exclude', reason)}
          onStarted={() => router.refresh()}
        />
      )}
      {dialog === 'many' && (
        <ManyDialog
          {...{ reviewId, stage, queue, reasons }}
          onClose={() => setDialog(null)}
          onDone={() => {
            setDialog(null);
            router.refresh();
          }}
        />
      )}
      {dialog === 'keys' && <KeyHelp keys={KEYS} off={keys.off} onOff={keys.setOff} onClose={() => setDialog(null)} />}
      {dialog === 'evidence' && work && (
        <Dialog open onOpenChange={() => setDialog(null)} title="Every claim, and the words it rests on" sheet>
          <Evidence work={work} />
        </Dialog>
      )}
    </>
  );
}

const lowerFirst = (text: string) => (/^\p{Lu}\p{Ll}/u.test(text) ? text[0]!.toLowerCase() + text.slice(1) : text);

/** The two stages, each an address of its own. */
function StageSwitch({ stage }: { stage: Stage }) {
  return (
    <nav aria-label="Stage of deciding" className="flex overflow-hidden rounded-[4px] border border-edge text-[13px]">
      {STAGES.map((s) => (
        <a
          key={s}
          href={s === 'title-abstract' ? '?' : `?stage=${s}`}
          aria-current={s === stage ? 'page' : undefined}
          className="px-3 leading-6 hover:bg-picked aria-[current]:bg-ink aria-[current]:text-on-ink"
        >
          {STAGE_WORDS[s][0]!.toUpperCase() + STAGE_WORDS[s].slice(1)}
        </a>
      ))}
    </nav>
  );
}

function NothingYet({ reviewId, second }: { reviewId: string; second: boolean }) {
  const link = (stage: string, name: string) => (
    <a className="text-navy underline" href={`/reviews/${reviewId}/${stage}`}>
      {name}
    </a>
  );
  return (
    <main className="p-5">
      <Empty title={second ? 'Nothing is kept on its title and abstract yet' : 'Nothing came through yet'}>
        <p>
          {second && 'Full texts come here when a work is kept on its title and abstract. '}
          Works come to be decided when the sieve lets them through. Import records under {link('retrieve', 'Retrieve')} and set limiters
          under {link('sieve', 'Sieve')}.
        </p>
      </Empty>
    </main>
  );
}
