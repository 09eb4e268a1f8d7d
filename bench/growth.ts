import { row, seconds } from './print';

/** How many records the same is asked of, to see how its cost grows. */
const SIZES = [10_000, 100_000, 1_000_000] as const;
export const thousands = (n: number) => n.toLocaleString('en-GB');

/**
 * What a record costs alone, in runs ten times as long each: it grows where garbage, caches or tables get in the way.
 * @param each does it for the record of this number
 */
export function growth(what: string, each: (record: number) => unknown): void {
  const rates = SIZES.map((n) => {
    const from = process.hrtime.bigint();
    for (let i = 0; i < n; i++) each(i);
    return n / seconds(from);
  });
  row(`growth: ${what}, ${SIZES.map(thousands).join(', ')} records`, `${rates.map((r) => thousands(Math.round(r))).join(', ')} records/s`);
}

/** Records of a second, the best of three rounds after one to warm up. */
export function best(records: number, round: () => unknown): number {
  round();
  let most = 0;
  for (let i = 0; i < 3; i++) {
    const from = process.hrtime.bigint();
    round();
    most = Math.max(most, records / seconds(from));
  }
  return most;
}

let kept = 0;
/** The least that reading a text costs: every letter looked at once. */
export function barePass(texts: readonly string[]): void {
  for (const text of texts) for (let i = 0; i < text.length; i++) kept = (kept + text.charCodeAt(i)) | 0;
}
