import { type ColumnMapping, type ColumnRole, DELIMITERS, type Delimiter, REPEATABLE_ROLES } from '@/core/record';
import { splitCells } from './rows';

/** Names that columns go by in exports of several databases (common practice), in lower case without punctuation. */
const NAMES: Readonly<Record<ColumnRole, readonly string[]>> = {
  title: ['title', 'article title', 'document title', 'item title', 'primary title', 'article', 'paper title', 'name'],
  abstract: ['abstract', 'summary', 'abstract note', 'description'],
  authors: ['authors', 'author', 'author s', 'author names', 'author list', 'by', 'creators', 'creator', 'author full names'],
  container: [
    'journal',
    'source',
    'source title',
    'publication title',
    'publication',
    'journal title',
    'container',
    'book title',
    'periodical',
    'in',
    'published in',
    'appeared in',
    'publication name',
    'source name',
    'journal name',
  ],
  date: [
    'year',
    'date',
    'publication year',
    'publication date',
    'pub year',
    'published',
    'issued',
    'date published',
    'cover date',
    'pub date',
    'publ year',
    'year published',
    'date of publication',
    'year of publication',
    'yr',
  ],
  online: ['online date', 'date online', 'early access date', 'first online'],
  added: ['date added', 'added', 'entry date', 'create date', 'date created'],
  volume: ['volume', 'vol'],
  issue: ['issue', 'number', 'no', 'issue number'],
  pages: ['pages', 'page', 'page range'],
  startPage: ['page start', 'start page', 'first page', 'beginning page', 'spage'],
  endPage: ['page end', 'end page', 'last page', 'ending page', 'epage'],
  publisher: ['publisher', 'institution', 'school', 'issuing body'],
  issn: ['issn', 'eissn', 'e issn', 'issn print', 'issn online'],
  isbn: ['isbn', 'isbns', 'e isbn'],
  doi: ['doi', 'digital object identifier', 'doi link', 'dois', 'doi url', 'doi number'],
  pmid: ['pmid', 'pubmed id', 'pubmedid'],
  accession: ['accession', 'accession number', 'accession no', 'id', 'record id', 'record number', 'identifier', 'an', 'ref id'],
  type: [
    'type',
    'document type',
    'publication type',
    'item type',
    'content type',
    'source type',
    'doc type',
    'kind',
    'genre',
    'article type',
    'material type',
    'format type',
    'publication types',
  ],
  refereed: ['peer reviewed', 'peer review', 'is peer reviewed', 'refereed', 'is refereed', 'peer reviewed journal', 'refereed status'],
  language: ['language', 'languages', 'language of original document', 'lang'],
  keywords: ['keywords', 'author keywords', 'subjects', 'subject', 'subject terms', 'headings', 'descriptors', 'index keywords', 'topics'],
  url: ['url', 'link', 'links', 'address', 'permalink', 'web address'],
  database: ['database', 'source database', 'db', 'database name'],
};
const ROLE_OF = new Map(Object.entries(NAMES).flatMap(([role, names]) => names.map((n) => [n, role as ColumnRole])));

const plain = (name: string) =>
  name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** Which column means what, by its name. A name nobody knows gives no role: nothing is guessed from the cells. */
export function guessMapping(header: readonly string[], delimiter: Delimiter): ColumnMapping {
  const taken = new Set<ColumnRole>();
  const roles = header.map((name) => {
    const role = ROLE_OF.get(plain(name));
    if (!role || (taken.has(role) && !REPEATABLE_ROLES.has(role))) return '';
    taken.add(role);
    return role;
  });
  return { delimiter, header: [...header], roles };
}

/** The delimiter under which the first rows have the same number of cells, at least two; null when there is none. */
export function guessDelimiter(head: string): Delimiter | null {
  const first = head.split('\n', 1)[0]!;
  const sample = head
    .split('\n')
    .filter((l) => l.trim() !== '')
    .slice(0, 20);
  let best: { delimiter: Delimiter; score: number } | null = null;
  for (const delimiter of DELIMITERS) {
    const cells = splitCells(first, delimiter);
    if (cells.length < 2) continue;
    // Known names count for more than many cells: "Title; Year, month" is cut at the semicolon.
    const known = cells.filter((c) => ROLE_OF.has(plain(c))).length;
    const even = sample.filter((l) => splitCells(l, delimiter).length === cells.length).length / sample.length;
    const score = known * 10 + even * 3 + Math.min(cells.length, 30) / 30;
    if (!best || score > best.score) best = { delimiter, score };
  }
  return best?.delimiter ?? null;
}

/** The mapping that the head of a table suggests; null when its first line does not look like a header of records. */
export function mappingOf(head: string): ColumnMapping | null {
  const delimiter = guessDelimiter(head);
  if (!delimiter) return null;
  const mapping = guessMapping(splitCells(head.split('\n', 1)[0]!, delimiter), delimiter);
  return mapping.roles.includes('title') || (mapping.roles.includes('doi') && mapping.header.length > 1) ? mapping : null;
}
