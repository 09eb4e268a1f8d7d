import { type JournalEntry, journalKey, type PressEntry, pressKey, type VenueEntries } from './entries';

export type VenueEntry = ({ type: 'journal' } & JournalEntry) | ({ type: 'press' } & PressEntry);
export const entryKey = (e: VenueEntry): string => (e.type === 'journal' ? journalKey(e) : pressKey(e));
export const entryName = (e: VenueEntry): string => (e.type === 'journal' ? e.title : e.name);

export const entriesOf = ({ journals, presses }: VenueEntries): VenueEntry[] => [
  ...journals.map((j) => ({ type: 'journal' as const, ...j })),
  ...presses.map((p) => ({ type: 'press' as const, ...p })),
];
export const asVenues = (entries: readonly VenueEntry[]): VenueEntries => ({
  journals: entries.flatMap((e) => (e.type === 'journal' ? [withoutType(e)] : [])),
  presses: entries.flatMap((e) => (e.type === 'press' ? [withoutType(e)] : [])),
});
const withoutType = <T extends VenueEntry>({ type: _type, ...entry }: T): Omit<T, 'type'> => entry;

export interface VenueChanges {
  added: VenueEntry[];
  /** Entries that are there already and say something else now. */
  changed: { before: VenueEntry; after: VenueEntry; fields: string[] }[];
  same: number;
}

/** What taking new entries into a register would change. Entries that are not named stay as they are. */
export function venueChanges(before: readonly VenueEntry[], incoming: readonly VenueEntry[]): VenueChanges {
  const known = new Map(before.map((e) => [entryKey(e), e]));
  const changes: VenueChanges = { added: [], changed: [], same: 0 };
  const seen = new Map(incoming.map((e) => [entryKey(e), e]));
  for (const [key, after] of seen) {
    const old = known.get(key);
    if (!old) changes.added.push(after);
    else {
      const fields = differing(old, after);
      if (fields.length) changes.changed.push({ before: old, after, fields });
      else changes.same++;
    }
  }
  return changes;
}

function differing(a: VenueEntry, b: VenueEntry): string[] {
  const [x, y] = [a as unknown as Record<string, unknown>, b as unknown as Record<string, unknown>];
  return Object.keys(x).filter((field) => JSON.stringify(x[field]) !== JSON.stringify(y[field]));
}
