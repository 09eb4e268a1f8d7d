import { AXIS_LABELS } from '@/core/classify';
import type { MaskAxis, ValueCounts } from '@/core/sieve';
import type { AxisValue } from '@/core/vocabularies';
import { Explained } from '@/ui/explained';
import { DatabaseTag } from '@/ui/marks';
import { count } from '@/ui/words';

export interface AskedValue {
  bit: number;
  database: number;
  as: 'settled' | 'possible';
}

interface ValueTableProps {
  axis: MaskAxis;
  values: readonly AxisValue[];
  counts: ValueCounts;
  databases: readonly { tag: string; name: string }[];
  onAsk(asked: AskedValue): void;
}

/** The values of an axis: how many works have each, and how many more may. Databases overlap and are never added. */
export function ValueTable({ axis, values, counts, databases, onAsk }: ValueTableProps) {
  const most = Math.max(1, ...counts.whole.settled.map((n, i) => n + counts.whole.possible[i]!));
  const rows = values
    .map((v, bit) => ({ v, bit, settled: counts.whole.settled[bit]!, possible: counts.whole.possible[bit]! }))
    .filter((r) => r.settled + r.possible > 0)
    .sort((a, b) => b.settled - a.settled || b.possible - a.possible);
  if (rows.length === 0) return null;
  return (
    <table className="w-full border-collapse text-small">
      <caption className="pb-1 text-left font-semibold font-serif text-lead">{AXIS_LABELS[axis]}, value by value</caption>
      <thead>
        <tr className="h-7 text-left text-small text-slate">
          <th scope="col" className="w-[190px] font-medium">
            Value
          </th>
          <th scope="col" className="w-[70px] text-right font-medium">
            settled
          </th>
          <th scope="col" className="w-[86px] text-right font-medium">
            <Explained meaning="Works that may have this value or another: they count once for every value that is still possible.">
              possible
            </Explained>
          </th>
          <th scope="col" className="w-[150px] pl-3 font-medium">
            <span className="sr-only">Share</span>
          </th>
          {databases.map((d) => (
            <th key={d.tag} scope="col" className="text-right font-medium">
              <DatabaseTag tag={d.tag} name={d.name} />
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(({ v, bit, settled, possible }) => (
          <tr key={v.code} className="h-7 border-rule border-t">
            <th scope="row" className="text-left font-normal">
              <Explained meaning={v.meaning}>{v.label}</Explained>
            </th>
            <td className="text-right">
              <Figure
                n={settled}
                label={`${v.label}, settled: ${settled}`}
                onClick={() => onAsk({ bit, database: -1, as: 'settled' })}
                bold
              />
            </td>
            <td className="text-right">
              <Figure
                n={possible}
                label={`${v.label}, possible: ${possible}`}
                onClick={() => onAsk({ bit, database: -1, as: 'possible' })}
              />
            </td>
            <td className="pl-3">
              <span aria-hidden className="relative block h-2.5 bg-transparent">
                <span className="absolute inset-y-0 left-0 bg-navy" style={{ width: `${(100 * settled) / most}%` }} />
                {possible > 0 && (
                  <span
                    className="hatched absolute inset-y-0"
                    style={{
                      left: `calc(${(100 * settled) / most}% + 2px)`,
                      width: `${(100 * possible) / most}%`,
                      maxWidth: `${100 - (100 * settled) / most}%`,
                    }}
                  />
                )}
              </span>
            </td>
            {databases.map((d, i) => {
              const n = counts.databases[i]?.settled[bit] ?? 0;
              return (
                <td key={d.tag} className="text-right">
                  <Figure n={n} label={`${v.label} in ${d.name}: ${n}`} onClick={() => onAsk({ bit, database: i, as: 'settled' })} />
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Figure({ n, label, onClick, bold = false }: { n: number; label: string; onClick(): void; bold?: boolean }) {
  if (n === 0) return <span className="text-slate">0</span>;
  return (
    <button
      type="button"
      aria-label={label}
      onClick={onClick}
      className={`min-h-6 min-w-6 text-right underline-offset-2 hover:underline ${bold ? 'font-bold' : ''}`}
    >
      {count(n)}
    </button>
  );
}
