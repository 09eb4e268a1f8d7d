'use client';
import Link from 'next/link';
import { type FormEvent, useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { useAsk } from '@/client/useAsk';
import { STAGE_WORDS } from '@/core/flow';
import { Button } from '@/ui/button';
import { Empty } from '@/ui/empty';
import { Select, TextArea } from '@/ui/field';
import { count, many, minute } from '@/ui/words';
import type { DifferenceLine, DifferencesView, SaidLine } from '../queries/differences-view';
import { DecideNav } from './DecideNav';

const VERDICTS = { keep: 'Keep', exclude: 'Exclude', background: 'Background' } as const;
type Verdict = keyof typeof VERDICTS;
const SAID: Readonly<Record<string, string>> = { keep: 'Keeps it', exclude: 'Excludes it', background: 'Background' };
const HOW: Readonly<Record<string, string>> = {
  ...{
    agreed: 'both exclude; by the reason that comes first in the list',
    'by-rule': 'kept, since one of the two keeps it',
    settled: 'settled',
  },
};

/** What two readers said differently: side by side, spoken about, settled. */
export function DifferencesScreen({ reviewId, initial }: { reviewId: string; initial: DifferencesView }) {
  const view = useAsk(reviewId, 'differences-view', {}, { given: initial }).data ?? initial;
  return (
    <main className="px-5 py-3">
      <DecideNav reviewId={reviewId} current="/differences" />
      <h1 className="mt-3 text-title">
        {view.open.length ? `${many(view.open.length, 'difference')} to settle` : 'No difference to settle'}
      </h1>
      <p className="max-w-[90ch] text-slate">
        Works that two have judged, each without seeing the other. What they said stays as it is; what is settled is a decision of its own,
        with grounds of its own.{' '}
        <Link prefetch={false} className="text-navy underline underline-offset-2" href={`/reviews/${reviewId}/checks/readers`}>
          How well they agree
        </Link>
      </p>
      {view.open.length === 0 && view.settled.length === 0 && (
        <div className="mt-4">
          <Empty title="Nothing yet">What two say differently of a work stands here as soon as both have judged it.</Empty>
        </div>
      )}
      {view.open.length > 0 && <h2 className="sr-only">To be settled</h2>}
      {view.open.map((line) => (
        <Difference key={`${line.work}${line.stage}`} reviewId={reviewId} line={line} reasons={view.reasons[line.stage]} />
      ))}
      {view.settled.length > 0 && (
        <section aria-labelledby="settled" className="mt-8">
          <h2 id="settled" className="text-head">
            Settled, or excluded for other reasons: {count(view.settled.length)}
          </h2>
          {view.settled.map((line) => (
            <Difference key={`${line.work}${line.stage}`} reviewId={reviewId} line={line} reasons={view.reasons[line.stage]} />
          ))}
        </section>
      )}
    </main>
  );
}

interface DifferenceProps {
  reviewId: string;
  line: DifferenceLine;
  reasons: readonly { code: string; text: string }[];
}

function Difference({ reviewId, line, reasons }: DifferenceProps) {
  const [again, setAgain] = useState(false);
  const open = !line.decision || again;
  return (
    <article aria-label={line.title} className="mt-4 border-ink border-t-2 pt-2">
      <h3 className="text-lead">
        <Link
          prefetch={false}
          dir="auto"
          className="hover:underline"
          href={`/reviews/${reviewId}/decide?work=${line.work}&stage=${line.stage}`}
        >
          {line.title}
        </Link>
        <span className="font-normal font-sans text-slate text-small"> on {STAGE_WORDS[line.stage]}</span>
      </h3>
      {line.of === 'joined' && open && (
        <p className="text-slate text-small">Each judged a work of its own before the two were joined: say what holds of them together.</p>
      )}
      <div className="mt-1 grid grid-cols-[minmax(0,1fr)] gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_minmax(0,1fr)]">
        <SaidBy said={line.said[0]} />
        <SaidBy said={line.said[1]} />
        <div>
          {line.decision && !again && (
            <div className="text-small">
              <p>
                <b className="font-semibold">{SAID[line.decision.verdict] ?? line.decision.verdict}</b>
                {line.decision.reasonText && `: ${line.decision.reasonText}`}
              </p>
              {line.decision.how === 'settled' && <p className="whitespace-pre-line font-serif">{line.decision.grounds}</p>}
              <p className="text-slate">
                {HOW[line.decision.how] ?? line.decision.how}
                {line.decision.how === 'settled' && `, ${line.decision.person}`}
              </p>
              {line.yours && (
                <Button look="quiet" className="-ml-1.5" onClick={() => setAgain(true)}>
                  Settle it otherwise
                </Button>
              )}
            </div>
          )}
          {open && (line.yours ? <Settle {...{ reviewId, line, reasons }} onDone={() => setAgain(false)} /> : <NotYours />)}
        </div>
      </div>
      <Notes reviewId={reviewId} line={line} />
    </article>
  );
}

const NotYours = () => <p className="text-slate text-small">Somebody settles it who was none of the two.</p>;

function SaidBy({ said }: { said: SaidLine }) {
  return (
    <div className="text-small">
      <p className="text-slate">
        <span dir="auto" className="font-medium text-ink">
          {said.person}
        </span>
        , {minute(said.at)}
      </p>
      <p>
        <b className="font-semibold">{SAID[said.verdict] ?? said.verdict}</b>
        {said.reasonText && `: ${said.reasonText}`}
        {said.page && `, page ${said.page}`}
      </p>
      <p dir="auto" className="whitespace-pre-line font-serif">
        {said.grounds}
      </p>
      {said.note && (
        <p dir="auto" className="italic">
          {said.note}
        </p>
      )}
    </div>
  );
}

function Settle({ reviewId, line, reasons, onDone }: DifferenceProps & { onDone(): void }) {
  const [verdict, setVerdict] = useState<Verdict>((line.decision?.verdict as Verdict | undefined) ?? 'keep');
  async function settle(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const answer = await call(reviewId, 'settle-difference', {
      ...{ workNo: line.work, stage: line.stage, verdict, grounds: String(form.get('grounds')), seenSeq: line.decision?.seq ?? 0 },
      reasonCode: verdict === 'exclude' ? String(form.get('reason')) : '',
    });
    if (!answer.ok) return void toast.error(answer.message);
    toast('Settled.');
    onDone();
  }
  return (
    <form aria-label="Settle it" onSubmit={(e) => void settle(e)} className="flex flex-col gap-2">
      <div className="grid grid-cols-2 gap-2">
        <Select label="It is settled" name="verdict" value={verdict} onChange={(e) => setVerdict(e.target.value as Verdict)}>
          {Object.entries(VERDICTS).map(([code, label]) => (
            <option key={code} value={code}>
              {label}
            </option>
          ))}
        </Select>
        {verdict === 'exclude' && (
          <Select label="For the reason" name="reason" defaultValue={reasons[0]?.code ?? ''}>
            {reasons.map((r) => (
              <option key={r.code} value={r.code}>
                {r.text}
              </option>
            ))}
          </Select>
        )}
      </div>
      <TextArea label="On what grounds" name="grounds" required maxLength={10_000} />
      <div>
        <Button type="submit">Settle it</Button>
      </div>
    </form>
  );
}

function Notes({ reviewId, line }: { reviewId: string; line: DifferenceLine }) {
  async function say(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = event.currentTarget;
    const text = String(new FormData(form).get('text'));
    const answer = await call(reviewId, 'note-difference', { workNo: line.work, stage: line.stage, text });
    if (!answer.ok) return void toast.error(answer.message);
    form.reset();
  }
  return (
    <div className="mt-2 max-w-[90ch] text-small">
      {line.notes.length > 0 && (
        <ul aria-label="What was said about it">
          {line.notes.map((n) => (
            <li key={`${n.at}${n.person}`}>
              <span className="font-medium">{n.person}:</span> <span dir="auto">{n.text}</span>
            </li>
          ))}
        </ul>
      )}
      <details>
        <summary className="cursor-pointer text-navy">Say something about it</summary>
        <form onSubmit={(e) => void say(e)} className="mt-1 flex items-end gap-2">
          <div className="flex-1">
            <TextArea label="For the other reviewer, and whoever settles it" name="text" required maxLength={4000} />
          </div>
          <Button type="submit">Say it</Button>
        </form>
      </details>
    </div>
  );
}
