'use client';
import { Button } from '@/ui/button';
import { DataTable, type TableColumn } from '@/ui/data-table';
import { Pill, StateSquare } from '@/ui/marks';
import type { KnownLine } from '../queries/known-view';
import { FATE_WORDS } from './known-words';

/** A longer list is shown when it is asked for. */
export const MOST_SHOWN = 100;

export type OnList = (numbers: number[], caption: string) => void;

interface KnownTableProps {
  lines: readonly KnownLine[];
  /** False where more lines follow than are shown. */
  whole: boolean;
  onOpen(line: KnownLine): void;
  onRemove(line: KnownLine): void;
  onAsk(line: KnownLine): void;
}

/** The known works, each with what became of it. */
export function KnownTable({ lines, whole, onOpen, onRemove, onAsk }: KnownTableProps) {
  const columns: TableColumn<KnownLine>[] = [
    {
      id: 'title',
      header: 'Known work',
      value: (l) => l.title,
      cell: (l) => (
        <>
          {l.work > 0 ? (
            <button
              type="button"
              dir="auto"
              className="min-h-6 text-left font-serif leading-snug underline-offset-2 hover:underline"
              onClick={() => onOpen(l)}
            >
              {l.title}
            </button>
          ) : (
            <p dir="auto" className="font-serif leading-snug">
              {l.title}
            </p>
          )}
          <p className="text-note text-slate">{detailOf(l)}</p>
        </>
      ),
    },
    {
      id: 'fate',
      header: 'What became of it',
      width: 'w-[260px]',
      value: (l) => [FATE_WORDS[l.fate], ...l.limiters].join(', '),
      cell: (l) => (
        <span className="flex gap-2">
          {l.work > 0 && <StateSquare state={l.fate} />}
          <span>
            {l.fate === 'not-retrieved' || l.fate === 'asked' ? <Pill look="attention">{FATE_WORDS[l.fate]}</Pill> : FATE_WORDS[l.fate]}
            {l.limiters.length > 0 && <span className="block text-note text-slate">by {l.limiters.join(', then ')}</span>}
          </span>
        </span>
      ),
    },
    {
      id: 'acts',
      header: 'What can be done',
      hideHeader: true,
      width: 'w-[170px]',
      cell: (l) => (
        <span className="flex justify-end">
          {l.ruled && (
            <Button look="quiet" className="text-note" onClick={() => onAsk(l)}>
              Ask again
            </Button>
          )}
          <Button look="quiet" className="text-note" onClick={() => onRemove(l)} aria-label={`Take off the list: ${l.title}`}>
            Take off
          </Button>
        </span>
      ),
    },
  ];
  return <DataTable caption="Known works" columns={columns} rows={lines} rowKey={(l) => l.number} sorted={whole} />;
}

const detailOf = (l: KnownLine): string =>
  [
    l.detail,
    l.source && `from ${l.source}`,
    l.records > 1 && `one of ${l.records} records merged into work ${l.work}`,
    l.repeats > 0 && `${l.repeats + 1} times in the list, counted once`,
    l.sameAs !== null && 'the same work as another of the list, counted once',
  ]
    .filter(Boolean)
    .join(' · ');
