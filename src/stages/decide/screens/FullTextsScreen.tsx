'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useCallback, useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { localDay } from '@/core/record';
import { Button } from '@/ui/button';
import { DataTable, type TableColumn } from '@/ui/data-table';
import { Empty } from '@/ui/empty';
import { StateSquare } from '@/ui/marks';
import { refreshPage } from '@/ui/refresh-page';
import { count, dayWords, many } from '@/ui/words';
import type { SoughtLine } from '../queries/sought';
import { DecideNav } from './DecideNav';
import { DroppedPdfs } from './DroppedPdfs';
import { PdfSearch } from './PdfSearch';

type Where = 'all' | 'to-ask' | 'asked' | 'had' | 'assessed' | 'not-had';
const WHERE: Record<Where, string> = {
  all: 'sought',
  'to-ask': 'not asked for',
  asked: 'asked for, not here yet',
  had: 'here, not assessed',
  assessed: 'assessed',
  'not-had': 'not retrieved',
};

/** Where a full text stands now. */
function whereOf({ verdict, reasonCode, pdfs, arrived, asked }: SoughtLine): Exclude<Where, 'all'> {
  if (verdict === 'exclude' && reasonCode === 'not-retrieved') return 'not-had';
  if (verdict === 'keep' || verdict === 'exclude') return 'assessed';
  if (pdfs > 0 || arrived) return 'had';
  return asked ? 'asked' : 'to-ask';
}
const STATE: Record<string, string> = { keep: 'kept', exclude: 'excluded', wait: 'waiting', background: 'background' };

const columnsOf = (reviewId: string): TableColumn<SoughtLine>[] => [
  {
    ...{ id: 'work', header: 'Work', value: (s) => s.title },
    cell: (s) => (
      <a
        dir="auto"
        className="block truncate font-serif underline-offset-2 hover:underline"
        title={s.title}
        href={`/reviews/${reviewId}/decide?stage=full-text&work=${s.no}`}
      >
        {s.title || `Work ${s.no}`}
      </a>
    ),
  },
  { id: 'asked', header: 'Asked', width: 'w-[100px]', value: (s) => s.asked, cell: (s) => dayWords(s.asked) },
  { id: 'promised', header: 'Promised', width: 'w-[100px]', value: (s) => s.promised, cell: (s) => dayWords(s.promised) },
  { id: 'arrived', header: 'Arrived', width: 'w-[100px]', value: (s) => s.arrived, cell: (s) => dayWords(s.arrived) },
  {
    ...{ id: 'source', header: 'Of whom, or where', width: 'w-[180px]', value: (s) => s.source },
    cell: (s) => <span className="block truncate">{s.source}</span>,
  },
  { id: 'pdfs', header: 'PDFs', width: 'w-[60px]', value: (s) => s.pdfs, cell: (s) => s.pdfs || '' },
  {
    ...{ id: 'where', header: 'Where it stands', width: 'w-[190px]', value: (s) => WHERE[whereOf(s)] },
    cell: (s) => (
      <span className="flex items-center gap-2">
        <StateSquare state={s.verdict ? STATE[s.verdict]! : 'undecided'} />
        {WHERE[whereOf(s)]}
      </span>
    ),
  },
];

interface FullTextsScreenProps {
  reviewId: string;
  sought: SoughtLine[];
  twoStages: boolean;
}

/** Every full text that is sought: what was asked for, what came, and what all that came says about some words. */
export function FullTextsScreen({ reviewId, sought, twoStages }: FullTextsScreenProps) {
  const [where, setWhere] = useState<Where>('all');
  const router = useRouter();
  const refresh = useCallback(() => refreshPage(router), [router]);
  const lines = sought.filter((s) => where === 'all' || whereOf(s) === where);
  const counts = (w: Where) => sought.filter((s) => w === 'all' || whereOf(s) === w).length;
  const toAsk = lines.filter((s) => whereOf(s) === 'to-ask');
  return (
    <main className="px-5 py-3">
      <DecideNav reviewId={reviewId} current="/full-texts" />
      <div className="mt-3 flex flex-wrap items-baseline justify-between gap-3">
        <h1 className="text-title">Full texts</h1>
        <span className="flex gap-4 text-small">
          <Link className="text-navy underline-offset-2 hover:underline" href={`/reviews/${reviewId}/library/requests`}>
            Requests to another library
          </Link>
          <Link className="text-navy underline-offset-2 hover:underline" href={`/reviews/${reviewId}/library`}>
            What the library holds
          </Link>
        </span>
      </div>
      {!twoStages && (
        <p className="text-slate">This review judges by title and abstract alone; that can be changed under Reasons and grounds.</p>
      )}
      {sought.length === 0 ? (
        <Empty title="No full text is sought yet">
          <p>A work that is kept on its title and abstract comes here.</p>
        </Empty>
      ) : (
        <>
          <DroppedPdfs reviewId={reviewId} sought={sought} onAttached={refresh} />
          <PdfSearch reviewId={reviewId} />
          <nav aria-label="Where they stand" className="mt-4 flex flex-wrap gap-2">
            {(Object.keys(WHERE) as Where[]).map((w) => (
              <button
                key={w}
                type="button"
                aria-pressed={w === where}
                className="min-h-7 rounded-[4px] border border-edge bg-surface px-2.5 text-small hover:bg-picked aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-on-ink"
                onClick={() => setWhere(w)}
              >
                <b className="font-semibold">{count(counts(w))}</b> {WHERE[w]}
              </button>
            ))}
            {toAsk.length > 0 && (
              <Button className="ml-auto min-h-7 text-small" onClick={() => void askFor(reviewId, toAsk, refresh)}>
                Mark {many(toAsk.length, 'full text')} as asked for today
              </Button>
            )}
          </nav>
          <div className="mt-2">
            <DataTable caption="Full texts that are sought" columns={columnsOf(reviewId)} rows={lines} rowKey={(s) => s.no} />
          </div>
          {lines.length === 0 && <p className="mt-2 text-slate">None.</p>}
        </>
      )}
    </main>
  );
}

/** Writes today beside every full text of a list; what was changed with it is taken back together. */
async function askFor(reviewId: string, lines: readonly SoughtLine[], refresh: () => void) {
  const asked = await call(reviewId, 'ask-full-texts', {
    asked: localDay(new Date()),
    works: lines.map((s) => ({ workNo: s.no, seenEdit: s.edit })),
  });
  if (!asked.ok) return void toast.error(asked.message);
  refresh();
  const { changed, skipped } = asked;
  toast(
    `${many(changed.length, 'full text')} asked for today.${skipped ? ` ${skipped} changed meanwhile and stayed as they are.` : ''}`,
    changed.length
      ? {
          action: {
            label: 'Undo',
            onClick: () => void call(reviewId, 'ask-full-texts', { asked: '', works: changed }).then(refresh),
          },
        }
      : {},
  );
}
