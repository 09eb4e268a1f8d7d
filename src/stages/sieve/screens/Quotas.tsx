'use client';
import { Figure } from '@/stages/works/screens';
import { count } from '@/ui/words';

import type { SieveInHand, SieveProps } from './useSieve';
import { useAsked } from './what-if/useAsked';

interface QuotasProps {
  inHand: SieveInHand;
  quotas: SieveProps['quotas'];
  onList(numbers: number[], caption: string): void;
}

/** Criteria that ask for a number of works, with what is through now and, when some are missing, which come nearest. */
export function Quotas({ inHand, quotas, onList }: QuotasProps) {
  const found = useAsked(inHand, (engine) => Promise.all(quotas.map((q) => engine.quota(q.quota))), [quotas.length]);
  if (quotas.length === 0 || !found) return null;
  return (
    <section aria-label="What the criteria ask for" className="mt-5">
      <h2 className="mb-1 text-lead">What the criteria ask for</h2>
      <ul>
        {quotas.map((q, i) => {
          const { through, possible, nearest } = found[i] ?? { through: 0, possible: 0, nearest: [] };
          const short = q.quota.atLeast - through;
          return (
            <li key={q.id} className="border-rule border-t py-1">
              {q.text}
              <span className="block text-small text-slate">
                at least {count(q.quota.atLeast)} ·{' '}
                {short <= 0 ? (
                  `${count(through)} through`
                ) : (
                  <b className="font-semibold text-copper">
                    {count(through)} through, {count(short)} short
                  </b>
                )}
                {possible > 0 && `, ${count(possible)} more may be`}
                {short > 0 && nearest.length > 0 && (
                  <>
                    {': '}
                    <Figure
                      n={Math.min(nearest.length, Math.max(3, short))}
                      before="the nearest "
                      label={`The works that come nearest to: ${q.text}`}
                      active={false}
                      onClick={() => onList(nearest.slice(0, Math.max(3, short)), `Nearest to “${q.text}”`)}
                      className="text-navy"
                    />
                  </>
                )}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
