import { Fragment } from 'react';
import { type Place, type Progress, reasonWords, type WorkState } from '@/core/flow';
import { ListWithSheet, type QuotaLine, QuotaList } from '@/stages/works/screens';
import { FigureLink } from '@/ui/figure-link';
import { StateSquare } from '@/ui/marks';
import { count, plural } from '@/ui/words';
import { WriteUpNav } from './WriteUpNav';

const ROWS: [WorkState, string][] = [
  ['stopped', 'Stopped by the sieve'],
  ['held', 'Held: a limiter could not tell'],
  ['undecided', 'Through, not decided yet'],
  ['waiting', 'Through, waiting'],
  ['kept', 'Kept so far'],
  ['excluded', 'Excluded with a reason'],
  ['background', 'Background, outside the counts'],
];

interface Reason {
  code: string;
  text: string;
  n: number;
}

interface WriteUpProps {
  reviewId: string;
  overview: {
    records: number;
    works: number;
    states: Record<WorkState, number>;
    progress: Progress;
    quotas: QuotaLine[];
  };
  reasons: Reason[];
  /** The state whose works are listed below, when one was picked. */
  shown: WorkState | null;
  /** Of the kept, those at one place. */
  place: Place | null;
  twoStages: boolean;
  /** The reason that the list below is narrowed to. */
  reason: Reason | null;
  numbers: number[];
}

/** The counts that reconcile, and the reasons. */
export function WriteUp({ reviewId, overview, reasons, shown, place, twoStages, reason, numbers }: WriteUpProps) {
  const total = ROWS.reduce((n, [state]) => n + overview.states[state], 0);
  const { due, included, keptSoFar } = overview.progress;
  const ofKept: [Place, string, number][] = twoStages
    ? [
        ['included', 'included: kept by the full text', included],
        ['full-text-due', 'full text still to be read', keptSoFar - included],
      ]
    : [];
  return (
    <main className="px-5 py-3">
      <WriteUpNav reviewId={reviewId} current="" />
      <h1 className="mt-3 text-title">What became of every work</h1>
      {due > 0 && (
        <p className="mb-3 text-copper">
          Interim: {count(due)} {plural(due, 'work is', 'works are')} still due{dueWords(overview.states, due)}.
        </p>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[1fr_1fr] gap-8">
        <table className="w-full border-collapse self-start">
          <caption className="sr-only">Counts</caption>
          <tbody>
            <tr className="h-9 border-rule border-t">
              <th scope="row" className="text-left font-medium">
                Records retrieved
              </th>
              <td className="text-right font-bold">{count(overview.records)}</td>
            </tr>
            <tr className="h-9 border-rule border-t">
              <th scope="row" className="text-left font-medium">
                Merged away
              </th>
              <td className="text-right">{less(overview.records - overview.works)}</td>
            </tr>
            <tr className="h-9 border-ink border-t-2">
              <th scope="row" className="text-left font-medium">
                Works
              </th>
              <td className="text-right font-bold">{count(overview.works)}</td>
            </tr>
            {ROWS.map(([state, label]) => (
              <Fragment key={state}>
                <tr className="h-9 border-rule border-t">
                  <th scope="row" className="text-left font-normal">
                    <span className="mr-2 inline-block align-middle">
                      <StateSquare state={state} />
                    </span>
                    {label}
                  </th>
                  <td className="text-right">
                    <FigureLink
                      n={overview.states[state]}
                      href={`?state=${state}`}
                      label={label}
                      current={shown === state && !reason && !place}
                    />
                  </td>
                </tr>
                {state === 'kept' &&
                  ofKept.map(([at, words, n]) => (
                    <tr key={at} className="h-7">
                      <th scope="row" className="pl-8 text-left font-normal text-small text-slate">
                        of these: {words}
                      </th>
                      <td className="text-right text-small">
                        <FigureLink n={n} href={`?state=kept&place=${at}`} label={`Kept: ${words}`} current={place === at} />
                      </td>
                    </tr>
                  ))}
              </Fragment>
            ))}
            <tr className="h-9 border-ink border-t-2">
              <th scope="row" className="text-left font-medium">
                Together {total === overview.works ? '(as many as there are works)' : '(NOT as many as there are works)'}
              </th>
              <td className="text-right font-bold">{count(total)}</td>
            </tr>
          </tbody>
        </table>
        <div>
          <h2 className="text-lead">Excluded, by reason</h2>
          {reasons.length === 0 ? (
            <p className="text-slate">Nothing was excluded yet.</p>
          ) : (
            <table className="mt-1 w-full border-collapse">
              <tbody>
                {reasons.map((r) => (
                  <tr key={r.code} className="h-9 border-rule border-t">
                    <th scope="row" className="text-left font-normal">
                      {reasonWords(r.code, r.text)} <span className="text-note text-slate">{r.code}</span>
                    </th>
                    <td className="text-right">
                      <FigureLink
                        n={r.n}
                        href={`?state=excluded&reason=${encodeURIComponent(r.code)}`}
                        label={`Excluded: ${reasonWords(r.code, r.text)}`}
                        current={reason?.code === r.code}
                      />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {overview.quotas.length > 0 && (
            <>
              <h2 className="mt-5 text-lead">Minimum numbers</h2>
              <QuotaList quotas={overview.quotas} />
            </>
          )}
        </div>
      </div>
      {shown && (
        <div className="mt-6">
          <ListWithSheet
            reviewId={reviewId}
            numbers={numbers}
            caption={`${reason ? `Excluded: ${reasonWords(reason.code, reason.text)}` : ROWS.find(([state]) => state === shown)?.[1]}: ${count(numbers.length)}`}
          />
        </div>
      )}
    </main>
  );
}

/** What is taken off: none of it has no sign. */
const less = (n: number): string => (n > 0 ? `−${count(n)}` : '0');

/** What is still due, by where it stands. */
function dueWords(states: Record<string, number>, due: number): string {
  const parts = (['held', 'undecided', 'waiting'] as const).flatMap((s) => (states[s] ? `${count(states[s]!)} ${s}` : []));
  const unread = due - (['held', 'undecided', 'waiting'] as const).reduce((n, s) => n + (states[s] ?? 0), 0);
  if (unread > 0) parts.push(`${count(unread)} to be read in full`);
  return parts.length ? `: ${parts.join(', ')}` : '';
}
