import { type DayInterval, yearOfDay } from '@/core/record';
import { axisMask, type Mask } from '@/core/vocabularies';
import { type JournalEntry, type PressEntry, type PressKind, type VenueEntries, venueKey } from './entries';

/** What a record says of where it stands, as far as a register can be asked about it. */
export interface Place {
  issns: readonly string[];
  isbns: readonly string[];
  /** Title of the journal or book. */
  container: string;
  publisher: string;
  /** Where the record gives them. */
  volume?: string;
  issue?: string;
}

/** What a register says of the journal an item stands in, at the time it appeared. */
export interface JournalFinding {
  entry: JournalEntry;
  /** Source types it states; 0 when it states none. */
  kinds: Mask;
  /** `some` when the item's date straddles the years for which the answers differ. */
  refereed: 'yes' | 'no' | 'some' | '';
  /** How it was found. */
  by: string;
}
export interface PressFinding {
  entry: PressEntry;
  kind: PressKind;
  by: string;
}

/** A register ready to be asked. Building it costs one pass over its entries. */
export class VenueRegister {
  private readonly byIssn = new Map<string, JournalEntry[]>();
  private readonly byTitle = new Map<string, JournalEntry[]>();
  private readonly byPress = new Map<string, PressEntry>();
  private readonly prefixes: [string, PressEntry][] = [];
  readonly size: number;

  constructor(readonly entries: VenueEntries) {
    for (const journal of entries.journals) {
      for (const issn of journal.issns) push(this.byIssn, issn, journal);
      push(this.byTitle, venueKey(journal.title), journal);
    }
    for (const press of entries.presses) {
      this.byPress.set(venueKey(press.name), press);
      for (const prefix of press.isbnPrefixes) this.prefixes.push([prefix, press]);
    }
    // The longest prefix is the most specific one.
    this.prefixes.sort((a, b) => b[0].length - a[0].length);
    this.size = entries.journals.length + entries.presses.length;
  }

  /**
   * The journal of an item, by ISSN or else by title, as it was when the item appeared. An ISSN that the register does
   * not have leaves the title to be tried only when the register's entry of that title has no ISSN to contradict it.
   * @param when the days on which it may have appeared; null when unknown, and then every year counts
   */
  journal(place: Place, when: DayInterval | null): JournalFinding | null {
    const issn = this.issnOf(place);
    const found = this.all(place);
    if (found.length === 0) return null;
    const [first, last] = when ? [yearOfDay(when.from), yearOfDay(when.to)] : [null, null];
    const during = found.filter((j) => overlaps(j, first, last));
    if (during.length === 0) return null;
    const kinds = during.reduce((mask, j) => (j.kind ? mask | axisMask('sourceType', [j.kind]) : mask), 0) >>> 0;
    const answers = new Set(during.map((j) => j.refereed));
    // Years that no entry speaks of are unknown years.
    if (!covered(during, first, last)) answers.add('');
    const [only] = answers;
    return {
      entry: during[0]!,
      kinds,
      refereed: answers.size === 1 ? only! : answers.has('yes') ? 'some' : '',
      by: issn ? `ISSN ${issn}` : `the title “${place.container}”`,
    };
  }

  /** Every entry of an item's journal, whatever years it speaks for. */
  all(place: Place): readonly JournalEntry[] {
    const issn = this.issnOf(place);
    if (issn) return this.byIssn.get(issn)!;
    const titled = place.container ? this.byTitle.get(venueKey(place.container)) : undefined;
    return titled?.filter((j) => place.issns.length === 0 || j.issns.length === 0) ?? [];
  }

  private issnOf(place: Place): string | undefined {
    return place.issns.find((i) => this.byIssn.has(i));
  }

  press(place: Place): PressFinding | null {
    for (const isbn of place.isbns)
      for (const [prefix, entry] of this.prefixes) if (isbn.startsWith(prefix)) return { entry, kind: entry.kind, by: `ISBN ${isbn}` };
    const entry = place.publisher ? this.byPress.get(venueKey(place.publisher)) : undefined;
    return entry ? { entry, kind: entry.kind, by: `the publisher “${place.publisher}”` } : null;
  }
}
export const EMPTY_REGISTER = new VenueRegister({ journals: [], presses: [] });

function push<V>(map: Map<string, V[]>, key: string, value: V) {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}

const overlaps = (j: JournalEntry, first: number | null, last: number | null): boolean =>
  first === null || last === null || ((j.from ?? first) <= last && (j.to ?? last) >= first);

/** Whether the entries between them speak for every year of the span. */
function covered(entries: readonly JournalEntry[], first: number | null, last: number | null): boolean {
  if (first === null || last === null) return entries.some((j) => j.from === null && j.to === null);
  for (let year = first; year <= last; year++) if (!entries.some((j) => (j.from ?? year) <= year && (j.to ?? year) >= year)) return false;
  return true;
}
