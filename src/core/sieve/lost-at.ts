import { lowest, type SieveRun } from './runner';

/**
 * Which of these works each limiter stops first.
 * @param rows their places in the columns
 * @returns one list a limiter of the sieve, of places in the columns
 */
export function lostAt({ sieve, stops }: Pick<SieveRun, 'sieve' | 'stops'>, rows: readonly number[]): number[][] {
  const lost: number[][] = sieve.map(() => []);
  for (const i of rows) if (stops[i] !== 0) lost[lowest(stops[i]!)]!.push(i);
  return lost;
}
