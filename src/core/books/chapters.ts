import { normaliseTitle } from '@/core/merge';
import type { BibRecord } from '@/core/record';

/** A work that may be a chapter of a book, or a chapter whose book it is. */
type Part = Pick<BibRecord, 'title' | 'container' | 'isbns' | 'pages'>;

/**
 * Whether a work is a part of a book: it stands in something of the book's title, or shares an ISBN and has pages or another
 * title. The book itself, in another record, is none.
 */
export function isChapterOf(part: Part, book: Part): boolean {
  const [own, whole] = [normaliseTitle(part.title), normaliseTitle(book.title)];
  if (own === '' || own === whole) return false;
  const inTitle = part.container !== '' && normaliseTitle(part.container) === whole && whole.split(' ').length >= 2;
  return inTitle || (part.isbns.some((i) => book.isbns.includes(i)) && (part.pages !== '' || part.container !== ''));
}
