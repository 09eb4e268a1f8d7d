import { Pill } from '@/ui/marks';
import { count } from '@/ui/words';
import type { AgainLine, SampleWork } from '../queries/samples-view';
import { Coefficients } from './Coefficients';
import { SampleHeadLine } from './SampleHeadLine';

export function Check({ reviewId, check }: { reviewId: string; check: AgainLine }) {
  const { agreement: a, table, unsure, differences } = check;
  const head = 'py-1 font-medium text-note text-slate';
  return (
    <section aria-label={`Sample ${check.number}`} className="mt-5 border-ink border-t-2 pt-2">
      <SampleHeadLine reviewId={reviewId} head={check} version={null}>
        {count(check.drawn)} own decisions
      </SampleHeadLine>
      {a.observed === null ? (
        <p className="mt-1 text-slate">Nothing was judged again yet.</p>
      ) : (
        <div className="mt-1 grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[380px_1fr] gap-10">
          <table className="border-collapse self-start text-small">
            <caption className="sr-only">What was decided, and what was said the second time</caption>
            <thead>
              <tr className="border-ink border-b-[1.5px]">
                <th scope="col" className={`${head} text-left`}>
                  Decided
                </th>
                <th scope="col" className={`${head} text-right`}>
                  Again: keep
                </th>
                <th scope="col" className={`${head} text-right`}>
                  Again: exclude
                </th>
              </tr>
            </thead>
            <tbody>
              {(['Kept', 'Excluded'] as const).map((name, i) => (
                <tr key={name} className="border-rule border-b">
                  <th scope="row" className="py-1 text-left font-normal">
                    {name}
                  </th>
                  {table[i]!.map((n, j) => (
                    <td key={j === 0 ? 'keep' : 'exclude'} className={i === j ? 'text-right font-semibold' : 'text-right text-copper'}>
                      {count(n)}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          <dl className="grid grid-cols-[210px_1fr] gap-y-0.5 self-start">
            <dt className="text-slate">Said the same of</dt>
            <dd>
              {count(table[0]![0]! + table[1]![1]!)} of {count(a.n)} ({Math.round(a.observed * 100)} %)
              {unsure > 0 && `; of ${unsure} it could not be told the second time`}
            </dd>
            <Coefficients agreement={a} />
          </dl>
        </div>
      )}
      {differences.length > 0 && (
        <>
          <h3 className="mt-3 text-lead">Said differently, to be settled</h3>
          <ul>
            {differences.map((w) => (
              <Difference key={w.no} reviewId={reviewId} work={w} />
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function Difference({ reviewId, work: w }: { reviewId: string; work: SampleWork }) {
  const settled = w.state === 'gone' ? 'not in the review any more' : w.decidedSince ? `decided again: ${VERDICT[w.now]}` : '';
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_250px_150px] items-baseline gap-3 border-rule border-b py-1.5">
      <div className="min-w-0">
        <a
          dir="auto"
          className="font-serif leading-snug underline-offset-2 hover:underline"
          href={`/reviews/${reviewId}/decide?work=${w.no}`}
        >
          {w.title}
        </a>
        {w.note && <p className="text-small text-slate">“{w.note}”</p>}
      </div>
      <p className="text-small">
        then <b className="font-medium">{VERDICT[w.before]}</b>, again <b className="font-medium">{VERDICT[w.verdict]}</b>
      </p>
      <p>{settled ? <Pill>{settled}</Pill> : <Pill look="attention">to be settled</Pill>}</p>
    </li>
  );
}

export const VERDICT = { keep: 'keep', exclude: 'exclude', unsure: 'cannot tell', '': 'undecided' } as const;
