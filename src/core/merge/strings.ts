/**
 * Jaro similarity of two strings.
 * @returns a number in [0, 1]; 1 for equal strings, 0 when nothing agrees; 1 for two empty ones
 * @source Jaro MA. J Am Stat Assoc 1989;84:414–420; as stated in Winkler WE 1990
 */
export function jaro(a: string, b: string): number {
  if (a === b) return 1;
  const [n, m] = [a.length, b.length];
  if (n === 0 || m === 0) return 0;
  const reach = Math.max(0, Math.floor(Math.max(n, m) / 2) - 1);
  const taken = new Uint8Array(m);
  const matchedA: number[] = [];
  for (let i = 0; i < n; i++) {
    const to = Math.min(m - 1, i + reach);
    for (let j = Math.max(0, i - reach); j <= to; j++) {
      if (taken[j] || a.charCodeAt(i) !== b.charCodeAt(j)) continue;
      taken[j] = 1;
      matchedA.push(i);
      break;
    }
  }
  const common = matchedA.length;
  if (common === 0) return 0;
  let [out, k] = [0, 0];
  for (let j = 0; j < m; j++) {
    if (!taken[j]) continue;
    if (a.charCodeAt(matchedA[k++]!) !== b.charCodeAt(j)) out++;
  }
  return (common / n + common / m + (common - out / 2) / common) / 3;
}

const RAISED_ABOVE = 0.7;

/**
 * Jaro–Winkler similarity: Jaro, raised for strings that begin alike.
 * @returns a number in [0, 1]
 * @source Winkler WE. String comparator metrics and enhanced decision rules in the Fellegi–Sunter model of record
 *   linkage. Proceedings of the Section on Survey Research Methods, ASA 1990:354–359. Prefix of at most 4, scale 0.1,
 *   raised only above 0.7
 */
export function jaroWinkler(a: string, b: string): number {
  const similarity = jaro(a, b);
  if (similarity <= RAISED_ABOVE) return similarity;
  let prefix = 0;
  while (prefix < 4 && prefix < a.length && prefix < b.length && a[prefix] === b[prefix]) prefix++;
  return similarity + prefix * 0.1 * (1 - similarity);
}

/**
 * True when one slip makes one string of the other: a letter added, lost or changed, or two neighbours swapped.
 * @source Damerau FJ. Commun ACM 1964;7:171–176: such slips were over 80 % of the misspellings he examined
 */
export function isOneSlip(a: string, b: string): boolean {
  if (a === b) return true;
  const [n, m] = [a.length, b.length];
  if (Math.abs(n - m) > 1) return false;
  let from = 0;
  while (from < n && from < m && a.charCodeAt(from) === b.charCodeAt(from)) from++;
  let [endA, endB] = [n, m];
  while (endA > from && endB > from && a.charCodeAt(endA - 1) === b.charCodeAt(endB - 1)) {
    endA--;
    endB--;
  }
  if (endA - from <= 1 && endB - from <= 1) return true;
  return endA - from === 2 && endB - from === 2 && a[from] === b[from + 1] && a[from + 1] === b[from];
}
