import type { ReactNode } from 'react';
import type { WorkDetail } from '@/client/types';
import { AXIS_LABELS, type WorkAxis } from '@/core/classify';
import { STAGE_WORDS, type Stage } from '@/core/flow';
import { intervalWords } from '@/core/record';
import { KnownPill, Value } from '@/stages/works/screens';
import { Button } from '@/ui/button';
import { Pill } from '@/ui/marks';

const SHOWN: WorkAxis[] = ['sourceType', 'peerReview', 'publicationType', 'design', 'level'];

interface KnowledgeProps {
  work: WorkDetail;
  version: number;
  onEvidence(axis?: WorkAxis): void;
  /** What stands between the outcome and the decisions so far. */
  children?: ReactNode;
}

/** What the work is and how that is known, in the right pane. */
export function Knowledge({ work, version, onEvidence, children }: KnowledgeProps) {
  const { axes, dates } = work.classification;
  const datesDiffer = dates.earliest !== null && dates.earliest.from !== dates.earliest.to;
  return (
    <>
      <h2 className="mb-1 text-lead">What it is, and why we say so</h2>
      <dl>
        {SHOWN.map((axis) => (
          <div key={axis} className="border-rule border-t py-2">
            <dt className="text-note text-slate">{AXIS_LABELS[axis]}</dt>
            <dd className="flex items-start justify-between gap-2">
              <span className="font-semibold">
                <Value axis={axis} result={axes[axis]} scheme={work.scheme} />
              </span>
              <KnownPill axis={axis} result={axes[axis]} />
            </dd>
            <dd className="text-note text-slate">{work.clauses.find((c) => c.axis === axis)?.basis.join('; ')}</dd>
          </div>
        ))}
        <div className="border-rule border-t py-2">
          <dt className="text-note text-slate">First public</dt>
          <dd className="flex items-start justify-between gap-2">
            <span className="font-semibold">{intervalWords(dates.earliest)}</span>
            {datesDiffer && <Pill>an interval</Pill>}
          </dd>
        </div>
      </dl>
      <Button look="quiet" className="-ml-1.5" onClick={() => onEvidence()} hotkey="E">
        Every claim
      </Button>
      <p className="mt-2">
        <a className="text-small text-navy underline-offset-2 hover:underline" href={`slip/${work.no}`} target="_blank" rel="noreferrer">
          Slip: why it is in or out
        </a>
      </p>
      {work.outcome && (
        <p className="mt-3 border-rule border-t pt-3">
          <b dir="auto" className="font-semibold font-serif">
            {work.outcome[0]!.toUpperCase() + work.outcome.slice(1)}
          </b>
          {version > 0 && <span className="block text-note text-slate">Last saved sieve: v{version}</span>}
        </p>
      )}
      {children}
      <ByTwo work={work} />
      {work.history.length > 0 && (
        <section aria-label="Decisions so far" className="mt-3 border-rule border-t pt-3">
          <h2 className="mb-1 text-lead">Decisions so far</h2>
          <ul className="flex flex-col gap-1.5 text-small">
            {work.history.map((h) => (
              <li key={`${h.at}${h.verdict}${h.person}`}>
                <b className="font-semibold">
                  {{ keep: 'Kept', exclude: 'Excluded', wait: 'Waiting', background: 'Background', undo: 'Taken back' }[h.verdict] ??
                    h.verdict}
                </b>
                {h.oneOfTwo && <span className="text-slate"> as one of two</span>}
                {h.reasonText && `: ${h.reasonText}`} <span className="text-slate">by {STAGE_WORDS[h.stage]}</span>
                {h.page && <span className="text-slate">, page {h.page}</span>}
                {h.note && <span className="block italic">{h.note}</span>}
                <span className="block text-slate">
                  {h.person}, {new Date(h.at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
                  {h.sieveVersion > 0 && `, sieve v${h.sieveVersion}`}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

/** Where two judge the work: who, and what that means for what is seen here. */
function ByTwo({ work }: { work: WorkDetail }) {
  const lines = Object.entries(work.byTwo) as [Stage, NonNullable<WorkDetail['byTwo'][Stage]>][];
  if (lines.length === 0) return null;
  return (
    <section aria-label="Judged by two" className="mt-3 border-rule border-t pt-3 text-small">
      {lines.map(([stage, { readers, both, differ }]) => (
        <p key={stage}>
          <span className="text-slate">On {STAGE_WORDS[stage]}, by two:</span> {readers.join(' and ')}.{' '}
          {differ
            ? 'They differ: it is settled under Differences.'
            : both
              ? 'Both have judged it.'
              : 'Neither sees what the other says before both have judged.'}
        </p>
      ))}
    </section>
  );
}
