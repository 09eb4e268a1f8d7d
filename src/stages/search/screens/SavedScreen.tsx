'use client';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { useAsk } from '@/client/useAsk';
import { Button } from '@/ui/button';
import { Empty } from '@/ui/empty';
import { TextField } from '@/ui/field';
import { DatabaseTag } from '@/ui/marks';
import { count, day, many, minute } from '@/ui/words';
import type { DeskView, SavedView } from '../queries/desk-view';
import { SearchNav } from './SearchNav';

interface SavedScreenProps {
  reviewId: string;
  databases: DeskView['databases'];
  searches: SavedView;
}

/** Searches that are run again, with what each run found new, gone and changed. */
export function SavedScreen({ reviewId, databases, searches: given }: SavedScreenProps) {
  const { data } = useAsk(reviewId, 'saved-searches', {}, { given: { searches: given } });
  const searches = data?.searches ?? given;
  const [running, setRunning] = useState<readonly string[]>([]);
  async function run(ids: readonly string[]) {
    setRunning(ids);
    for (const id of ids) {
      const answer = await call(reviewId, 'run-search', { id });
      if (!answer.ok) toast.error(answer.message);
      else if (answer.problem) toast.error(answer.problem);
      setRunning((now) => now.filter((r) => r !== id));
    }
  }
  return (
    <main className="px-5 py-3">
      <SearchNav reviewId={reviewId} current="/saved" />
      <div className="mt-3 flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-title">Searches that are run again</h1>
        {searches.length > 1 && (
          <Button disabled={running.length > 0} onClick={() => void run(searches.map((s) => s.id))}>
            Run all now, before writing up
          </Button>
        )}
      </div>
      {searches.length === 0 && (
        <Empty title="No search is saved yet">
          <a className="text-navy underline" href={`/reviews/${reviewId}/search/lines`}>
            Pick a count among the lines, and save its search
          </a>
        </Empty>
      )}
      {searches.map((s) => {
        const database = databases.find((d) => d.id === s.databaseId);
        const [last] = s.runs;
        return (
          <section key={s.id} aria-label={s.name} className="mt-3 rounded-[6px] border border-rule bg-surface px-4 py-2 text-small">
            <div className="flex flex-wrap items-center gap-3">
              <h2 className="min-w-0 flex-1 text-lead">
                {database && <DatabaseTag tag={database.tag} name={database.name} />} {s.name}
              </h2>
              <Button disabled={running.includes(s.id)} onClick={() => void run([s.id])}>
                {running.includes(s.id) ? 'Running …' : 'Run now'}
              </Button>
              <Every reviewId={reviewId} id={s.id} days={s.everyDays} />
              <a className="text-navy underline-offset-2 hover:underline" href={`/api/reviews/${reviewId}/feed/${s.id}`}>
                Atom feed
              </a>
            </div>
            <p className="text-slate">
              {s.everyDays ? `Every ${many(s.everyDays, 'day')}, next on ${s.nextAt ? day(s.nextAt) : '—'}.` : 'By hand alone.'}{' '}
              <span className="font-mono text-note">{s.query.slice(0, 200)}</span>
            </p>
            {last?.problem && (
              <p role="alert" className="text-copper">
                The last run failed: {last.problem} It is tried again within the hour.
              </p>
            )}
            <ul>
              {s.runs.map((r) => (
                <li key={r.seq} className="border-rule border-t py-1">
                  {minute(r.at)}:{' '}
                  {r.problem ? (
                    <span className="text-copper">{r.problem}</span>
                  ) : (
                    <>
                      {count(r.total ?? 0)} found
                      {r.fresh.length + r.gone.length + r.changed.length === 0
                        ? r.seq === 1
                          ? ', the first run.'
                          : ', nothing new.'
                        : `; ${r.fresh.length} new, ${r.gone.length} gone, ${r.changed.length} changed.`}
                    </>
                  )}
                  <Titles words="New" records={r.fresh} />
                  <Titles words="Gone" records={r.gone} />
                  <Titles words="Changed" records={r.changed} />
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </main>
  );
}

function Titles({ words, records }: { words: string; records: { id: string; title: string }[] }) {
  if (records.length === 0) return null;
  return (
    <details>
      <summary className="min-h-6 text-navy">
        {words}: {count(records.length)}
      </summary>
      <ul className="pl-4">
        {records.slice(0, 200).map((r) => (
          <li key={r.id}>
            <span className="font-serif">{r.title || r.id}</span> <span className="text-slate">{r.id}</span>
          </li>
        ))}
      </ul>
    </details>
  );
}

function Every({ reviewId, id, days }: { reviewId: string; id: string; days: number }) {
  const [value, setValue] = useState(String(days));
  async function change(everyDays: number, removed: boolean) {
    const answer = await call(reviewId, 'change-search', { id, everyDays, removed });
    if (!answer.ok) return void toast.error(answer.message);
    if (removed) toast('It is run no more.', { action: { label: 'Undo', onClick: () => void change(everyDays, false) } });
  }
  return (
    <span className="flex items-end gap-2">
      <span className="w-[110px]">
        <TextField
          label="Every … days"
          hideLabel
          aria-label="Every … days; 0: by hand alone"
          inputMode="numeric"
          value={value}
          onChange={(e) => setValue(e.target.value.replace(/\D/g, ''))}
          onBlur={() => Number(value) !== days && void change(Math.min(365, Number(value)), false)}
        />
      </span>
      <Button look="quiet" onClick={() => void change(days, true)}>
        End it
      </Button>
    </span>
  );
}
