import Link from 'next/link';
import { STAGE_WORDS } from '@/core/flow';
import { Empty } from '@/ui/empty';
import { count, many } from '@/ui/words';
import type { PairLine, ReadingLine } from '../queries/two-readers-view';
import { ChecksNav } from './ChecksNav';
import { Coefficients, coefficient } from './Coefficients';

const percent = (share: number | null): string => (share === null ? '' : `${Math.round(share * 100)} %`);
const SAID = { keep: 'keeps', exclude: 'excludes', background: 'background' } as const;

/** How well those agree who judged the same works without seeing each other. */
export function ReadersScreen({ reviewId, stages }: { reviewId: string; stages: readonly ReadingLine[] }) {
  return (
    <main className="px-5 py-3">
      <ChecksNav reviewId={reviewId} current="/readers" />
      <h1 className="mt-3 text-title">Two reviewers</h1>
      <p className="max-w-[90ch] text-slate">
        What two said of the same works before either saw the other. Kappa says how much better they agree than chance would; where nearly
        all works are excluded it is low however well they agree, and PABAK and AC1 say more.
      </p>
      {stages.every((s) => s.pairs.length === 0) && (
        <div className="mt-4">
          <Empty title="Nothing was judged by two yet">
            Who judges is said under People; what two differ on is settled under Decide, Differences.
          </Empty>
        </div>
      )}
      {stages.map((s) => (
        <section key={s.stage} aria-label={`On ${STAGE_WORDS[s.stage]}`} className="mt-5 border-ink border-t-2 pt-2">
          <h2 className="text-head">On {STAGE_WORDS[s.stage]}</h2>
          <p>
            {many(s.both, 'work was', 'works were')} judged by both, of {count(s.works)}. They agree on{' '}
            <b className="font-semibold">{count(s.agreed)}</b>;{' '}
            <Link prefetch={false} className="text-navy underline underline-offset-2" href={`/reviews/${reviewId}/decide/differences`}>
              {many(s.open, 'difference waits', 'differences wait')} to be settled
            </Link>
            .
          </p>
          {s.pairs.map((pair) => (
            <Pair key={pair.names.join()} pair={pair} />
          ))}
          {s.overTime.length > 1 && (
            <table className="mt-3 text-left text-small">
              <caption className="text-left text-slate">In the course of time, kept or not</caption>
              <thead>
                <tr className="text-slate">
                  <th scope="col" className="pr-6 font-medium">
                    Works, in the order in which both had judged them
                  </th>
                  <th scope="col" className="pr-6 font-medium">
                    The same of
                  </th>
                  <th scope="col" className="font-medium">
                    Kappa
                  </th>
                </tr>
              </thead>
              <tbody>
                {s.overTime.map((t) => (
                  <tr key={t.from} className="border-rule border-t">
                    <th scope="row" className="pr-6 font-normal">
                      {count(t.from)} to {count(t.to)}
                    </th>
                    <td className="pr-6">{percent(t.agreement.observed)}</td>
                    <td>{coefficient(t.agreement.kappa)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </section>
      ))}
    </main>
  );
}

function Pair({ pair: { names, verdicts, table, agreement, otherReasons } }: { pair: PairLine }) {
  return (
    <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-10 lg:grid-cols-[460px_1fr]">
      <table className="self-start text-small">
        <caption className="text-left font-medium">
          {names[0]} and {names[1]}
        </caption>
        <thead>
          <tr className="border-ink border-b-[1.5px] text-slate">
            <td />
            {verdicts.map((v) => (
              <th key={v} scope="col" className="py-1 text-right font-medium">
                {names[1]} {SAID[v]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {verdicts.map((v, i) => (
            <tr key={v} className="border-rule border-b">
              <th scope="row" className="py-1 text-left font-normal">
                {names[0]} {SAID[v]}
              </th>
              {table[i]!.map((n, j) => (
                <td key={verdicts[j]} className={i === j ? 'text-right font-semibold' : 'text-right text-copper'}>
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
          {percent(agreement.observed)} of {count(agreement.n)}
          {otherReasons > 0 && `; ${many(otherReasons, 'work', 'works')} excluded for other reasons`}
        </dd>
        <Coefficients agreement={agreement} />
      </dl>
    </div>
  );
}
