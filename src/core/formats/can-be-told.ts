import type { BibRecord } from '@/core/record';

/**
 * Whether a record can be told from any other: by a title or an identifier, or by where it stands. A review of a book
 * often has no title of its own, and its journal, volume and page say exactly what it is.
 */
export function canBeTold({ title, doi, pmid, container, volume, issue, pages, authors, dates }: BibRecord): boolean {
  if (title || doi || pmid) return true;
  const placed = [volume, issue, pages, dates.issue || dates.online].filter(Boolean).length;
  return container !== '' && placed >= 2 && (pages !== '' || authors.length > 0);
}
