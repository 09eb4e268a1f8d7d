'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { useAsk } from '@/client/useAsk';
import { useWork } from '@/client/useWork';
import type { WorkAxis } from '@/core/classify';
import type { ReasonLine } from '@/core/flow';
import { Evidence, ReadingPane } from '@/stages/works/screens';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { KeyHelp } from '@/ui/key-help';
import { leadTo, refreshPage } from '@/ui/refresh-page';
import { KeysProvider, useHotkeys } from '@/ui/use-hotkeys';
import { useUrlState } from '@/ui/use-url-state';
import type { PackedQueue, QueueInput } from '../queries/decide-queue';
import { DecideBar } from './DecideBar';
import { DecideNav } from './DecideNav';
import { KEYS } from './decide-keys';
import { FullTextPanel } from './FullTextPanel';
import { Knowledge } from './Knowledge';
import { ManyDialog } from './ManyDialog';
import { NothingYet } from './NothingYet';
import { PdfPane } from './PdfPane';
import { Precedents } from './Precedents';
import { isFiltered, type QueueChoices, QueueHead, withoutFilters } from './QueueHead';
import { QueueList } from './QueueList';
import { ReasonDialog } from './ReasonDialog';
import { StageSwitch } from './StageSwitch';
import { useCurrentWork } from './useCurrentWork';
import { decidedAt, useDecisions } from './useDecisions';
import { useGrounds } from './useGrounds';
import { useQueue } from './useQueue';
import { WhereRead } from './WhereRead';

interface DecideScreenProps {
  reviewId: string;
  input: QueueInput;
  choices: QueueChoices;
  queue: PackedQueue;
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
  const { stage } = input;
  const { current, at, open, go } = useCurrentWork(reviewId, queue, Number(params.get('work')), setParams);
  const state = useWork(reviewId, current);
  const work = state.state === 'ready' && state.work.no === current ? state.work : null;
  const grounds = useGrounds(reviewId, stage, current, work);
  const [dialog, setDialog] = useState<'reasons' | 'keys' | 'evidence' | 'many' | 'where-read' | null>(null);
  const [axis, setAxis] = useState<WorkAxis | undefined>();
  const [pdf, setPdf] = useState<{ id: string; page: number } | null>(null);
  const [marks, setMarks] = useState(true);
  const askedWhere = useRef(new Set<number>());
  const groundsBox = useRef<HTMLTextAreaElement>(null);
  const noteBox = useRef<HTMLInputElement>(null);
  const decisions = useDecisions({
    reviewId,
    stage,
    queue,
    set: setDecided,
    open,
    stored: grounds.forget,
    undoable: given.undoable,
  });

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
    const no = decidedHere && current !== null && !decisions.isTakenBack(current) ? current : decisions.lastDecided();
    if (no !== null) void decisions.undo(no, no === current ? work : null);
  };
  /** A full text that is kept though nobody said where it was read asks for it, once a work. */
  const keep = () => {
    const read = !work || work.pdfs.length > 0 || work.fullText.source || grounds.page || grounds.note;
    if (stage !== 'full-text' || read || askedWhere.current.has(work.no)) return decide('keep');
    askedWhere.current.add(work.no);
    setDialog('where-read');
  };
  const shownPdf = work?.pdfs.find((p) => p.id === pdf?.id) ?? null;
  const evidence = (of?: WorkAxis) => {
    setAxis(of);
    setDialog('evidence');
  };
  const keys = useHotkeys(
    'decide',
    {
      a: keep,
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
      v: () => setPdf(pdf || !work?.pdfs[0] ? null : { id: work.pdfs[0].id, page: 1 }),
      '?': () => setDialog('keys'),
    },
    dialog === null,
  );
  const many = () => setDialog('many');
  const quotas = useAsk(reviewId, 'figures', {}).data?.figures.quotas ?? [];
  const head = (
    <QueueHead
      {...{ input, choices, pace, quotas }}
      kinds={given.kinds}
      open={queue.open}
      shown={queue.numbers.length}
      total={given.total}
      onMany={many}
    />
  );
  return (
    <KeysProvider value={keys.shown}>
      <div className="flex min-h-9 flex-wrap items-center justify-between border-rule border-b bg-surface px-5">
        <DecideNav reviewId={reviewId} current="" />
        {twoStages && <StageSwitch stage={stage} />}
      </div>
      {current === null && given.total === 0 ? (
        <NothingYet reviewId={reviewId} second={stage === 'full-text'} />
      ) : (
        <div className="flex flex-col lg:grid lg:h-[calc(100vh-142px)] lg:min-h-[520px] lg:grid-cols-[266px_1fr_330px] lg:grid-rows-[minmax(0,1fr)]">
          <QueueList reviewId={reviewId} queue={queue} current={current ?? 0} onPick={open} head={head} />
          <main className="order-first flex min-w-0 flex-col border-rule lg:order-none lg:border-x">
            <div className="min-h-0 flex-1 overflow-y-auto px-[30px] py-4">
              {current === null ? (
                <div className="text-slate">
                  <p className="mb-2">No work fits these filters.</p>
                  {isFiltered(input) && (
                    <Button onClick={() => leadTo(router, withoutFilters(window.location.search), { scroll: false })}>
                      Clear the filters
                    </Button>
                  )}
                </div>
              ) : state.state === 'failed' ? (
                <p role="alert">{state.message}</p>
              ) : work && shownPdf ? (
                <PdfPane reviewId={reviewId} pdf={shownPdf} page={pdf!.page} onClose={() => setPdf(null)} />
              ) : work ? (
                <ReadingPane reviewId={reviewId} work={work} marks={marks} onMarks={setMarks} withWay={stage !== 'full-text'} />
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
                onType={grounds.type}
                onRedraft={() => work && grounds.type({ grounds: work.draft })}
                onDecide={(v) => (v === 'exclude' ? setDialog('reasons') : v === 'keep' ? keep() : decide(v))}
                onUndo={undo}
                onKeys={() => setDialog('keys')}
                onClause={evidence}
              />
            )}
          </main>
          <aside aria-label="What it is, and why we say so" className="bg-surface px-4 py-4 lg:overflow-y-auto">
            {work && stage === 'full-text' && <FullTextPanel reviewId={reviewId} work={work} onShow={setPdf} />}
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
          onStarted={() => refreshPage(router)}
        />
      )}
      {dialog === 'many' && (
        <ManyDialog
          {...{ reviewId, stage, queue, reasons }}
          onClose={() => setDialog(null)}
          onDone={() => {
            setDialog(null);
            refreshPage(router);
          }}
        />
      )}
      {dialog === 'keys' && <KeyHelp lines={KEYS} keys={keys} onClose={() => setDialog(null)} />}
      {dialog === 'where-read' && work && (
        <WhereRead {...{ reviewId, work }} onClose={() => setDialog(null)} onKeep={() => decide('keep')} />
      )}
      {dialog === 'evidence' && work && (
        <Dialog open onOpenChange={() => setDialog(null)} title="Every claim, and the words it rests on" sheet>
          <Evidence work={work} />
        </Dialog>
      )}
    </KeysProvider>
  );
}

const lowerFirst = (text: string) => (/^\p{Lu}\p{Ll}/u.test(text) ? text[0]!.toLowerCase() + text.slice(1) : text);
