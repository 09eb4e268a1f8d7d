'use client';
import Link from 'next/link';
import { useState } from 'react';
import { cx } from '@/ui/cx';
import { DatabaseTag, Pill } from '@/ui/marks';
import { dayWords } from '@/ui/words';
import type { JobLine, RetrievalLine, RetrieveView } from '../queries/retrieve-view';
import { CountChain } from './CountChain';
import { DropZone } from './DropZone';
import { FileTable } from './FileTable';
import { RejectedList } from './RejectedList';

interface CardProps {
  reviewId: string;
  retrieval: RetrievalLine;
  /** It is the only one of its databases. */
  alone: boolean;
  formats: RetrieveView['formats'];
  jobs: JobLine[];
  onSent(): void;
  onProblems(problems: string[]): void;
}

/** One retrieval of the search log: where and when, how its numbers come down, and its files. */
export function RetrievalCard({ reviewId, retrieval: r, alone, formats, jobs, onSent, onProblems }: CardProps) {
  const [rejected, setRejected] = useState<{ id: string; name: string } | null>(null);
  const href = `/reviews/${reviewId}/retrieve/${r.number}`;
  const sure = r.findings.filter((f) => f.sure).length;
  return (
    <section
      aria-label={`Retrieval ${r.number}: ${r.names}`}
      className={cx('rounded-[6px] border border-rule bg-surface', r.withdrawn && 'border-dashed')}
    >
      <header className="flex flex-wrap items-center gap-x-3 gap-y-1 border-rule border-b px-4 py-2">
        <span className="text-small text-slate">{r.number}</span>
        {r.tags.map((tag) => (
          <DatabaseTag key={tag} tag={tag} />
        ))}
        <h3 className="text-lead">
          <Link className="underline-offset-2 hover:underline" href={href}>
            {r.names}
          </Link>
        </h3>
        <span className="text-small text-slate">
          {[
            r.searchedOn ? `searched ${dayWords(r.searchedOn)}` : 'date of search missing',
            r.platform,
            r.updates !== null && `brings retrieval ${r.updates} up to date`,
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
        {r.limiters.map((l) => (
          <Pill key={l} title="A limiter that was set at the database">
            {l}
          </Pill>
        ))}
        {r.withdrawn && <Pill look="attention">withdrawn</Pill>}
        {sure > 0 && (
          <Link href={`${href}#steps`}>
            <Pill look="attention">{sure === 1 ? 'one step does not add up' : `${sure} steps do not add up`}</Pill>
          </Link>
        )}
        <Link className="ml-auto text-navy underline-offset-2 hover:underline" href={href}>
          {r.described ? 'Search and steps' : 'Describe the search'}
        </Link>
      </header>
      <div className="flex flex-col gap-2.5 px-4 py-3">
        {r.rerun && <p className="text-small text-copper">To be run again: {r.rerun}</p>}
        {r.withdrawn && <p className="text-small">Withdrawn, not counted: {r.withdrawnWhy}</p>}
        <CountChain reviewId={reviewId} retrieval={r} href={href} />
        <FileTable reviewId={reviewId} files={r.files} jobs={jobs} formats={formats} onRejected={setRejected} onChanged={onSent} />
        {!r.withdrawn && (
          <DropZone
            reviewId={reviewId}
            target={{ retrieval: r.id }}
            names={r.names}
            label={alone ? `Files from ${r.names}` : `Files from ${r.names}, retrieval ${r.number}`}
            formats={formats}
            onSent={onSent}
            onProblems={onProblems}
          />
        )}
      </div>
      {rejected && (
        <RejectedList
          reviewId={reviewId}
          retrievalId={r.id}
          file={rejected}
          withdrawn={r.withdrawn}
          onSent={onSent}
          onClose={() => setRejected(null)}
        />
      )}
    </section>
  );
}
