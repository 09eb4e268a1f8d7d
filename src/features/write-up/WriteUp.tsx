import type { WorkState } from '@/core/flow';
import type { Overview } from '@/server/overview';
import { FigureLink } from '@/ui/figure-link';
import { count, StateSquare } from '@/ui/marks';
import { ListWithSheet } from '../works/ListWithSheet';

const ROWS: [WorkState, string][] = [
  ['stopped', 'Stopped by the sieve'],
  ['held', 'Held: a limiter could not tell'],
  ['undecided', 'Through, not decided yet'],
  ['waiting', 'Through, waiting'],
  ['kept', 'Kept'],
  ['excluded', 'Excluded with a reason'],
  ['background', 'Background, outside the counts'],
];
const link = 'inline-flex min-h-8 items-center rounded-[4px] border border-ink bg-surface px-3 py-1 font-medium hover:bg-picked';

interface Reason {
  code: string;
  text: string;
  n: number;
}

interface WriteUpProps {
  reviewId: string;
  overview: Overview;
  reasons: Reason[];
  /** The state whose works are listed below, when one was picked. */
  shown: WorkState | null;
  /** The reason that the list below is narrowed to. */
  reason: Reason | null;
  numbers: number[];
}

/** The formats for other programs. */
const RECORD_EXPORTS = [
  ['ris', 'RIS'],
  ['nbib', 'MEDLINE tagged'],
  ['pubmed-xml', 'PubMed XML'],
  ['bibtex', 'BibTeX'],
  ['csl-json', 'CSL-JSON'],
  ['mods', 'MODS XML'],
] as const;

/** The counts that reconcile, reasons, and the exports. */
export function WriteUp({ reviewId, overview, reasons, shown, reason, numbers }: WriteUpProps) {
  const total = ROWS.reduce((n, [state]) => n + overview.states[state], 0);
  const interim = overview.states.held + overview.states.undecided + overview.states.waiting;
  return (
    <main className="max-w-[1080px] px-5 py-4">
      <h1 className="text-[22px]">What became of every work</h1>
      {interim > 0 && <p className="mb-3 text-copper">Interim: {count(interim)} works are held, undecided or waiting.</p>}
      <div className="grid grid-cols-[1fr_1fr] gap-8">
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
              <td className="text-right">−{count(overview.records - overview.works)}</td>
            </tr>
            <tr className="h-9 border-ink border-t-2">
              <th scope="row" className="text-left font-medium">
                Works
              </th>
              <td className="text-right font-bold">{count(overview.works)}</td>
            </tr>
            {ROWS.map(([state, label]) => (
              <tr key={state} className="h-9 border-rule border-t">
                <th scope="row" className="text-left font-normal">
                  <span className="mr-2 inline-block align-middle">
                    <StateSquare state={state} />
                  </span>
                  {label}
                </th>
                <td className="text-right">
                  <FigureLink n={overview.states[state]} href={`?state=${state}`} label={label} current={shown === state && !reason} />
                </td>
              </tr>
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
          <h2 className="text-[17px]">Excluded, by reason</h2>
          {reasons.length === 0 ? (
            <p className="text-slate">Nothing was excluded yet.</p>
          ) : (
            <table className="mt-1 w-full border-collapse">
              <tbody>
                {reasons.map((r) => (
                  <tr key={r.code} className="h-9 border-rule border-t">
                    <th scope="row" className="text-left font-normal">
                      Not met: {r.text} <span className="text-[12.5px] text-slate">{r.code}</span>
                    </th>
                    <td className="text-right">
                      <FigureLink
                        n={r.n}
                        href={`?state=excluded&reason=${encodeURIComponent(r.code)}`}
                        label={`Excluded, not met: ${r.text}`}
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
              <h2 className="mt-5 text-[17px]">Quotas</h2>
              <ul>
                {overview.quotas.map((q) => (
                  <li key={q.criterion}>
                    {q.criterion}: <b className={q.kept < q.atLeast ? 'font-semibold text-copper' : 'font-semibold'}>{q.kept}</b> of{' '}
                    {q.atLeast} kept
                  </li>
                ))}
              </ul>
            </>
          )}
          <h2 className="mt-5 mb-2 text-[17px]">Take it with you</h2>
          <div className="flex flex-wrap gap-2">
            <span className="w-full text-slate">Kept and excluded, as</span>
            <a className={link} href={`/api/reviews/${reviewId}/export/csv`} aria-label="Kept and excluded as CSV" download>
              CSV
            </a>
            {RECORD_EXPORTS.map(([code, label]) => (
              <a
                key={code}
                className={link}
                href={`/api/reviews/${reviewId}/export/${code}`}
                aria-label={`Kept and excluded as ${label}`}
                download
              >
                {label}
              </a>
            ))}
            <span className="mt-2 w-full text-slate">All works</span>
            <a className={link} href={`/api/reviews/${reviewId}/export/csv?states=all`} aria-label="All works as CSV" download>
              CSV
            </a>
          </div>
          <p className="mt-2 text-[13px] text-slate">
            CSV holds every axis with its possible values and the tier that settled it, the outcome, the decision, the reason and the
            grounds. The other formats hold the records, with the grounds in a note.
          </p>
        </div>
      </div>
      {shown && (
        <div className="mt-6">
          <ListWithSheet
            reviewId={reviewId}
            numbers={numbers}
            caption={`${reason ? `Excluded, not met: ${reason.text}` : ROWS.find(([state]) => state === shown)?.[1]}: ${count(numbers.length)}`}
          />
        </div>
      )}
    </main>
  );
}
