'use client';
import { Plus } from 'lucide-react';
import Link from 'next/link';
import { useState } from 'react';
import { useJobs } from '@/client/useJobs';
import { Button } from '@/ui/button';
import { Empty } from '@/ui/empty';
import { FigureLink } from '@/ui/figure-link';
import { DatabaseTag } from '@/ui/marks';
import { Progress } from '@/ui/progress';
import { count, many, plural } from '@/ui/words';
import type { RetrievalLine, RetrieveView } from '../queries/retrieve-view';
import { DatabaseForm } from './DatabaseForm';
import { DatabaseTable } from './DatabaseTable';
import { DropZone, UploadProblems } from './DropZone';
import { RetrievalCard } from './RetrievalCard';
import { RetrievalForm } from './RetrievalForm';

interface RetrieveScreenProps {
  reviewId: string;
  view: RetrieveView;
  /** What saved searches found new in their last run. */
  saved: { fresh: number; failed: number };
}

/** The databases with what each can limit, the search log with the files of each retrieval, and counts that add up. */
export function RetrieveScreen({ reviewId, view, saved }: RetrieveScreenProps) {
  const [adding, setAdding] = useState<'database' | 'retrieval' | null>(null);
  const [problems, setProblems] = useState<string[]>([]);
  const { jobs, poke } = useJobs(reviewId, view.jobs);
  const classifying = jobs.find((j) => j.kind === 'classify-review' && (j.state === 'running' || j.state === 'queued'));
  const active = view.retrievals.filter((r) => !r.withdrawn);
  const untouched = view.databases.filter((d) => !view.retrievals.some((r) => r.databaseIds.includes(d.id)));
  const alone = (r: RetrievalLine) => active.filter((other) => other.names === r.names).length === 1;
  return (
    <main className="px-5 py-4">
      <div className="mb-3 flex items-center justify-between gap-3">
        <h1 className="text-title">Databases and what was retrieved from each</h1>
        <div className="flex items-center gap-2">
          <Link className="px-1.5 font-medium text-navy underline-offset-2 hover:underline" href={`/reviews/${reviewId}/others`}>
            Other ways of finding
          </Link>
          <Link className="px-1.5 font-medium text-navy underline-offset-2 hover:underline" href={`/reviews/${reviewId}/search`}>
            Search desk
          </Link>
          <Button onClick={() => setAdding('database')}>
            <Plus size={15} aria-hidden /> Add database
          </Button>
          {view.databases.length > 0 && (
            <Button onClick={() => setAdding('retrieval')}>
              <Plus size={15} aria-hidden /> New retrieval
            </Button>
          )}
        </div>
      </div>
      <UploadProblems problems={problems} />
      {(saved.fresh > 0 || saved.failed > 0) && (
        <p role="status" className="mb-3 rounded-[4px] border border-copper border-dashed px-3 py-1.5 text-small">
          Saved searches:{' '}
          {[saved.fresh > 0 && `${many(saved.fresh, 'record')} new in the last run`, saved.failed > 0 && `${saved.failed} failed`]
            .filter(Boolean)
            .join(', ')}
          .{' '}
          <Link className="text-navy underline" href={`/reviews/${reviewId}/search/saved`}>
            Look
          </Link>
        </p>
      )}
      {classifying && (
        <div role="status" className="mb-3 rounded-[4px] border border-rule bg-surface px-3 py-2">
          Merging and classifying … {classifying.total > 0 && `${Math.round((100 * classifying.done) / classifying.total)}%`}
          <Progress done={classifying.done} total={classifying.total} label="Classifying" />
        </div>
      )}
      {view.databases.length === 0 ? (
        <Empty title="No database yet">
          <p className="mb-3">
            Add the databases you searched, each with a two-letter tag and what it can limit. Then choose or drop the files you exported:{' '}
            {view.formats.map((f) => f.label).join(', ')}.
          </p>
          <Button look="solid" onClick={() => setAdding('database')}>
            Add database
          </Button>
        </Empty>
      ) : (
        <DatabaseTable reviewId={reviewId} databases={view.databases} />
      )}
      {view.databases.length > 0 && (
        <div className="mt-5 mb-2 flex items-baseline gap-4">
          <h2 className="text-lead">Search log</h2>
          {view.retrievals.length > 0 && (
            <a className="text-small text-navy underline-offset-2 hover:underline" href={`/api/reviews/${reviewId}/search-log`} download>
              Download as text
            </a>
          )}
        </div>
      )}
      <div className="flex flex-col gap-3">
        {view.retrievals.map((r) => (
          <RetrievalCard
            key={r.id}
            reviewId={reviewId}
            retrieval={r}
            alone={alone(r)}
            formats={view.formats}
            jobs={jobs}
            onSent={poke}
            onProblems={setProblems}
          />
        ))}
        {untouched.map((d) => (
          <section key={d.id} aria-label={d.name} className="rounded-[6px] border border-rule bg-surface px-4 py-3">
            <h3 className="mb-2 flex items-center gap-2 text-lead">
              <DatabaseTag tag={d.tag} /> {d.name}{' '}
              <span className="font-normal font-sans text-small text-slate">nothing retrieved yet</span>
            </h3>
            <DropZone
              reviewId={reviewId}
              target={{ database: d.id }}
              names={d.name}
              label={`Files from ${d.name}`}
              formats={view.formats}
              onSent={poke}
              onProblems={setProblems}
            />
          </section>
        ))}
      </div>
      <Totals reviewId={reviewId} retrievals={active} unattributed={view.unattributed} others={view.others} aside={view.aside} />
      {adding === 'database' && (
        <DatabaseForm reviewId={reviewId} taken={view.databases.map((d) => d.tag)} onClose={() => setAdding(null)} />
      )}
      {adding === 'retrieval' && <RetrievalForm reviewId={reviewId} databases={view.databases} onClose={() => setAdding(null)} />}
    </main>
  );
}

