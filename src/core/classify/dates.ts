import { type BibRecord, type DayInterval, hull, readDate } from '@/core/record';

/** The four dates of a work, kept apart. "Added" belongs to its records; the work shows the hull of theirs. */
export const DATE_NAMES = ['online', 'issue', 'added', 'version'] as const;
export type DateName = (typeof DATE_NAMES)[number];
export const DATE_WORDS: Readonly<Record<DateName, { label: string; meaning: string }>> = {
  online: { label: 'first online', meaning: 'The day on which it could first be read online.' },
  issue: { label: 'issue', meaning: 'The date printed on the issue, or of the book.' },
  added: { label: 'added to the database', meaning: 'When a database took it in: a fact about the record, not the work.' },
  version: { label: 'last version', meaning: 'When the text was last changed.' },
};

export interface WorkDates extends Record<DateName, DayInterval | null> {
  /** The earliest day on which it can have been public: online or issue, whichever comes first. */
  earliest: DayInterval | null;
  /** Dates of which two records give days that cannot both be right. "Added" may differ by nature. */
  conflicts: DateName[];
}

/** The dates of a work: per kind the hull of what its records give. */
export function datesOf(records: readonly BibRecord['dates'][]): WorkDates {
  const kind = (name: DateName) => records.map((r) => readDate(r[name] ?? ''));
  const given = { online: kind('online'), issue: kind('issue'), added: kind('added'), version: kind('version') };
  const [online, issue] = [hull(given.online), hull(given.issue)];
  const earliest = online && issue ? { from: Math.min(online.from, issue.from), to: Math.min(online.to, issue.to) } : (online ?? issue);
  return {
    online,
    issue,
    added: hull(given.added),
    version: hull(given.version),
    earliest,
    conflicts: (['online', 'issue'] as const).filter((name) => contradict(given[name])),
  };
}

/** Two of the intervals have no day in common. */
function contradict(intervals: readonly (DayInterval | null)[]): boolean {
  const known = intervals.filter((i) => i !== null);
  return known.length > 1 && Math.max(...known.map((i) => i.from)) > Math.min(...known.map((i) => i.to));
}
