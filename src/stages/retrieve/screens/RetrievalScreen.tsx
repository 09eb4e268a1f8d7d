'use client';
import { useCallback, useState } from 'react';
import { call } from '@/client/call';
import { SaveStatus } from '@/client/SaveStatus';
import { useAutosave } from '@/client/useAutosave';
import { useJobs } from '@/client/useJobs';
import { BackLink } from '@/ui/back-link';
import { Button } from '@/ui/button';
import { DayField, TextArea, TextField } from '@/ui/field';
import { DatabaseTag, Pill } from '@/ui/marks';
import type { RetrievalView } from '../queries/retrieval-view';
import { Reason } from './CountReason';
import { UploadProblems } from './DropZone';
import { LaterRun } from './LaterRun';
import { LaterRunButton } from './LaterRunButton';
import { RetrievalCard } from './RetrievalCard';
import type { Log } from './retrieval-log';
import { StepsEditor } from './StepsEditor';
import { WithdrawDialog } from './WithdrawDialog';

/** One retrieval as a search log would print it, with its files and numbers. */
export function RetrievalScreen({ reviewId, view }: { reviewId: string; view: RetrievalView }) {
  const save = useCallback((value: Log, seen: Log) => call(reviewId, 'save-retrieval', { id: view.id, value, seen }), [reviewId, view.id]);
  const { value, change, state, settle } = useAutosave<Log>(`retrieval:${view.id}`, view.log, save);
  const { jobs, poke } = useJobs(reviewId, view.jobs);
  const [withdrawing, setWithdrawing] = useState(false);
  const [problems, setProblems] = useState<string[]>([]);
  const text = (
    name:
      | 'platform'
      | 'searchedOn'
      | 'coverageFrom'
      | 'coverageTo'
      | 'defaultFields'
      | 'wordVariation'
      | 'strategy'
      | 'sortOrder'
      | 'ranBy'
      | 'notes',
  ) => ({
    value: value[name],
    onChange: (e: { target: { value: string } }) => change({ ...value, [name]: e.target.value }),
  });
  const number = (name: 'reported' | 'exported') => ({
    type: 'number' as const,
    min: 0,
    value: value[name] ?? '',
    onChange: (e: { target: { value: string } }) =>
      change({ ...value, [name]: e.target.value === '' ? null : Math.max(0, Math.round(Number(e.target.value))) }),
  });
  return (
    <main className="px-5 py-4">
      <BackLink reviewId={reviewId} />
      <div className="mb-3 flex flex-wrap items-center gap-3">
        {view.line.tags.map((t) => (
          <DatabaseTag key={t} tag={t} />
        ))}
        <h1 className="text-title">
          Retrieval {view.number}: {view.line.names}
        </h1>
        {view.withdrawn && <Pill look="attention">withdrawn</Pill>}
        <SaveStatus state={state} settle={settle} />
        <div className="ml-auto flex gap-2">
          <LaterRunButton reviewId={reviewId} view={view} />
          <Button onClick={() => setWithdrawing(true)}>{view.withdrawn ? 'Restore' : 'Withdraw'}</Button>
        </div>
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[1fr_352px] gap-5">
        <div className="flex min-w-0 flex-col gap-4">
          <TextArea label="Strategy, word for word" rows={5} maxLength={100_000} className="font-mono text-small" {...text('strategy')} />
          <StepsEditor steps={value.steps} onChange={(steps) => change({ ...value, steps })} />
          {view.comparison && <LaterRun reviewId={reviewId} number={view.number} comparison={view.comparison} />}
          <RetrievalCard
            reviewId={reviewId}
            retrieval={view.line}
            alone
            formats={view.formats}
            jobs={jobs}
            onSent={poke}
            onProblems={setProblems}
          />
          <UploadProblems problems={problems} />
        </div>
        <aside aria-label="Where, when and how it was searched" className="flex flex-col gap-3">
          <TextField label="Platform" placeholder="where the database was searched" maxLength={200} {...text('platform')} />
          <DayField label="Day of the search" {...text('searchedOn')} />
          <div className="grid grid-cols-2 gap-3">
            <TextField label="Covers from" maxLength={40} {...text('coverageFrom')} />
            <TextField label="to" maxLength={40} {...text('coverageTo')} />
          </div>
          <TextField label="Fields searched by default" maxLength={400} {...text('defaultFields')} />
          <TextField
            label="Automatic word variation"
            hint="Plurals, spellings, synonyms that the platform adds by itself."
            maxLength={400}
            {...text('wordVariation')}
          />
          <TextField label="Who ran it" maxLength={120} {...text('ranBy')} />
          <section id="counts" aria-label="Counts" className="flex scroll-mt-4 flex-col gap-3 border-rule border-y py-3">
            <div className="grid grid-cols-2 gap-3">
              <TextField label="Reported by the platform" {...number('reported')} />
              <TextField label="Exported" {...number('exported')} />
            </div>
            <Reason
              code="not-exported"
              label="Why were not all exported?"
              field="notExported"
              view={view}
              value={value}
              onChange={change}
            />
            <Reason code="not-in-file" label="Why are not all in the file?" field="notInFile" view={view} value={value} onChange={change} />
            <label className="flex items-center gap-2">
              <input
                type="checkbox"
                className="size-4 accent-(--navy)"
                checked={value.capped}
                onChange={(e) => change({ ...value, capped: e.target.checked })}
              />
              The export was cut off at a limit
            </label>
            {value.capped && <TextField label="Sorted by, when it was cut off" maxLength={200} {...text('sortOrder')} />}
          </section>
          <TextArea label="Notes" rows={3} maxLength={10_000} {...text('notes')} />
        </aside>
      </div>
      {withdrawing && <WithdrawDialog reviewId={reviewId} view={view} onClose={() => setWithdrawing(false)} />}
    </main>
  );
}
