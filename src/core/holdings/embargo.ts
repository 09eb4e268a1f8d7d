/** What of a title is there by its age: R holds the newest alone, P all but the newest. */
export interface Embargo {
  kind: 'R' | 'P';
  length: number;
  unit: 'D' | 'M' | 'Y';
}

/**
 * Reads the notation of an embargo: "P1Y" all but the last year, "R10Y" the last ten years alone, "R10Y;P30D" both.
 * @returns null for anything else; none where it is empty
 * @source NISO RP-9-2014, KBART, 6.6.13 (embargo_info, after ISO 8601 periods); from memory
 */
export function readEmbargo(text: string): Embargo[] | null {
  if (text.trim() === '') return [];
  const found: Embargo[] = [];
  for (const part of text.split(';')) {
    const [, kind, length, unit] = /^\s*([RP])(\d{1,4})([DMY])\s*$/i.exec(part) ?? [];
    if (!kind || !length || !unit) return null;
    found.push({ kind: kind.toUpperCase() as 'R', length: Number(length), unit: unit.toUpperCase() as 'D' });
  }
  return found;
}

/** A day so much earlier, as an ISO date; a month's end stays one. @param day ISO date */
export function earlier(day: string, { length, unit }: Pick<Embargo, 'length' | 'unit'>): string {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number];
  if (unit === 'D') return new Date(Date.UTC(year, month - 1, date - length)).toISOString().slice(0, 10);
  const months = unit === 'Y' ? 12 * length : length;
  const first = new Date(Date.UTC(year, month - 1 - months, 1));
  const last = new Date(Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + 1, 0)).getUTCDate();
  return new Date(Date.UTC(first.getUTCFullYear(), first.getUTCMonth(), Math.min(date, last))).toISOString().slice(0, 10);
}

/** A day so much later. @param day ISO date */
export const later = (day: string, { length, unit }: Pick<Embargo, 'length' | 'unit'>): string => earlier(day, { length: -length, unit });
