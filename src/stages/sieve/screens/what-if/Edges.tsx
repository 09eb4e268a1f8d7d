'use client';
import { dayToIso } from '@/core/record';
import { DATE_LABELS, type Limiter } from '@/core/sieve';
import { Figure } from '@/stages/works/screens';
import { count } from '@/ui/words';

import type { SieveInHand } from '../useSieve';
import { useAsked } from './useAsked';

const COUNTS = { 'to-the-day': 'to the day', 'calendar-years': 'by calendar year' } as const;

interface EdgesProps {
  inHand: SieveInHand;
  index: number;
  /** Numbers of the works that are kept. */
  kept: readonly number[];
  onList(numbers: number[], caption: string): void;
}

/** What another way of counting years, or another date, would gain or lose; and which kept works leave the window soon. */
export function Edges({ inHand, index, kept, onList }: EdgesProps) {
  const limiter = inHand.draft.sieve[index]!;
  const ways = useAsked(inHand, (engine) => engine.otherWays(index), [index]);
  const leaving = useAsked(inHand, (engine) => engine.leaving(index, 365, kept as number[]), [index, kept.length]);
  const test = limiter.test as Extract<Limiter['test'], { kind: 'recency' }>;
  if (test.window.count === 'fixed') return null;
  return (
    <section aria-label={`Dates at the edge of ${limiter.name}`}>
      <h2 className="text-lead">{limiter.name}: dates at the edge</h2>
      <table className="mt-1 w-full">
        <thead>
          <tr className="text-left text-small text-slate">
            <th className="font-medium">Counted otherwise</th>
            <th className="w-[80px] text-right font-medium">Through</th>
            <th className="w-[80px] text-right font-medium">Gained</th>
            <th className="w-[80px] text-right font-medium">Lost</th>
          </tr>
        </thead>
        <tbody>
          {(ways ?? []).map((way) => {
            const words = `${DATE_LABELS[way.date]}, ${COUNTS[way.count]}`;
            return (
              <tr key={words} className="border-rule border-t">
                <th scope="row" className="py-0.5 text-left font-normal">
                  {words}
                </th>
                <td className="text-right font-semibold">{count(way.through)}</td>
                {(['gained', 'lost'] as const).map((what) => (
                  <td key={what} className="text-right">
                    <Figure
                      n={way[what].length}
                      before={what === 'gained' ? '+' : '−'}
                      label={`${count(way[what].length)} ${what} by ${words}`}
                      active={false}
                      onClick={() => onList(way[what], `${what === 'gained' ? 'Gained' : 'Lost'} if counted by ${words}`)}
                      className=""
                    />
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
      <h3 className="mt-3 font-semibold text-body">Kept works that leave the window within a year</h3>
      {leaving?.length ? (
        <ul className="mt-1">
          {byMonth(leaving).map(([month, works]) => (
            <li key={month} className="flex gap-3 border-rule border-t py-0.5">
              <span className="w-20">{month}</span>
              <Figure
                n={works.length}
                label={`${count(works.length)} leave in ${month}`}
                active={false}
                onClick={() => onList(works, `Kept, and out of the window from ${month}`)}
                className="font-semibold"
              />
            </li>
          ))}
        </ul>
      ) : (
        <p className="text-slate">{kept.length === 0 ? 'Nothing is kept yet.' : 'None does.'}</p>
      )}
    </section>
  );
}

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
function byMonth(leaving: readonly { work: number; day: number }[]): [string, number[]][] {
  const months = new Map<string, number[]>();
  for (const { work, day } of leaving) {
    const [year, month] = dayToIso(day).split('-');
    const name = `${MONTHS[Number(month) - 1]} ${year}`;
    months.set(name, [...(months.get(name) ?? []), work]);
  }
  return [...months];
}
