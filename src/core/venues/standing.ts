import type { DayInterval } from '@/core/record';
import { yearOfDay } from '@/core/record';
import { venueKey } from './entries';
import type { Place } from './register';

/** What a list says of a venue in a year. */
export interface StandingRow {
  title: string;
  issns: readonly string[];
  /** The year that the line is of; null: the list's own. */
  year: number | null;
  /** Fields of study. */
  fields: readonly string[];
  /** A quartile, a class or a rank, as the list prints it; '' for none. */
  standing: string;
  line: number;
}

/** A list of venues of one year or several, by somebody. */
export interface StandingList {
  name: string;
  /** Of lines that name no year. */
  year: number;
  rows: readonly StandingRow[];
}

export interface StandingFinding {
  fields: { value: string; words: string }[];
  standings: { value: string; words: string }[];
}

/** Lists of standing that can be asked. */
export class StandingLists {
  private readonly byIssn = new Map<string, [StandingRow, StandingList][]>();
  private readonly byTitle = new Map<string, [StandingRow, StandingList][]>();
  readonly size: number;
  constructor(lists: readonly StandingList[]) {
    this.size = lists.reduce((n, l) => n + l.rows.length, 0);
    for (const list of lists)
      for (const row of list.rows) {
        for (const issn of row.issns) put(this.byIssn, issn, [row, list]);
        if (row.issns.length === 0) put(this.byTitle, venueKey(row.title), [row, list]);
      }
  }

  /**
   * What lists say of the venue that an item stands in: of the year in which it appeared, else of the nearest year of the same
   * list, the earlier of two; the words say of which. Without a date every year counts.
   * @param when the days on which it may have appeared
   */
  of(place: Pick<Place, 'issns' | 'container'>, when: DayInterval | null): StandingFinding | null {
    const found = place.issns.flatMap((issn) => this.byIssn.get(issn) ?? []);
    if (found.length === 0 && place.container) found.push(...(this.byTitle.get(venueKey(place.container)) ?? []));
    if (found.length === 0) return null;
    const fields = new Map<string, string>();
    const standings = new Map<string, string>();
    for (const list of new Set(found.map(([, l]) => l))) {
      const rows = found.filter(([, l]) => l === list).map(([r]) => ({ row: r, year: r.year ?? list.year }));
      const years = [...new Set(rows.map((r) => r.year))].sort((a, b) => a - b);
      for (const { row, year } of rows) {
        if (when && !nearest(years, yearOfDay(when.from), yearOfDay(when.to)).has(year)) continue;
        const words = `${list.name}, ${year}: ${row.title || row.issns[0]}`;
        for (const field of row.fields) if (!fields.has(field)) fields.set(field, words);
        if (row.standing && !standings.has(row.standing)) standings.set(row.standing, words);
      }
    }
    const listed = (map: ReadonlyMap<string, string>) => [...map].map(([value, words]) => ({ value, words }));
    return { fields: listed(fields), standings: listed(standings) };
  }
}

function put<V>(map: Map<string, V[]>, key: string, value: V) {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}

/** Of each year of the span, the year of a list that is nearest to it. */
function nearest(years: readonly number[], first: number, last: number): Set<number> {
  const found = new Set<number>();
  for (let year = first; year <= Math.min(last, first + 50); year++) {
    let best = years[0]!;
    for (const y of years) if (Math.abs(y - year) < Math.abs(best - year)) best = y;
    found.add(best);
  }
  return found;
}
