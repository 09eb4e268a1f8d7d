import { whole, Z95 } from './special';

/** What two judges, or one judge twice, said: table[i][j] is how often the first said i and the second said j. */
export type AgreementTable = readonly (readonly number[])[];

/** A coefficient with its interval, or in words why there is none. */
export type Coefficient = { value: number; low: number; high: number } | { words: string };

export interface Agreement {
  n: number;
  /** Share on which both said the same, in [0, 1]. */
  observed: number | null;
  kappa: Coefficient;
  /** Prevalence- and bias-adjusted kappa. */
  pabak: Coefficient;
  ac1: Coefficient;
}

/**
 * Agreement of two judges on the same works: the share agreed on, Cohen's kappa (95 % interval by its large-sample
 * standard error), PABAK, and Gwet's AC1 (interval by its standard error conditional on the works). With p the share
 * agreed on and q the number of values: kappa (p − e)/(1 − e), e = Σ rowᵢ columnᵢ; PABAK (qp − 1)/(q − 1);
 * AC1 (p − e)/(1 − e), e = Σ πᵢ(1 − πᵢ)/(q − 1), πᵢ the mean of rowᵢ and columnᵢ. All are in [−1, 1], without a unit.
 * @param table square, of whole numbers ≥ 0, at least two by two
 * @throws RangeError for another shape
 * @source Cohen J. Educ Psychol Meas 1960;20:37–46; Fleiss, Cohen & Everitt, Psychol Bull 1969;72:323–327 (standard
 *   error); Byrt et al., J Clin Epidemiol 1993;46:423–429; Gwet KL. Br J Math Stat Psychol 2008;61:29–48; from memory
 */
export function agreementOf(table: AgreementTable): Agreement {
  const q = table.length;
  if (q < 2 || table.some((row) => row.length !== q)) throw new RangeError('The table must be square, of two values at least.');
  for (const row of table) for (const cell of row) whole('cell', cell, 0);
  const n = table.flat().reduce((a, b) => a + b, 0);
  if (n === 0) {
    const none = { words: 'Nothing was judged twice yet.' };
    return { n, observed: null, kappa: none, pabak: none, ac1: none };
  }
  const p = table.map((row) => row.map((cell) => cell / n));
  const rows = p.map((row) => row.reduce((a, b) => a + b, 0));
  const columns = rows.map((_, j) => p.reduce((a, row) => a + row[j]!, 0));
  const observed = p.reduce((a, row, i) => a + row[i]!, 0);
  const chance = rows.reduce((a, r, i) => a + r * columns[i]!, 0);
  const pabak = (q * observed - 1) / (q - 1);
  const spread = (Z95 * Math.sqrt((observed * (1 - observed)) / n) * q) / (q - 1);
  return {
    n,
    observed,
    kappa:
      chance >= 1
        ? { words: 'Both said the same thing of every work, so nothing is left for chance to be told from: kappa has no value.' }
        : bounded((observed - chance) / (1 - chance), Z95 * kappaError(p, rows, columns, observed, chance, n)),
    pabak: bounded(pabak, spread),
    ac1: ac1Of(p, rows, columns, observed, n),
  };
}

const bounded = (value: number, half: number): Coefficient => ({ value, low: Math.max(-1, value - half), high: Math.min(1, value + half) });

function kappaError(
  p: readonly (readonly number[])[],
  rows: readonly number[],
  columns: readonly number[],
  observed: number,
  chance: number,
  n: number,
): number {
  const kappa = (observed - chance) / (1 - chance);
  let [a, b] = [0, 0];
  p.forEach((row, i) => {
    row.forEach((cell, j) => {
      if (i === j) a += cell * (1 - (rows[i]! + columns[i]!) * (1 - kappa)) ** 2;
      else b += cell * (columns[i]! + rows[j]!) ** 2;
    });
  });
  const c = (kappa - chance * (1 - kappa)) ** 2;
  return Math.sqrt(Math.max(0, a + (1 - kappa) ** 2 * b - c)) / ((1 - chance) * Math.sqrt(n));
}

function ac1Of(
  p: readonly (readonly number[])[],
  rows: readonly number[],
  columns: readonly number[],
  observed: number,
  n: number,
): Coefficient {
  const q = p.length;
  const pi = rows.map((r, i) => (r + columns[i]!) / 2);
  const chance = pi.reduce((a, x) => a + x * (1 - x), 0) / (q - 1);
  const value = (observed - chance) / (1 - chance);
  // Variance over the works: what each contributes to the agreement, less what its values contribute to chance.
  let sum = 0;
  p.forEach((row, i) => {
    row.forEach((cell, j) => {
      const agreed = i === j ? 1 : 0;
      const own = (agreed - chance) / (1 - chance);
      const common = ((1 - pi[i]!) / 2 + (1 - pi[j]!) / 2) / (q - 1);
      const star = own - (2 * (1 - value) * (common - chance)) / (1 - chance);
      sum += cell * (star - value) ** 2;
    });
  });
  return bounded(value, n > 1 ? Z95 * Math.sqrt((sum * n) / (n * (n - 1))) : 2);
}
