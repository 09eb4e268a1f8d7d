import { z } from 'zod';

/** Kinds of source that can be written down by hand, by their CSL type, with the words of the form. @source CSL 1.0.2 types; from memory */
export const HAND_KINDS = {
  'article-journal': { label: 'Journal article', container: 'Journal' },
  book: { label: 'Book', container: '' },
  chapter: { label: 'Chapter of a book', container: 'Book' },
  thesis: { label: 'Thesis', container: '' },
  report: { label: 'Report', container: 'Series' },
  'paper-conference': { label: 'Conference paper', container: 'Proceedings' },
  'article-newspaper': { label: 'Newspaper article', container: 'Newspaper' },
  'article-magazine': { label: 'Magazine article', container: 'Magazine' },
  webpage: { label: 'Web page', container: 'Website' },
  manuscript: { label: 'Manuscript or archive item', container: 'Archive' },
  document: { label: 'Something else', container: 'Part of' },
} as const;
export type HandKind = keyof typeof HAND_KINDS;

const line = (most: number) => z.string().trim().max(most);

/** A source as a person writes it down. */
export const sourceForm = z.strictObject({
  kind: z.enum(Object.keys(HAND_KINDS) as [HandKind, ...HandKind[]]),
  title: line(1000).min(1, 'A source needs a title.'),
  /** A name a line: "Family, Given". */
  authors: z.string().max(5000),
  container: line(500),
  /** A year, a year and month, or a day. */
  date: line(40),
  volume: line(40),
  issue: line(40),
  pages: line(60),
  publisher: line(300),
  doi: line(300),
  pmid: line(20),
  isbn: line(40),
  issn: line(40),
  url: line(1000),
  abstract: z.string().trim().max(20_000),
});
export type SourceForm = z.infer<typeof sourceForm>;

export const EMPTY_SOURCE: SourceForm = {
  ...{ kind: 'article-journal', title: '', authors: '', container: '', date: '', volume: '', issue: '', pages: '', publisher: '' },
  ...{ doi: '', pmid: '', isbn: '', issn: '', url: '', abstract: '' },
};
