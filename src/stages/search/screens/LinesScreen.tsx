'use client';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { useAsk } from '@/client/useAsk';
import { Button } from '@/ui/button';
import { Empty } from '@/ui/empty';
import { DatabaseTag, Pill } from '@/ui/marks';
import { count, minute } from '@/ui/words';
import type { DeskView } from '../queries/desk-view';
import { PickedLine } from './PickedLine';
import { SearchNav } from './SearchNav';

type Database = DeskView['databases'][number];
type Line = NonNullable<Database['run']>['lines'][number];

/** Lines by databases: each part, all together, then the limiters that each database can set, one after another. */
export function LinesScreen({ reviewId, view }: { reviewId: string; view: DeskView }) {
  const { data } = useAsk(reviewId, 'search-desk', {}, { given: { desk: view } });
  const desk = data?.desk ?? view;
  const open = desk.databases.filter((d) => d.door);
  const [running, setRunning] = useState<readonly string[]>([]);
  const [picked, setPicked] = useState<{ database: string; key: string } | null>(null);
  const keys = [...new Map(open.flatMap((d) => d.lines.map((l) => [l.key, l] as const))).values()];
  async function run(databases: readonly Database[]) {
    setRunning(databases.map((d) => d.id));
    await Promise.all(
      databases.map(async (d) => {
        const answer = await call(reviewId, 'run-lines', { databaseId: d.id });
        if (!answer.ok) toast.error(`${d.name}: ${answer.message}`);
        setRunning((now) => now.filter((id) => id !== d.id));
      }),
    );
  }
  const at = picked && open.find((d) => d.id === picked.database);
  return (
    <main className="px-5 py-3">
      <SearchNav reviewId={reviewId} current="/lines" />
      <div className="mt-3 flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-title">What each line finds, and what each limiter removes there</h1>
        {open.length > 0 && (
          <Button look="solid" disabled={running.length > 0} onClick={() => void run(open)}>
            {running.length ? `Counting at ${running.length} …` : `Count at all ${open.length}`}
          </Button>
        )}
      </div>
      {open.length === 0 || keys.length <= 1 ? (
        <Empty title={open.length === 0 ? 'No database has an open way in yet' : 'The sheet is empty'}>
          <a className="text-navy underline" href={`/reviews/${reviewId}/search${open.length === 0 ? '/doors' : ''}`}>
            {open.length === 0 ? 'Add the address of a server' : 'Write the question on the sheet'}
          </a>
        </Empty>
      ) : (
        <div className="mt-2 grid grid-cols-[minmax(0,1fr)_352px] gap-5 max-[1000px]:grid-cols-1">
          <div className="min-w-0 overflow-x-auto">
            <table className="w-full border-collapse text-small tabular-nums">
              <caption className="sr-only">Lines of the search by databases</caption>
              <thead>
                <tr className="border-rule border-b text-left align-bottom">
                  <th scope="col" className="py-1 pr-3 font-normal text-slate">
                    Line
                  </th>
                  {open.map((d) => (
                    <th key={d.id} scope="col" className="px-2 py-1 font-normal">
                      <DatabaseTag tag={d.tag} name={d.name} /> {d.name}
                      <span className="block text-note text-slate">
                        {running.includes(d.id)
                          ? 'counting …'
                          : d.run
                            ? `${minute(d.run.at)}, ${(d.run.ms / 1000).toFixed(1)} s`
                            : 'not counted yet'}
                        {d.door?.ownQuery && ' · by hand'}
                      </span>
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {keys.map((line, i) => (
                  <tr
                    key={line.key}
                    className={`border-rule border-b align-top ${line.kind === 'question' ? 'border-t border-t-ink font-medium' : ''}`}
                  >
                    <th scope="row" className="max-w-[220px] py-1 pr-3 text-left font-normal">
                      <span className="text-slate">{i + 1}</span> {line.label}
                    </th>
                    {open.map((d) => (
                      <Cell
                        key={d.id}
                        database={d}
                        line={d.run?.lines.find((l) => l.key === line.key)}
                        now={d.lines.find((l) => l.key === line.key)}
                        picked={picked?.database === d.id && picked.key === line.key}
                        onPick={() => setPicked({ database: d.id, key: line.key })}
                      />
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
            <Advice databases={open} sheet={desk.sheet} />
          </div>
          <aside
            aria-label="The picked line"
            className="sticky top-3 max-h-[calc(100vh-24px)] min-w-0 self-start overflow-y-auto max-[1000px]:static max-[1000px]:max-h-none"
          >
            {at && picked ? (
              <PickedLine
                key={`${at.id}${picked.key}`}
                reviewId={reviewId}
                database={at}
                lineKey={picked.key}
                onRun={() => void run([at])}
              />
            ) : (
              <p className="rounded-[6px] border border-rule bg-surface px-3 py-2 text-slate text-small">
                Pick a count: its query, what was noticed, and what can be done with it stand here.
              </p>
            )}
          </aside>
        </div>
      )}
    </main>
  );
}

interface CellProps {
  database: Database;
  line: Line | undefined;
  /** The line as it is now, which may be another than was counted. */
  now: Database['lines'][number] | undefined;
  picked: boolean;
  onPick(): void;
}

function Cell({ database, line, now, picked, onPick }: CellProps) {
  if (!now) return <td className="px-2 py-1" />;
  if (now.left) return <td className="px-2 py-1 text-note text-slate">done here</td>;
  const stale = line && line.query !== now.query;
  const name = `${database.name}, ${now.label}`;
  const lost = line?.findings.find((f) => f.code === 'limiter-lost' || f.code === 'suggestion-loses');
  return (
    <td className={`px-2 py-1 font-normal ${picked ? 'bg-picked' : ''}`}>
      <button
        type="button"
        aria-label={`${name}: ${line?.total == null ? 'not counted' : count(line.total)}`}
        aria-pressed={picked}
        onClick={onPick}
        className="min-h-6 text-left underline-offset-2 hover:underline"
      >
        {!line ? (
          '—'
        ) : line.total === null ? (
          <span className="text-copper">no answer</span>
        ) : (
          <b className="font-semibold">{count(line.total)}</b>
        )}
      </button>
      {line && line.removed !== null && line.set && <span className="text-slate"> −{count(line.removed)}</span>}
      {line?.set && line.total !== null && (
        <span className="block text-note text-slate">{lost?.code === 'limiter-lost' ? '' : 'active'}</span>
      )}
      {stale && <span className="block text-copper text-note">changed since: count again</span>}
      {now.notAsked.length > 0 && <span className="block text-copper text-note">{now.notAsked.length} not asked as meant</span>}
      {line?.findings.map((f) => (
        <span key={f.code} className="mt-0.5 block">
          <Pill look="attention" title={f.words}>
            {FINDING_WORDS[f.code]}
            {f.n !== null && ` ${count(f.n)}`}
          </Pill>
        </span>
      ))}
    </td>
  );
}

/** What was noticed, in two words. */
export const FINDING_WORDS: Readonly<Record<Line['findings'][number]['code'], string>> = {
  'not-all-counted': 'counted apart',
  'another-query': 'another query ran',
  'limiter-lost': 'limiter lost',
  'lacks-field': 'dropped: no field',
  'years-otherwise': 'own years',
  inexact: 'an estimate',
  'nothing-removed': 'removes nothing',
  'more-than-before': 'more than before',
  'suggestion-loses': 'suggestion drops it',
  'cut-off': 'not given',
  slow: 'slow',
};

function Advice({ databases, sheet }: { databases: readonly Database[]; sheet: DeskView['sheet'] }) {
  const given = databases.flatMap((d) => (d.run && d.run.advice.length > 0 ? [{ d, run: d.run }] : []));
  if (given.length === 0) return null;
  return (
    <section aria-label="Too few, too many" className="mt-4">
      <h2 className="text-lead">Too few, too many</h2>
      {given.map(({ d, run }) => {
        const found = run.lines.findLast((l) => l.total !== null && l.kind !== 'block')?.total ?? 0;
        return (
          <div key={d.id} className="mt-1 text-small">
            <DatabaseTag tag={d.tag} name={d.name} /> {count(found)}{' '}
            {found < sheet.few ? `are fewer than ${count(sheet.few)}` : `are more than ${count(sheet.many)}`}:
            <ul className="list-disc pl-8">
              {run.advice.map((a) => (
                <li key={a.words}>
                  {a.words}
                  {a.gives !== null && (
                    <>
                      : <b className="font-semibold">{count(a.gives)}</b>
                    </>
                  )}
                </li>
              ))}
            </ul>
          </div>
        );
      })}
    </section>
  );
}
