'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { axisMask, CODED_AXES, type CodedAxis, labelsOf, type TermSets, VOCABULARY_LABELS } from '@/core/vocabularies';
import { Choice } from '@/ui/choice';
import { DataTable, type TableColumn } from '@/ui/data-table';
import { refreshPage } from '@/ui/refresh-page';
import { count, many } from '@/ui/words';
import type { DatabaseView, TermLine } from '../queries/database-view';

type MappedLine = DatabaseView['mapped'][number];

const AXES = ['publicationType', 'sourceType', 'design', 'peerReview'] as const satisfies readonly CodedAxis[];

const setsWords = (sets: TermSets): string =>
  AXES.filter((a) => sets[a])
    .map((a) => labelsOf(CODED_AXES[a].values, axisMask(a, sets[a]!)).join(' or ').toLowerCase())
    .join('; ');

/** The terms of a database that no table knows, each mapped in one choice, and those that are mapped. */
export function TermTable({ reviewId, database }: { reviewId: string; database: DatabaseView }) {
  const [busy, setBusy] = useState('');
  const router = useRouter();
  async function map(term: Pick<TermLine, 'vocabulary' | 'term' | 'records'>, sets: TermSets | null) {
    setBusy(`${term.vocabulary}|${term.term}`);
    const result = await call(reviewId, 'map-term', {
      databaseId: database.id,
      vocabulary: term.vocabulary,
      term: term.term,
      sets: sets as never,
    });
    setBusy('');
    if (!result.ok) return toast.error(result.message);
    const touched = many(term.records, 'record is', 'records are');
    toast(
      sets
        ? `“${term.term}” now means ${setsWords(sets)}: ${touched} classified anew.`
        : `“${term.term}” is not mapped any more: ${touched} classified anew.`,
      {
        action: sets ? { label: 'Undo', onClick: () => void map(term, null) } : undefined,
      },
    );
    refreshPage(router);
  }
  if (database.unmapped.length === 0 && database.mapped.length === 0) return null;
  const columns: TableColumn<TermLine | MappedLine>[] = [
    {
      id: 'term',
      header: 'Term',
      value: (t) => t.term,
      cell: (t) => <span className={'sets' in t ? 'font-medium' : 'font-medium text-copper'}>{t.term}</span>,
    },
    {
      id: 'from',
      header: 'From',
      width: 'w-[190px]',
      value: (t) => VOCABULARY_LABELS[t.vocabulary],
      cell: (t) => <span className="text-slate">{VOCABULARY_LABELS[t.vocabulary]}</span>,
    },
    {
      id: 'records',
      header: 'Records',
      width: 'w-[90px]',
      value: (t) => t.records,
      cell: (t) =>
        'sets' in t ? (
          count(t.records)
        ) : (
          <Link
            className="underline-offset-2 hover:underline"
            aria-label={`Records with ${t.term}: ${t.records}`}
            href={`/reviews/${reviewId}/records?database=${database.tag}&unmapped=${encodeURIComponent(`${t.vocabulary}|${t.term}`)}`}
          >
            {count(t.records)}
          </Link>
        ),
    },
    {
      id: 'means',
      header: 'Means',
      width: 'w-[320px]',
      value: (t) => ('sets' in t ? setsWords(t.sets) : ''),
      cell: (t) =>
        'sets' in t ? (
          <>
            {setsWords(t.sets)}
            <button
              type="button"
              className="ml-3 min-h-6 text-navy underline-offset-2 hover:underline"
              aria-label={`Take back what ${t.term} means`}
              disabled={busy !== ''}
              onClick={() => void map(t, null)}
            >
              Take back
            </button>
          </>
        ) : (
          <MeaningSelect term={t} busy={busy !== ''} onPick={(sets) => void map(t, sets)} />
        ),
    },
  ];
  return (
    <section id="terms" aria-label="Terms of the database" className="scroll-mt-4">
      <h2 className="mb-1 text-lead">What its own terms mean</h2>
      <DataTable
        caption="Terms of the database"
        columns={columns}
        rows={[...database.unmapped, ...database.mapped]}
        rowKey={(t) => `${t.vocabulary}|${t.term}`}
      />
    </section>
  );
}

/** Every value of the coded axes, and "says nothing about the type": one choice maps the term. */
function MeaningSelect({ term, busy, onPick }: { term: TermLine; busy: boolean; onPick(sets: TermSets): void }) {
  return (
    <Choice
      aria-label={`What ${term.term} means; touches ${term.records} records`}
      className="h-7 w-full rounded-[4px] border border-edge bg-surface px-1"
      value=""
      disabled={busy}
      onChange={(e) => {
        const [axis, code] = e.target.value.split('|') as [CodedAxis | 'none', string];
        onPick(axis === 'none' ? {} : ({ [axis]: [code] } as TermSets));
      }}
    >
      <option value="" disabled>
        Choose what it means …
      </option>
      <option value="none|">nothing about what the item is</option>
      {AXES.map((axis) => (
        <optgroup key={axis} label={CODED_AXES[axis].label}>
          {CODED_AXES[axis].values.map((v) => (
            <option key={v.code} value={`${axis}|${v.code}`}>
              {v.label}
            </option>
          ))}
        </optgroup>
      ))}
    </Choice>
  );
}
