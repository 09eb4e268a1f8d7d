'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { prismaS } from '@/core/search/desk';
import { Button } from '@/ui/button';
import { DayField, TextField } from '@/ui/field';
import { DatabaseTag } from '@/ui/marks';
import { refreshPage } from '@/ui/refresh-page';
import { count, day } from '@/ui/words';
import type { StrategyView } from '../queries/strategy';
import { SearchNav } from './SearchNav';

/** The sheet as numbered lines for databases that have no open door, and the strategies as they are published. */
export function StrategyScreen({ reviewId, view }: { reviewId: string; view: StrategyView }) {
  return (
    <main className="px-5 py-3">
      <SearchNav reviewId={reviewId} current="/by-hand" />
      <h1 className="mt-3 text-title">By hand, and on paper</h1>
      <section aria-label="Lines to be run by hand" className="mt-2 max-w-[90ch]">
        <h2 className="text-lead">For databases that have no open door</h2>
        {view.lines.length === 0 ? (
          <p className="text-slate">The sheet is empty.</p>
        ) : (
          <ol className="mt-1 text-small">
            {view.lines.map((l) => (
              <li key={l.number} className="border-rule border-b py-1">
                <b className="font-semibold">{l.number}</b> <span className="font-serif">{l.words}</span>
              </li>
            ))}
          </ol>
        )}
        {view.cql.length > 0 && (
          <details className="mt-1 text-small">
            <summary className="min-h-6 text-navy">The same in CQL, with the indexes of the standard</summary>
            <ol className="list-decimal pl-8 font-mono text-note">
              {view.cql.map((query) => (
                <li key={query} className="break-words py-0.5">
                  {query}
                </li>
              ))}
            </ol>
          </details>
        )}
        {view.byHand.map((d) => (
          <div key={d.id} className="mt-2 text-small">
            <h3>
              <DatabaseTag tag={d.tag} name={d.name} /> {d.name}
            </h3>
            <ol className="list-decimal pl-8">
              <li>Run each numbered line above, and the line that joins them.</li>
              {d.settings.map((s) => (
                <li key={s.limiter}>
                  {s.name}: {s.words}
                </li>
              ))}
              <li>
                <a className="text-navy underline" href={`/reviews/${reviewId}/retrieve`}>
                  Paste what it printed
                </a>{' '}
                into the steps of a retrieval: its counts then stand beside those of the others.
              </li>
            </ol>
          </div>
        ))}
        {view.byHand.length === 0 && <p className="text-slate text-small">Every database of this review has an open way in.</p>}
      </section>
      <section aria-label="Search strategies" className="mt-5">
        <div className="flex flex-wrap items-baseline gap-4">
          <h2 className="text-lead">As they are published</h2>
          <a className="text-navy text-small underline-offset-2 hover:underline" href={`/api/reviews/${reviewId}/strategies`} download>
            Download as text
          </a>
        </div>
        {view.facts.searches.map((s) => (
          <details key={s.database} className="mt-1 text-small" open={view.facts.searches.length <= 2}>
            <summary className="min-h-6">
              <b className="font-semibold">{s.database}</b>{' '}
              <span className="text-slate">
                {s.platform}, {day(s.day)}, {s.person}
                {s.sheetNumber ? `, version ${s.sheetNumber} of the sheet` : ''}
              </span>
            </summary>
            <ol className="list-decimal pl-8">
              {s.lines.map((l) => (
                <li key={l.label} className="py-0.5">
                  {l.label}: <b className="font-semibold">{l.total === null ? 'not answered' : count(l.total)}</b>
                  {l.set && `, set there: ${l.set}`}
                  <span className="block break-words font-mono text-note text-slate">{l.query}</span>
                  {l.notes.map((note) => (
                    <span key={note} className="block text-copper">
                      {note}
                    </span>
                  ))}
                </li>
              ))}
            </ol>
          </details>
        ))}
        <Items view={view} />
        <Readings reviewId={reviewId} view={view} />
      </section>
    </main>
  );
}

function Items({ view }: { view: StrategyView }) {
  return (
    <table className="mt-3 w-full max-w-[100ch] text-small">
      <caption className="text-left text-lead">What PRISMA-S asks for</caption>
      <thead>
        <tr className="text-left text-slate">
          <th scope="col" className="pr-3 font-normal">
            Item
          </th>
          <th scope="col" className="font-normal">
            What is known, or what you must still say
          </th>
        </tr>
      </thead>
      <tbody>
        {prismaS(view.facts).map((i) => (
          <tr key={i.number} className="border-rule border-t align-top">
            <th scope="row" className="w-[280px] py-1 pr-3 text-left font-normal">
              {i.number} {i.item}
            </th>
            <td className={i.said ? 'py-1' : 'py-1 text-copper'}>{i.said || i.missing}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Readings({ reviewId, view }: { reviewId: string; view: StrategyView }) {
  const router = useRouter();
  const [reader, setReader] = useState('');
  const [readOn, setReadOn] = useState('');
  const [changed, setChanged] = useState('');
  async function note() {
    const answer = await call(reviewId, 'note-reading', {
      sheetNumber: Math.max(0, ...view.facts.searches.map((s) => s.sheetNumber)),
      reader,
      readOn,
      changed,
    });
    if (!answer.ok) return void toast.error(answer.message);
    setReader('');
    setChanged('');
    refreshPage(router);
  }
  return (
    <form
      aria-label="The strategy was read"
      className="mt-3 max-w-[80ch] rounded-[6px] border border-rule bg-surface px-3 py-2"
      onSubmit={(e) => {
        e.preventDefault();
        void note();
      }}
    >
      <h3 className="text-lead">Read by somebody else before it was run</h3>
      <ul className="text-small">
        {view.readings.map((r) => (
          <li key={r.seq}>
            {r.reader}, {day(r.readOn)}
            {r.changed && `: ${r.changed}`}
          </li>
        ))}
      </ul>
      <div className="mt-1 grid grid-cols-[1fr_160px] gap-2">
        <TextField label="Who read it" value={reader} onChange={(e) => setReader(e.target.value)} />
        <DayField label="On which day" value={readOn} onChange={(e) => setReadOn(e.target.value)} />
      </div>
      <TextField label="What was changed for it" value={changed} onChange={(e) => setChanged(e.target.value)} />
      <Button type="submit" className="mt-2" disabled={reader.trim() === '' || readOn === ''}>
        Write it down
      </Button>
    </form>
  );
}
