'use client';
import { useState } from 'react';
import type { WorkDetail } from '@/client/types';
import { useWork } from '@/client/useWork';
import type { WorkAxis } from '@/core/classify';
import { problemWords, shortAuthors } from '@/core/record';
import { axisValues, type SpokenWords } from '@/core/sieve';
import { venueKey } from '@/core/venues';
import { codesOf } from '@/core/vocabularies';
import { Dialog } from '@/ui/dialog';
import { DatabaseTag, Pill } from '@/ui/marks';
import { RawText } from '@/ui/raw-text';
import { decisionWords } from './decision-words';
import { Evidence } from './Evidence';
import { FamilyTimeline } from './FamilyTimeline';
import { FlagNotes } from './FlagNotes';
import { placeOf } from './labels';
import { MarkedAbstract } from './MarkedText';
import { MergedFields } from './MergedFields';
import { marksFor } from './marks';
import { RulingDialog } from './RulingDialog';
import type { RulingTarget } from './ruling-target';
import { SaidAtLimiters } from './SaidAtLimiters';
import { WaysTo } from './WaysTo';

/** One work opened beside a list: its text with marks, all its claims, and its records with their raw text. */
interface WorkSheetProps {
  reviewId: string;
  no: number | null;
  onClose(): void;
  /** Told when a person ruled on the work, or on all that are like it. */
  onRuled?(): void;
  onOverridden?(spoken: SpokenWords): void;
}

export function WorkSheet({ reviewId, no, onClose, onRuled, onOverridden }: WorkSheetProps) {
  const [ruling, setRuling] = useState<RulingTarget | null>(null);
  const state = useWork(reviewId, no);
  const [raw, setRaw] = useState<number | null>(null);
  const title = state.state === 'ready' ? state.work.shown.title || '(no title)' : 'Work';
  return (
    <Dialog open={no !== null} onOpenChange={(open) => !open && onClose()} title={title} sheet>
      {state.state === 'loading' && <p role="status">Reading …</p>}
      {state.state === 'failed' && <p role="alert">{state.message}</p>}
      {state.state === 'ready' && (
        <div className="flex flex-col gap-5">
          <p className="text-small text-slate">
            {[shortAuthors(state.work.shown.authors), placeOf(state.work.shown), state.work.shown.doi].filter(Boolean).join(' · ')}
          </p>
          <WaysTo reviewId={reviewId} work={state.work} />
          <FlagNotes flags={state.work.classification.flags} family={state.work.family} no={state.work.no} />
          {state.work.unsettled && (
            <p className="rounded-[4px] border border-copper border-dashed p-2 text-copper">
              Different decisions met when this work was joined: {state.work.unsettled.decisions.map(decisionWords).join('; ')}. Decide
              again to settle it.
            </p>
          )}
          <SaidAtLimiters reviewId={reviewId} work={state.work} onSaid={(spoken) => onOverridden?.(spoken)} />
          {state.work.shown.abstract && (
            <div className="flex flex-col gap-2">
              <MarkedAbstract
                text={state.work.shown.abstract}
                marks={marksFor('abstract', state.work.shownFrom.abstract, state.work.classification, [], state.work.likely)}
                show
                className="font-serif leading-relaxed"
              />
            </div>
          )}
          {state.work.family.members.length > 0 && (
            <section aria-label="Family">
              <h3 className="mb-1 border-rule border-b pb-1 text-lead">Its family</h3>
              <FamilyTimeline reviewId={reviewId} family={state.work.family} current={state.work.no} narrow />
            </section>
          )}
          <MergedFields reviewId={reviewId} work={state.work} />
          <Evidence work={state.work} onRule={(axis) => setRuling(targetOf(state.work, axis))} />
          <RulingDialog
            reviewId={reviewId}
            scheme={state.work.scheme}
            target={ruling}
            onClose={() => setRuling(null)}
            onRuled={() => onRuled?.()}
          />
          <section aria-label="Records">
            <h3 className="border-rule border-b pb-1 text-lead">
              {state.work.records.length === 1 ? 'One record' : `${state.work.records.length} records, one work`}
            </h3>
            <ul className="mt-2 flex flex-col gap-2 text-small">
              {state.work.records.map((r) => (
                <li key={r.no}>
                  <div className="flex items-center gap-2">
                    <DatabaseTag tag={r.tag} name={r.database} />
                    <a className="text-navy underline-offset-2 hover:underline" href={`/reviews/${reviewId}/records/${r.no}`}>
                      Record {r.no}
                    </a>
                    {r.file}, line {r.line}
                    <button
                      type="button"
                      aria-expanded={raw === r.no}
                      className="min-h-6 text-navy underline-offset-2 hover:underline"
                      onClick={() => setRaw(raw === r.no ? null : r.no)}
                    >
                      {raw === r.no ? 'Hide the raw text' : 'Show the raw text'}
                    </button>
                  </div>
                  {r.problems.map((p) => (
                    <p key={`${p.code}${p.line}`} className="mt-1">
                      <Pill look="attention">line {p.line}</Pill> {problemWords(p)}
                    </p>
                  ))}
                  {raw === r.no && <RawText text={r.raw} label={`Raw text of line ${r.line}`} />}
                </li>
              ))}
            </ul>
          </section>
        </div>
      )}
    </Dialog>
  );
}

/** What a ruling made from a work can be on: the work, all with its dispute, or all of its journal. */
function targetOf(work: WorkDetail, axis: WorkAxis): RulingTarget {
  const { container } = work.shown;
  const result = work.classification.axes[axis];
  const key = venueKey(container);
  return {
    axis,
    work: { no: work.no, title: work.shown.title || '(no title)' },
    causes: [
      ...(work.causes[axis] ?? []).map((c) => ({ kind: 'claims' as const, key: c.key, label: c.label })),
      ...(key ? [{ kind: 'journal' as const, key, label: container }] : []),
    ],
    codes: codesOf(axisValues(axis, work.scheme), result.disputed || result.mask),
  };
}
