import {
  type BibRecord,
  type ColumnMapping,
  type ColumnRole,
  checkIsbn,
  checkIssn,
  clip,
  emptyRecord,
  normaliseDoi,
  normalisePmid,
  type Problem,
  readDate,
  readName,
} from '@/core/record';
import { asEntry, rejection } from '../as-entry';
import { type Entry, type EntryReader, MAX_ENTRY_CHARS, type ReadOptions, type TextBlock } from '../entry';
import { plainPages } from '../one-line';
import { keepExtra } from '../tagged';
import { withoutGuard } from './cells';
import { guessMapping, mappingOf } from './mapping';
import { type Row, RowReader } from './rows';

/** A streaming reader of CSV and other delimited tables with a header; the mapping is guessed from it when not given. */
export const createCsvReader = (options: ReadOptions = {}): EntryReader => new CsvReader(options.mapping ?? null);

class CsvReader implements EntryReader {
  private rows: RowReader | null = null;
  private waiting: TextBlock[] = [];
  private header = false;
  private ordinal = 0;

  constructor(private mapping: ColumnMapping | null) {}

  push(block: TextBlock): Entry[] {
    if (this.rows) return this.rows.push(block).flatMap((row) => this.entry(row));
    // The delimiter shows in the first lines, so some of them are awaited.
    this.waiting.push(block);
    return this.waiting.reduce((n, b) => n + b.text.length, 0) < 4000 ? [] : this.begin();
  }

  end(): Entry[] {
    const begun = this.rows ? [] : this.begin();
    return [...begun, ...(this.rows?.end() ?? []).flatMap((row) => this.entry(row))];
  }

  private begin(): Entry[] {
    this.mapping ??= mappingOf(this.waiting.map((b) => b.text).join(''));
    const rows = new RowReader(this.mapping?.delimiter ?? ',');
    this.rows = rows;
    return this.waiting.splice(0).flatMap((block) => rows.push(block).flatMap((row) => this.entry(row)));
  }

  private entry(row: Row): Entry[] {
    if (!this.header && row.fault === null) {
      this.header = true;
      this.mapping ??= guessMapping(row.cells, ',');
      if (row.cells.join('\n') === this.mapping.header.join('\n')) return [];
    }
    return [this.read(row)];
  }

  private read({ cells, raw, line, valid, fault }: Row): Entry {
    const place = { ordinal: ++this.ordinal, line, raw };
    const reject = (code: Problem['code'], text = raw) => rejection(place, code, text);
    if (fault === 'too-long' || raw.length > MAX_ENTRY_CHARS) return reject('entry-too-long');
    if (fault) return reject('bad-row', 'A quote opens a cell here and is never closed.');
    const { header, roles } = this.mapping!;
    const spare = cells.slice(header.length).filter(Boolean);
    if (spare.length)
      return reject('bad-row', `The row has ${cells.length} cells, the header ${header.length}: is a quote or a delimiter missing?`);
    const problems: Problem[] = valid ? [] : [{ code: 'not-utf8', line, text: '' }];
    if (cells.length < header.length)
      problems.push({
        code: 'bad-row',
        line,
        text: `The row has ${cells.length} cells, the header ${header.length}; the missing ones were taken as empty.`,
      });
    return asEntry(place, problems, (problem) =>
      toRecord(cells, header, roles, (code, field, text) => problem({ code, line, field, text: clip(text) })),
    );
  }
}

type Report = (code: Problem['code'], field: string, text: string) => void;

/** Several values in one cell stand between semicolons, or on lines of their own. */
const several = (text: string): string[] =>
  text
    .split(/;\s*|\n/)
    .map((part) => part.trim())
    .filter(Boolean);

function toRecord(cells: readonly string[], header: readonly string[], roles: ColumnMapping['roles'], problem: Report): BibRecord {
  const record = emptyRecord('csv');
  const pages = { startPage: '', endPage: '' };
  header.forEach((name, i) => {
    const text = withoutGuard(cells[i] ?? '').trim();
    if (text === '') return;
    const role = roles[i] ?? '';
    const done =
      role !== '' && (role === 'startPage' || role === 'endPage' ? setPage(pages, role, text) : PLACE[role](text, record, problem));
    if (!done) keepExtra(record, name, text);
  });
  if (!record.pages && pages.startPage)
    record.pages = pages.endPage && pages.endPage !== pages.startPage ? `${pages.startPage}-${pages.endPage}` : pages.startPage;
  if (!record.types.length) problem('no-type', 'type', '');
  return record;
}

function setPage(pages: { startPage: string; endPage: string }, role: 'startPage' | 'endPage', text: string): boolean {
  pages[role] = text;
  return true;
}

type Place = (text: string, record: BibRecord, problem: Report) => boolean;
const once =
  (field: 'title' | 'abstract' | 'container' | 'volume' | 'issue' | 'publisher' | 'accession' | 'database'): Place =>
  (text, record) => {
    record[field] = text;
    return true;
  };
const list =
  (field: 'headings' | 'languages' | 'urls'): Place =>
  (text, record) => {
    record[field].push(...several(text));
    return true;
  };
const dated =
  (kind: keyof BibRecord['dates']): Place =>
  (text, record, problem) => {
    if (!readDate(text)) problem('bad-date', kind, text);
    record.dates[kind] = text;
    return true;
  };

/** How tables tick a box. */
const YES = /^(?:y|yes|true|1|x|✓|✔|j|ja|oui|sí|si|peer[- ]reviewed|refereed)$/i;

/** What each role does with a cell; true when the record then holds all that the cell says. */
const PLACE: Readonly<Record<Exclude<ColumnRole, 'startPage' | 'endPage'>, Place>> = {
  title: once('title'),
  abstract: once('abstract'),
  container: once('container'),
  volume: once('volume'),
  issue: once('issue'),
  publisher: once('publisher'),
  accession: once('accession'),
  database: once('database'),
  keywords: list('headings'),
  refereed(text, record) {
    keepExtra(record, 'Peer reviewed', YES.test(text) ? 'yes' : text);
    return true;
  },
  language: list('languages'),
  url: list('urls'),
  date: dated('issue'),
  online: dated('online'),
  added: dated('added'),
  authors(text, record) {
    record.authors.push(...several(text).map(readName));
    return true;
  },
  pages(text, record) {
    record.pages = plainPages(text);
    return true;
  },
  type(text, record) {
    for (const term of several(text)) record.types.push({ vocabulary: 'own', term });
    return true;
  },
  pmid(text, record) {
    record.pmid = normalisePmid(text);
    return record.pmid === text;
  },
  doi(text, record, problem) {
    record.doi = normaliseDoi(text);
    if (!record.doi) problem('bad-doi', 'DOI', text);
    return record.doi === text;
  },
  issn(text, record, problem) {
    const found = text.match(/\d{4}-?\d{3}[\dXx]/g) ?? [];
    for (const part of found) {
      const issn = checkIssn(part);
      if (issn) record.issns.push(issn);
      else problem('bad-issn', 'ISSN', part);
    }
    return record.issns.join('; ') === text;
  },
  isbn(text, record) {
    record.isbns.push(...several(text).map(checkIsbn).filter(Boolean));
    return record.isbns.join('; ') === text;
  },
};
