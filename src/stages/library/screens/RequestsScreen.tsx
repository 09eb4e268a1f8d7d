'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { REQUEST_FIELDS, type RequestState } from '@/core/requests';
import { facetWords } from '@/core/sieve';
import { Button } from '@/ui/button';
import { DataTable, type TableColumn } from '@/ui/data-table';
import { Empty } from '@/ui/empty';
import { Pill } from '@/ui/marks';
import { refreshPage } from '@/ui/refresh-page';
import { count, dayWords, many, plural } from '@/ui/words';
import type { RequestsView } from '../queries/requests';
import { LibraryNav } from './LibraryNav';

type Line = RequestsView['lines'][number];
type Show = 'all' | 'late' | 'not-held' | RequestState;
const SHOWN: Readonly<Record<Show, string>> = {
  all: 'sought and not here, or asked for',
  'not-held': 'not held here, not asked for',
  'to-ask': 'not asked for',
  asked: 'asked for',
  promised: 'promised',
  late: 'late',
  arrived: 'arrived',
  refused: 'refused',
};
const STATES: Readonly<Record<RequestState, string>> = {
  'to-ask': 'not asked for',
  asked: 'asked for',
  promised: 'promised',
  arrived: 'arrived',
  refused: 'refused',
};
const ORDER: readonly RequestState[] = ['refused', 'to-ask', 'asked', 'promised', 'arrived'];
const BY: Readonly<Record<NonNullable<Line['link']>['by'], string>> = {
  doi: 'by its DOI',
  record: 'by its record',
  resolver: 'by the resolver',
};

const fits = (l: Line, show: Show): boolean =>
  show === 'all' ||
  (show === 'late' ? l.late > 0 : show === 'not-held' ? l.state === 'to-ask' && l.holding === 'not-held' : l.state === show);

/** Every full text that is still to be had: where it may be, and how its request to another library stands. */
export function RequestsScreen({ reviewId, view }: { reviewId: string; view: RequestsView }) {
  const router = useRouter();
  const [show, setShow] = useState<Show>('all');
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const [busy, setBusy] = useState(false);
  // What wants something done comes first.
  const lines = view.lines
    .filter((l) => fits(l, show))
    .toSorted((a, b) => b.late - a.late || ORDER.indexOf(a.state) - ORDER.indexOf(b.state));
  const asked = [...chosen].filter((no) => view.lines.some((l) => l.no === no));
  const which = asked.length ? `?works=${asked.join(',')}` : '';
  async function act(work: () => Promise<void>) {
    setBusy(true);
    await work();
    setBusy(false);
    setChosen(new Set());
    refreshPage(router);
  }
  const askFor = () =>
    act(async () => {
      const answer = await call(reviewId, 'ask-lender', { works: asked });
      if (!answer.ok) return void toast.error(answer.message);
      if (answer.asked.length) toast(`${many(answer.asked.length, 'work')} asked for.`);
      for (const { work, why } of answer.failed) toast.error(`Work ${work} was not asked for: ${why}.`);
    });
  const hear = () =>
    act(async () => {
      const answer = await call(reviewId, 'hear-lender', {});
      if (!answer.ok) return void toast.error(answer.message);
      toast(`${count(answer.sent)} arrived, ${count(answer.refused)} refused, ${count(answer.promised + answer.asked)} still on the way.`);
      for (const { work, why } of answer.failed) toast.error(`Work ${work}: ${why}`);
    });
  const late = view.lines.filter((l) => l.late > 0).length;
  const tooLate = view.lines.filter((l) => l.tooLate).length;
  return (
    <main className="px-5 py-3">
      <LibraryNav reviewId={reviewId} current="/requests" />
      <div className="mt-3 flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-title">Requests to another library</h1>
        <div className="flex flex-wrap gap-2 print:hidden">
          <Button
            disabled={busy || !view.settings.lender || asked.length === 0}
            look={asked.length ? 'solid' : 'plain'}
            onClick={() => void askFor()}
          >
            Ask for {asked.length || 'the chosen'}
          </Button>
          <Button
            disabled={busy || !view.lines.some((l) => l.fromHere && (l.state === 'asked' || l.state === 'promised'))}
            onClick={() => void hear()}
          >
            Hear what has come
          </Button>
        </div>
      </div>
      <p className="text-small text-slate">
        Take the {asked.length ? many(asked.length, 'chosen request') : 'requests for what is not held and not asked for'} along:{' '}
        <a className="text-navy underline" href={`/api/reviews/${reviewId}/requests/requests.csv${which}`} download>
          as a table (CSV)
        </a>
        ,{' '}
        <a className="text-navy underline" href={`/api/reviews/${reviewId}/requests/requests.txt${which}`} download>
          as the text of an e-mail
        </a>
        , or{' '}
        <button type="button" className="text-navy underline" onClick={() => window.print()}>
          printed
        </button>
        .
      </p>
      <Warnings view={view} late={late} tooLate={tooLate} />
      {view.lines.length === 0 ? (
        <Empty title="Every full text that is sought is here">
          <p>What is kept on title and abstract and has no PDF stands here.</p>
        </Empty>
      ) : (
        <>
          <nav aria-label="Which requests" className="mt-3 flex flex-wrap gap-2 print:hidden">
            {(Object.keys(SHOWN) as Show[]).map((s) => (
              <button
                key={s}
                type="button"
                aria-pressed={s === show}
                className="min-h-7 rounded-[4px] border border-edge bg-surface px-2.5 text-small hover:bg-picked aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-on-ink"
                onClick={() => setShow(s)}
              >
                <b className="font-semibold">{count(view.lines.filter((l) => fits(l, s)).length)}</b> {SHOWN[s]}
              </button>
            ))}
          </nav>
          <div className="mt-2 print:hidden">
            <DataTable
              caption="Requests"
              columns={columnsOf(reviewId, chosen, (no) =>
                setChosen((now) => new Set(now.has(no) ? [...now].filter((n) => n !== no) : [...now, no])),
              )}
              rows={lines}
              rowKey={(l) => l.no}
            />
          </div>
          <Slips
            lines={asked.length ? lines.filter((l) => chosen.has(l.no)) : lines.filter((l) => l.state === 'to-ask')}
            asker={view.settings.asker}
          />
        </>
      )}
    </main>
  );
}

