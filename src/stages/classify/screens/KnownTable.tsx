import { AXIS_LABELS } from '@/core/classify';
import { type CensusAxis, type CensusCounts, KNOWN_AS, type KnownAs } from '@/core/sieve';
import { cx } from '@/ui/cx';
import { Explained } from '@/ui/explained';
import { DatabaseTag } from '@/ui/marks';
import { count } from '@/ui/words';

const MEANING: Record<KnownAs, string> = {
  settled: 'One value, by what somebody states.',
  inferred: 'One value, but only by what is inferred from the text.',
  narrowed: 'Several values are still possible.',
  conflicting: 'Equally strong claims contradict each other.',
  unknown: 'Nothing is said about it.',
};
const LABEL: Record<KnownAs, string> = {
  settled: 'settled',
  inferred: 'inferred',
  narrowed: 'several possible',
  conflicting: 'conflicting',
  unknown: 'unknown',
};
/** Axes of this screen, in the order in which they follow from each other. */
export const AXES: CensusAxis[] = ['sourceType', 'publicationType', 'peerReview', 'design', 'level', 'date'];

export interface Asked {
  axis: CensusAxis;
  as: readonly KnownAs[];
  database: number;
}

interface KnownTableProps {
  tables: Partial<Record<CensusAxis, { whole: CensusCounts; databases: CensusCounts[] }>>;
  databases: readonly { tag: string; name: string }[];
  axis: CensusAxis;
  asked: Asked | null;
  onAxis(axis: CensusAxis): void;
  onAsk(asked: Asked): void;
}

/** For each axis, how many works are known, and how: as a whole, and per database what is left open. */
export function KnownTable({ tables, databases, axis, asked, onAxis, onAsk }: KnownTableProps) {
  const isAsked = (a: CensusAxis, as: readonly KnownAs[], database: number) =>
    asked?.axis === a && asked.database === database && asked.as.join() === as.join();
  const figure = (a: CensusAxis, as: readonly KnownAs[], database: number, n: number, label: string, look = '') => (
    <button
      type="button"
      aria-label={label}
      aria-pressed={isAsked(a, as, database)}
      disabled={n === 0}
      onClick={() => onAsk({ axis: a, as, database })}
      className={cx(
        'min-h-6 min-w-7 text-right underline-offset-2 enabled:hover:underline disabled:text-slate',
        look,
        isAsked(a, as, database) && 'underline',
      )}
    >
      {count(n)}
    </button>
  );
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full border-collapse">
        <thead>
          <tr className="h-7 text-left text-small text-slate">
            <th scope="col" className="w-[150px] font-medium">
              Axis
            </th>
            {KNOWN_AS.map((k) => (
              <th key={k} scope="col" className="w-[84px] pl-3 text-right font-medium">
                <Explained className="text-right" meaning={MEANING[k]}>
                  {LABEL[k]}
                </Explained>
              </th>
            ))}
            {databases.map((d) => (
              <th key={d.tag} scope="col" className="whitespace-nowrap pl-3 text-right font-medium">
                <Explained meaning={`Works of ${d.name} of which this axis is not settled: several possible, conflicting or unknown.`}>
                  <DatabaseTag tag={d.tag} name={d.name} /> <span className="sr-only">{d.name}: </span>open
                </Explained>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {AXES.map((a) => (
            <tr key={a} className={cx('h-9 border-rule border-t', a === axis && 'bg-picked')}>
              <th scope="row" className="text-left font-medium">
                <button
                  type="button"
                  aria-pressed={a === axis}
                  className="min-h-6 underline-offset-2 hover:underline"
                  onClick={() => onAxis(a)}
                >
                  {a === axis ? '▸ ' : ''}
                  {AXIS_LABELS[a]}
                </button>
              </th>
              {KNOWN_AS.map((k) => {
                const n = tables[a]?.whole[k] ?? 0;
                const look = k === 'conflicting' && n > 0 ? 'font-bold text-copper' : k === 'settled' ? 'font-bold' : '';
                return (
                  <td key={k} className="text-right">
                    {figure(a, [k], -1, n, `${AXIS_LABELS[a]}: ${n} ${LABEL[k]}`, look)}
                  </td>
                );
              })}
              {databases.map((d, i) => {
                const c = tables[a]?.databases[i];
                const open = c ? c.narrowed + c.conflicting + c.unknown : 0;
                return (
                  <td key={d.tag} className="whitespace-nowrap pl-3 text-right">
                    {c && figure(a, OPEN, i, open, `${AXIS_LABELS[a]} open in ${d.name}: ${open}`)}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
const OPEN: readonly KnownAs[] = ['narrowed', 'conflicting', 'unknown'];
