import type { Fill, FunnelRow } from '@/core/sieve';
import { Figure } from '@/stages/works/screens';
import { count } from '@/ui/words';

import type { Asked } from './asked';

/** What a limiter costs, by itself and among the others; each number opens its works. */
export function Costs({ row, asked, onAsk }: { row: FunnelRow; asked: Asked | null; onAsk(fill: Fill): void }) {
  const { through, heldNow, held } = row.without;
  const lines: { words: string; n: number; fill: Fill; before?: string }[] = [
    { words: 'Without it, through', n: through, fill: 'back-through', before: '+' },
    ...(heldNow ? [{ words: 'of these held now', n: heldNow, fill: 'held-alone' as const }] : []),
    { words: 'Without it, held instead of stopped', n: held, fill: 'back-held', before: '+' },
    { words: 'It alone would stop', n: row.alone, fill: 'alone' },
  ];
  return (
    <>
      <h2 className="mt-5 mb-1 text-lead">What it costs</h2>
      <dl className="grid grid-cols-[1fr_auto] items-baseline gap-y-1">
        {lines.map(({ words, n, fill, before }) => (
          <div key={fill} className="contents">
            <dt>{words}</dt>
            <dd className="text-right">
              <Figure
                n={n}
                before={before}
                label={`${words}: ${count(n)}`}
                active={asked?.fill === fill}
                onClick={() => onAsk(fill)}
                className="font-semibold"
              />
            </dd>
          </div>
        ))}
      </dl>
    </>
  );
}