function Warnings({ view, late, tooLate }: { view: RequestsView; late: number; tooLate: number }) {
  const { deadline } = view.settings;
  const days = view.daysToAsk;
  const said: string[] = [];
  if (late) said.push(`${many(late, 'request')} ${plural(late, 'is', 'are')} late.`);
  if (deadline && days !== null)
    said.push(
      days >= 0
        ? `Full texts are needed by ${dayWords(deadline)}: what takes a week is to be asked for within ${many(days, 'day')}.`
        : `Full texts are needed by ${dayWords(deadline)}: what takes a week comes too late now.`,
    );
  if (tooLate) said.push(`${many(tooLate, 'work')} will not be here before the deadline.`);
  if (said.length === 0) return null;
  return (
    <p role="status" className={`mt-2 text-small ${late || tooLate || (days ?? 99) < 7 ? 'font-medium text-copper' : 'text-slate'}`}>
      {said.join(' ')}
    </p>
  );
}

const columnsOf = (reviewId: string, chosen: ReadonlySet<number>, onChoose: (no: number) => void): TableColumn<Line>[] => [
  {
    ...{ id: 'choose', header: 'Choose', hideHeader: true, width: 'w-[36px]' },
    cell: (l) => (
      <input
        type="checkbox"
        className="size-4"
        aria-label={`Choose “${l.title}”`}
        disabled={l.state === 'asked' || l.state === 'promised' || l.state === 'arrived'}
        checked={chosen.has(l.no)}
        onChange={() => onChoose(l.no)}
      />
    ),
  },
  {
    ...{ id: 'work', header: 'Work', value: (l) => l.title },
    cell: (l) => (
      <>
        <Link dir="auto" className="font-serif underline-offset-2 hover:underline" href={`/reviews/${reviewId}/find?find=${l.no}`}>
          {l.title || `Work ${l.no}`}
        </Link>
        <span className="block text-note text-slate">
          {l.authors}
          {l.lacks.length > 0 && <span className="text-copper"> · lacks {l.lacks.join(' and ')}</span>}
        </span>
      </>
    ),
  },
  {
    ...{ id: 'holding', header: 'Here', width: 'w-[100px]', value: (l) => l.holding },
    cell: (l) => (l.holding ? facetWords('holding', l.holding) : <span className="text-slate">can’t tell</span>),
  },
  {
    ...{ id: 'link', header: 'Get it', width: 'w-[120px]', value: (l) => l.link?.by ?? '' },
    cell: (l) => (
      <>
        {l.link ? (
          <a className="text-navy underline" href={l.link.url} target="_blank" rel="noreferrer">
            {BY[l.link.by]}
          </a>
        ) : (
          <span className="text-slate">no link</span>
        )}
        {l.passing > 0 && <span className="block text-note text-copper">{many(l.passing, 'address', 'addresses')} will not last</span>}
      </>
    ),
  },
  { id: 'asked', header: 'Asked', width: 'w-[95px]', value: (l) => l.asked, cell: (l) => dayWords(l.asked) },
  {
    ...{ id: 'state', header: 'Stands', width: 'w-[210px]', value: (l) => STATES[l.state] },
    cell: (l) => (
      <>
        {STATES[l.state]} {l.late > 0 && <Pill look="attention">late</Pill>}
        <span className={`block text-note ${l.late || l.tooLate ? 'text-copper' : 'text-slate'}`}>
          {l.state === 'refused' ? `${dayWords(l.refused)}: ${l.refusedWhy || 'no reason was given'}` : inDays(l.timing)}
          {l.state === 'arrived' && dayWords(l.arrived)}
        </span>
      </>
    ),
  },
  {
    id: 'source',
    header: 'Of whom',
    width: 'w-[140px]',
    value: (l) => l.source,
    cell: (l) => <span className="block truncate">{l.source}</span>,
  },
];

const inDays = (text: string): string => text.replace(/\d{4}-\d{2}-\d{2}/g, dayWords);

/** On paper, a slip a request. */
function Slips({ lines, asker }: { lines: readonly Line[]; asker: string }) {
  return (
    <div className="hidden print:block">
      {lines.map((l) => (
        <section key={l.no} className="mb-4 break-inside-avoid border-ink border-b pb-3">
          <dl className="grid grid-cols-[110px_1fr]">
            {REQUEST_FIELDS.filter(([field]) => l.line[field] !== '').map(([field, name]) => (
              <div key={field} className="contents">
                <dt>{name}</dt>
                <dd>{l.line[field]}</dd>
              </div>
            ))}
          </dl>
          {asker && <p>Asked by {asker}</p>}
        </section>
      ))}
    </div>
  );
}
