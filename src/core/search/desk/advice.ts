import type { DeskLine } from './lines';

/** What would bring a search that finds too few or too many nearer to what can be read. */
export interface Advice {
  want: 'more' | 'fewer';
  words: string;
  /** What the search would find then; null where it was not counted. */
  gives: number | null;
}

/** What one part removes or adds, counted: the search without it. */
export interface Without {
  /** Name of the block, or of the limiter. */
  name: string;
  kind: 'block' | 'limiter';
  total: number;
}

/**
 * What to loosen when too few are found, and what to tighten when too many are: first what changes the count most for
 * the least loss of the question. Limiters go before parts of the question, and the one that brings nearest to the bound
 * comes first.
 * @param found how many the last line finds
 * @param without the search without each of its limiters and parts, as counted
 */
export function adviceFor(found: number, few: number, manyAre: number, lines: readonly DeskLine[], without: readonly Without[]): Advice[] {
  if (found >= few && found <= manyAre) return [];
  if (found < few)
    return without
      .filter((w) => w.total > found)
      .sort((a, b) => rank(a) - rank(b) || nearer(a.total, few) - nearer(b.total, few))
      .slice(0, 3)
      .map((w) => ({
        want: 'more',
        words: w.kind === 'limiter' ? `Leave “${w.name}” unset there, and let the sieve do it` : `Add words to “${w.name}”: without it`,
        gives: w.total,
      }));
  const unset = lines.filter((l) => l.kind === 'limiter' && l.left);
  return [
    ...without
      .filter((w) => w.kind === 'block' && w.total > found * 1.05)
      .sort((a, b) => a.total - b.total)
      .slice(0, 2)
      .map(
        (w): Advice => ({
          want: 'fewer',
          words: `Take the widest words out of “${w.name}”, which cuts least: without it all`,
          gives: w.total,
        }),
      ),
    ...(unset.length
      ? [
          {
            want: 'fewer' as const,
            words: `Here the sieve takes out what ${unset.map((l) => `“${l.label}”`).join(', ')} cannot there: many need not be read`,
            gives: null,
          },
        ]
      : []),
  ];
}
const rank = (w: Without) => (w.kind === 'limiter' ? 0 : 1);
const nearer = (total: number, bound: number) => Math.abs(total - bound);
