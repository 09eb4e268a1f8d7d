import type { DiffRun } from '@/core/merge';
import { cx } from '@/ui/cx';
import { DatabaseTag } from '@/ui/marks';
import type { PairSide, PairView } from '../queries/pair-view';

/** Two records field by field. Words that only one of them has are marked; the last column says what the field weighs. */
export function PairTable({ pair, reviewId }: { pair: PairView; reviewId: string }) {
  return (
    <table className="w-full table-fixed border-collapse text-left">
      <thead>
        <tr className="border-rule border-b align-bottom">
          <th scope="col" className="w-[112px] font-medium text-small text-slate">
            Field
          </th>
          {pair.sides.map((side) => (
            <th key={side.no} scope="col" className="pr-4 pb-1 font-medium">
              <Side side={side} reviewId={reviewId} />
            </th>
          ))}
          <th scope="col" className="w-[222px] font-medium text-small text-slate">
            What it says
          </th>
        </tr>
      </thead>
      <tbody>
        {pair.rows.map((row) => (
          <tr key={row.label} className="border-rule border-b align-top">
            <th scope="row" className="py-1.5 font-normal text-small text-slate">
              {row.label}
            </th>
            <Cell runs={row.a} label={row.label} />
            <Cell runs={row.b} label={row.label} />
            <td className="py-1.5 text-small leading-snug" title={row.why}>
              {row.said && (
                <>
                  <span className={cx('mr-1.5 inline-block w-[30px] text-right font-semibold', row.weight < 0 && 'text-copper')}>
                    {row.weight > 0 ? `+${row.weight}` : row.weight < 0 ? `−${-row.weight}` : '0'}
                  </span>
                  <span className={row.weight < 0 ? 'text-copper' : 'text-slate'}>{row.said}</span>
                </>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Side({ side, reviewId }: { side: PairSide; reviewId: string }) {
  return (
    <span className="flex items-center gap-2">
      <DatabaseTag tag={side.tag} name={side.database} />
      <a
        className="text-navy underline-offset-2 hover:underline"
        href={`/reviews/${reviewId}/records/${side.no}`}
        target="_blank"
        rel="noreferrer"
      >
        Record {side.no}
      </a>
      <span className="text-small text-slate">
        of {side.database}
        {side.records > 1 && `, in a work of ${side.records}`}
      </span>
    </span>
  );
}

function Cell({ runs, label }: { runs: readonly DiffRun[]; label: string }) {
  const serif = label === 'Title' || label === 'Abstract';
  return (
    <td dir="auto" className={cx('break-words py-1.5 pr-4', serif && 'font-serif', label === 'Title' && 'text-lead')}>
      {runs.length === 0 && <span className="text-slate">—</span>}
      {runs.map((run, i) =>
        run.same ? (
          // biome-ignore lint/suspicious/noArrayIndexKey: runs have no names, and never change places
          <span key={i}>{run.text}</span>
        ) : (
          // biome-ignore lint/suspicious/noArrayIndexKey: as above
          <mark key={i} className="rounded-[2px] border-copper border-b-2 bg-copper-soft text-ink">
            {run.text}
          </mark>
        ),
      )}
    </td>
  );
}
