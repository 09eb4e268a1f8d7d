import type { Holding, Holdings } from '@/core/holdings';
import { type DayInterval, hull, readDate } from '@/core/record';
import type { StandingLists } from '@/core/venues';
import type { WorkFacet } from './facets';
import type { RecordOfWork } from './record-of-work';

/** Lists that were brought and say something of works by the venue they stand in: what a library holds, and how venues stand. */
export interface Lists {
  /** Null without a list: then nothing can be told. */
  holdings: Holdings | null;
  standings: StandingLists;
  /** ISO date from which embargoes count. */
  asOf: string;
}

/**
 * What the library has of a work: the best that any of its records gives. What a record says is open stands before all lists.
 * @returns null where neither a record nor a list says anything
 */
export function holdingOf(records: readonly RecordOfWork[], access: WorkFacet | undefined, lists: Lists): Holding | null {
  const open = access?.values.find((v) => v.value === 'open' || v.value === 'linked-open');
  if (open) return { state: 'open', until: '', words: `A record says so: ${open.quote} (${open.field}).`, title: null };
  if (!lists.holdings) return null;
  const dated = records.find((r) => readDate(r.found.dates.issue) ?? readDate(r.found.dates.online));
  const any = (pick: (r: RecordOfWork) => readonly string[]) => [...new Set(records.flatMap(pick))];
  return lists.holdings.of(
    {
      issns: any((r) => r.found.place.issns),
      isbns: any((r) => r.found.place.isbns),
      dates: (dated ?? records[0]!).found.dates,
      ...placeIn(records),
    },
    lists.asOf,
  );
}

/** Volume and issue of the first record that gives a volume. */
function placeIn(records: readonly RecordOfWork[]): { volume: string; issue: string } {
  const { volume = '', issue = '' } = records.find((r) => r.found.place.volume)?.found.place ?? {};
  return { volume, issue };
}

/** The facets that lists give, to be put beside those that records give. */
export function listedFacets(
  records: readonly RecordOfWork[],
  facets: Readonly<Record<'access' | 'discipline', WorkFacet>>,
  lists: Lists,
): Partial<Record<'holding' | 'standing' | 'discipline', WorkFacet>> {
  const found: ReturnType<typeof listedFacets> = {};
  const keys = records.map((r) => r.key);
  const holding = holdingOf(records, facets.access, lists);
  if (holding && holding.state !== 'cannot-tell')
    found.holding = {
      values: [{ value: holding.state, tier: 'venue', field: 'holdings', quote: holding.words, records: keys }],
      complete: true,
    };
  if (lists.standings.size === 0) return found;
  const when: DayInterval | null = hull(records.map((r) => readDate(r.found.dates.issue) ?? readDate(r.found.dates.online)));
  const standings = new Map<string, WorkFacet['values'][number]>();
  const fields = new Map(facets.discipline.values.map((v) => [v.value, v]));
  let listed = false;
  for (const { key, found: record } of records) {
    const said = lists.standings.of(record.place, when);
    if (!said) continue;
    listed = true;
    for (const [map, values] of [
      [standings, said.standings],
      [fields, said.fields],
    ] as const)
      for (const { value, words } of values) {
        const known = map.get(value);
        if (!known) map.set(value, { value, tier: 'venue', field: 'list', quote: words, records: [key] });
        else if (!known.records.includes(key)) known.records = [...known.records, key];
      }
  }
  if (!listed) return found;
  if (standings.size) found.standing = { values: [...standings.values()], complete: true };
  if (fields.size) found.discipline = { values: [...fields.values()], complete: true };
  return found;
}