interface TotalsProps {
  reviewId: string;
  retrievals: RetrievalLine[];
  unattributed: number;
  others: number;
  aside: number;
}

/** The sum over all files, so that the figure of the strip can be followed. */
function Totals({ reviewId, retrievals, unattributed, others, aside }: TotalsProps) {
  const files = retrievals.flatMap((r) => r.files).filter((f) => f.state === 'imported');
  if (files.length === 0 && others === 0) return null;
  const sum = (pick: (r: RetrievalLine) => number) => retrievals.reduce((n, r) => n + pick(r), 0);
  const [records, rejected] = [sum((r) => r.parsed), sum((r) => r.rejected)];
  const asked = retrievals.reduce((n, r) => n + r.lines.filter((l) => l.state === 'asked' || l.state === 'cannot-be').length, 0);
  return (
    <div className="mt-4 flex flex-col gap-1">
      <p>
        <b className="font-semibold">{many(records + rejected, 'entry', 'entries')}</b> = {many(records, 'record')} + {count(rejected)}{' '}
        rejected, in {files.length} {plural(files.length, 'file')}.
        {others > 0 && (
          <>
            {' '}
            <FigureLink n={others} label="Sources found in other ways" href={`/reviews/${reviewId}/others`} /> more{' '}
            {plural(others, 'was', 'were')} found in other ways.
          </>
        )}
      </p>
      <p className="text-small text-slate">
        <Link className="text-navy underline underline-offset-2" href={`/reviews/${reviewId}/records`}>
          All records
        </Link>
        {' · '}
        <Link className="text-navy underline underline-offset-2" href={`/reviews/${reviewId}/records?problem=any`}>
          those read with a problem
        </Link>
        {unattributed > 0 && (
          <>
            {' · '}
            <FigureLink
              n={unattributed}
              label="Records that do not say which database they are from"
              href={`/reviews/${reviewId}/records?database=--`}
            />{' '}
            do not say which database they are from
          </>
        )}
        {aside > 0 && (
          <>
            {' · '}
            <FigureLink n={aside} label="Records that were set aside" href={`/reviews/${reviewId}/set-aside`} />{' '}
            {plural(aside, 'was', 'were')} set aside: they could not be processed
          </>
        )}
        {asked > 0 && (
          <span className="text-copper">
            {' · '}
            {asked === 1 ? 'One difference between the counts is' : `${asked} differences between the counts are`} not explained yet.
          </span>
        )}
      </p>
    </div>
  );
}
