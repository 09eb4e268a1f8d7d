'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { useJobs } from '@/client/useJobs';
import { WAY_WORDS } from '@/core/found';
import { Button } from '@/ui/button';
import { DataTable, type TableColumn } from '@/ui/data-table';
import { Dialog } from '@/ui/dialog';
import { Empty } from '@/ui/empty';
import { TextField } from '@/ui/field';
import { StateSquare } from '@/ui/marks';
import { refreshPage } from '@/ui/refresh-page';
import { count, dayWords } from '@/ui/words';
import type { FoundView } from '../queries/found-view';
import { AddSource } from './AddSource';
import { FoundNav } from './FoundNav';

type Line = FoundView['sources'][number];

/** Every source that no database gave, how it was found and what became of it; and a place to write the next one down. */
export function FoundScreen({ reviewId, view }: { reviewId: string; view: FoundView }) {
  const router = useRouter();
  const { poke } = useJobs(reviewId, []);
  const done = () => {
    poke();
    refreshPage(router);
  };
  const [taking, setTaking] = useState<Line | null>(null);
  async function takeBack(line: Line, why: string) {
    const answer = await call(reviewId, 'take-source-back', { record: line.record, back: !line.back, why });
    if (!answer.ok) return void toast.error(answer.message);
    setTaking(null);
    toast(line.back ? 'It is in the review again.' : 'It is taken back; its record stays.');
    done();
  }
  return (
    <main className="px-5 py-3">
      <FoundNav reviewId={reviewId} current="" />
      <h1 className="mt-3 text-title">Sources found in other ways than by a database</h1>
      <ul aria-label="How many in each way" className="mt-1 flex flex-wrap gap-x-5 text-small">
        {view.ways.map(({ way, n }) => (
          <li key={way} title={WAY_WORDS[way].meaning} className={n ? '' : 'text-slate'}>
            <b className="font-semibold">{count(n)}</b> {WAY_WORDS[way].label.toLowerCase()}
          </li>
        ))}
      </ul>
      <div className="mt-3 grid gap-6 lg:grid-cols-[380px_1fr]">
        <AddSource reviewId={reviewId} hasRegister={view.hasRegister} onAdded={done} />
        <section aria-label="Found so far" className="min-w-0">
          {view.sources.length === 0 ? (
            <Empty title="Nothing was found otherwise yet">
              <p>Paste an identifier or a reference on the left, or follow the citations of what is kept.</p>
            </Empty>
          ) : (
            <DataTable
              caption="Sources found in other ways"
              columns={columnsOf(reviewId, (line) => (line.back ? void takeBack(line, '') : setTaking(line)))}
              rows={view.sources}
              rowKey={(s) => s.record}
            />
          )}
          <p className="mt-2 text-small text-slate">
            Each is a record like any other: merged with what is there, classified, sieved and decided. In the flow they stand in the arm of
            other methods; one that a database gave too counts as the database’s.
          </p>
        </section>
      </div>
      {taking && <WhyBack line={taking} onClose={() => setTaking(null)} onSaid={(why) => void takeBack(taking, why)} />}
    </main>
  );
}

function WhyBack({ line, onClose, onSaid }: { line: Line; onClose(): void; onSaid(why: string): void }) {
  const [why, setWhy] = useState('');
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={`Take back “${line.title}”`}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          onSaid(why);
        }}
      >
        <p className="text-small text-slate">It leaves every count; its record stays, and it can be put in again.</p>
        <TextField label="Why" hint="The ledger shows it." value={why} maxLength={2000} onChange={(e) => setWhy(e.target.value)} />
        <div>
          <Button type="submit" look="solid" disabled={why.trim() === ''}>
            Take it back
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

const columnsOf = (reviewId: string, onTakeBack: (line: Line) => void): TableColumn<Line>[] => [
  {
    ...{ id: 'source', header: 'Source', value: (s) => s.title },
    cell: (s) => (
      <div className={s.back ? 'opacity-60' : ''}>
        <Link dir="auto" className="font-serif underline-offset-2 hover:underline" href={`/reviews/${reviewId}/records/${s.record}`}>
          {s.title || '(no title yet)'}
        </Link>
        <span className="block text-note text-slate">
          {[s.authors, s.year || ''].filter(Boolean).join(' · ')}
          {s.notRead && <span className="text-copper"> · not understood: “{s.notRead.slice(0, 80)}”</span>}
        </span>
      </div>
    ),
  },
  { id: 'how', header: 'How it was found', width: 'w-[230px]', value: (s) => s.how, cell: (s) => <span title={s.note}>{s.how}</span> },
  {
    ...{ id: 'day', header: 'Day, and who', width: 'w-[105px]', value: (s) => s.foundOn },
    cell: (s) => (
      <>
        {s.foundOn ? dayWords(s.foundOn) : 'not noted'}
        <span className="block text-note text-slate">{s.person}</span>
      </>
    ),
  },
  {
    ...{ id: 'state', header: 'Stands as', width: 'w-[115px]', value: (s) => (s.back ? 'taken back' : (s.state ?? '')) },
    cell: (s) =>
      s.back ? (
        'taken back'
      ) : s.state ? (
        <>
          <span className="flex items-center gap-1.5">
            <StateSquare state={s.state} /> {s.state}
          </span>
          {s.alsoInDatabase && <span className="block text-note text-slate">a database gave it too</span>}
        </>
      ) : (
        'being worked in'
      ),
  },
  {
    ...{ id: 'act', header: 'Take back', hideHeader: true, width: 'w-[90px]' },
    cell: (s) => (
      <Button look="quiet" className="whitespace-nowrap text-small" onClick={() => onTakeBack(s)}>
        {s.back ? 'Put in again' : 'Take back'}
      </Button>
    ),
  },
];
