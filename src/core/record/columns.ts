export const DELIMITERS = [',', ';', '\t', '|'] as const;
export type Delimiter = (typeof DELIMITERS)[number];

/** What a column of a table can hold. A column without a role is kept beside the record under its own name. */
export const COLUMN_ROLES = {
  title: 'Title',
  abstract: 'Abstract',
  authors: 'Authors',
  container: 'Journal, book or proceedings',
  date: 'Date or year of publication',
  online: 'Date first online',
  added: 'Date added to the database',
  volume: 'Volume',
  issue: 'Issue',
  pages: 'Pages',
  startPage: 'First page',
  endPage: 'Last page',
  publisher: 'Publisher',
  issn: 'ISSN',
  isbn: 'ISBN',
  doi: 'DOI',
  pmid: 'PMID',
  accession: 'Accession number',
  type: 'Source, document or publication type',
  refereed: 'Refereed: yes or no',
  language: 'Language',
  keywords: 'Subject headings or keywords',
  url: 'Link',
  database: 'Database it comes from',
} as const;
export type ColumnRole = keyof typeof COLUMN_ROLES;

/** How the columns of a table are read: one role for each column, in order; '' keeps the column as it is. */
export interface ColumnMapping {
  delimiter: Delimiter;
  header: string[];
  roles: (ColumnRole | '')[];
}

/** Roles that several columns may have; of any other the first column takes it. */
export const REPEATABLE_ROLES: ReadonlySet<ColumnRole> = new Set(['authors', 'issn', 'isbn', 'type', 'keywords', 'url', 'language']);

/** What keeps a mapping from being used, in words; '' when it can be. */
export function mappingFault({ header, roles }: ColumnMapping): string {
  if (roles.length !== header.length) return 'The mapping has another number of columns than the table.';
  const used = roles.filter((r) => r !== '');
  if (!used.some((r) => r === 'title' || r === 'doi' || r === 'pmid'))
    return 'Say which column holds the title (or a DOI or PMID): without one, no row can be told from another.';
  const twice = used.find((r, i) => used.indexOf(r) !== i && !REPEATABLE_ROLES.has(r));
  return twice ? `Two columns are set to “${COLUMN_ROLES[twice]}”. Only one can be.` : '';
}
