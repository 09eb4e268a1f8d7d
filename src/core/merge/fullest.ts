import type { BibRecord } from '@/core/record';

/** The record that shows a work best: an abstract first, then the most fields filled; ties go to the earliest given. */
export function fullestIndex(records: readonly BibRecord[]): number {
  const score = (r: BibRecord) =>
    (r.abstract ? 10 : 0) +
    (r.title && r.title !== r.title.toUpperCase() ? 4 : 0) +
    (r.doi ? 2 : 0) +
    (r.dates.online ? 1 : 0) +
    (r.authors.length ? 1 : 0) +
    (r.pages ? 1 : 0);
  let best = 0;
  records.forEach((r, i) => {
    if (score(r) > score(records[best]!)) best = i;
  });
  return best;
}
