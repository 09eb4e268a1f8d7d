import type { BibRecord } from '@/core/record';
import { writeRow } from './cells';

/** Columns of a table of records: names that are understood again when it is read. */
const COLUMNS: readonly (readonly [string, (record: BibRecord) => string])[] = [
  ['Accession number', (r) => r.accession],
  ['Title', (r) => r.title],
  ['Authors', (r) => r.authors.map((a) => (a.given ? `${a.family}, ${a.given}` : a.family)).join('; ')],
  ['Publication date', (r) => r.dates.issue],
  ['First online', (r) => r.dates.online],
  ['Date added', (r) => r.dates.added],
  ['Source title', (r) => r.container],
  ['Volume', (r) => r.volume],
  ['Issue', (r) => r.issue],
  ['Pages', (r) => r.pages],
  ['Publisher', (r) => r.publisher],
  ['ISSN', (r) => r.issns.join('; ')],
  ['ISBN', (r) => r.isbns.join('; ')],
  ['DOI', (r) => r.doi],
  ['PMID', (r) => r.pmid],
  ['Document type', (r) => r.types.map((t) => t.term).join('; ')],
  ['Language', (r) => r.languages.join('; ')],
  ['Keywords', (r) => r.headings.join('; ')],
  ['URL', (r) => r.urls.join('; ')],
  ['Database', (r) => r.database],
  ['Abstract', (r) => r.abstract],
];

/**
 * A writer of records as a table: one column for each field, one for each name of kept columns, notes last.
 * @param records all of them, to know which columns were kept
 */
export function csvTable(records: readonly BibRecord[]): { head: string; row(record: BibRecord, notes?: readonly string[]): string } {
  const kept = [...new Set(records.flatMap((r) => (r.format === 'csv' ? Object.keys(r.extra) : [])))];
  const spare = kept.filter((name) => !COLUMNS.some(([column]) => column === name));
  return {
    head: `\uFEFF${writeRow([...COLUMNS.map(([name]) => name), ...spare, 'Notes'])}`,
    row: (record, notes = []) =>
      writeRow([
        // A cell that the fields could not hold whole is written as it was.
        ...COLUMNS.map(([name, value]) => (record.format === 'csv' && record.extra[name]?.join('; ')) || value(record)),
        ...spare.map((name) => (record.format === 'csv' ? (record.extra[name]?.join('; ') ?? '') : '')),
        notes.join(' | '),
      ]),
  };
}
