import { checkIssn } from '@/core/record';
import {
  entryKey,
  entryName,
  JOURNAL_KINDS,
  type JournalKind,
  PRESS_KINDS,
  type PressKind,
  type Refereed,
  type VenueEntry,
} from '@/core/venues';
import { RowReader } from '../csv/rows';

/** A row of a register that cannot be used, or not as it stands. */
export interface VenueProblem {
  line: number;
  column: string;
  text: string;
  message: string;
  /** The whole row was left out; otherwise only the cell. */
  rowLost: boolean;
}
export interface VenueFile {
  entries: VenueEntry[];
  problems: VenueProblem[];
}

type Column = 'type' | 'issn' | 'title' | 'kind' | 'refereed' | 'from' | 'to' | 'publisher' | 'tags' | 'name' | 'isbn';
/** Headers as lists of journals print them. @source KBART (NISO RP-9) for its column names; the rest is common practice */
const HEADERS: Readonly<Record<string, Column>> = {
  type: 'type',
  issn: 'issn',
  issns: 'issn',
  eissn: 'issn',
  'e issn': 'issn',
  'print issn': 'issn',
  'online issn': 'issn',
  'electronic issn': 'issn',
  pissn: 'issn',
  print_identifier: 'issn',
  online_identifier: 'issn',
  title: 'title',
  journal: 'title',
  'journal title': 'title',
  publication_title: 'title',
  kind: 'kind',
  publication_type: 'type',
  'source type': 'kind',
  refereed: 'refereed',
  'peer reviewed': 'refereed',
  'peer review': 'refereed',
  from: 'from',
  'from year': 'from',
  since: 'from',
  start: 'from',
  date_first_issue_online: 'from',
  to: 'to',
  'to year': 'to',
  until: 'to',
  end: 'to',
  date_last_issue_online: 'to',
  publisher: 'publisher',
  publisher_name: 'publisher',
  tags: 'tags',
  name: 'name',
  press: 'name',
  isbn: 'isbn',
  'isbn prefix': 'isbn',
  'isbn prefixes': 'isbn',
};
const KIND_WORDS: Readonly<Record<string, JournalKind>> = {
  scholarly: 'scholarly-journal',
  'scholarly journal': 'scholarly-journal',
  academic: 'scholarly-journal',
  journal: 'scholarly-journal',
  trade: 'trade-journal',
  'trade journal': 'trade-journal',
  newspapers: 'newspaper',
  conference: 'proceedings',
  'conference proceedings': 'proceedings',
  preprints: 'preprint-server',
  register: 'study-register',
  encyclopedia: 'reference-work',
};
const PRESS_WORDS: Readonly<Record<string, PressKind>> = {
  'university press': 'scholarly',
  academic: 'scholarly',
  commercial: 'trade',
  popular: 'trade',
  'self publishing': 'self-publishing',
  self: 'self-publishing',
  vanity: 'self-publishing',
};
const YES = new Set(['yes', 'y', 'true', '1', 'refereed', 'peer reviewed', 'x']);
const NO = new Set(['no', 'n', 'false', '0', 'not refereed']);

/**
 * Reads a register of venues from a table: journals (issn, title, kind, refereed, from, to, publisher, tags) and presses
 * (name, isbn, kind), in one table or apart. A row is a press when it says so, or has no title and a name.
 * @returns the entries, and every cell or row that could not be used, with its line
 */
export function readVenues(text: string): VenueFile {
  const file: VenueFile = { entries: [], problems: [] };
  const clean = text.replace(/^\uFEFF/, '');
  const delimiter = delimiterOf(clean);
  const reader = new RowReader(delimiter);
  const rows = [...reader.push({ text: clean, valid: true }), ...reader.end()];
  const header = rows.shift();
  if (!header) {
    file.problems.push({ line: 1, column: '', text: '', message: 'The file is empty.', rowLost: true });
    return file;
  }
  const columns = header.cells.map(
    (cell) =>
      HEADERS[
        cell
          .trim()
          .toLowerCase()
          .replace(/[-\s]+/g, ' ')
      ] ?? HEADERS[cell.trim().toLowerCase()],
  );
  if (!columns.some((c) => c === 'title' || c === 'name' || c === 'issn')) {
    const message = 'The first line names no column for a title, a name or an ISSN.';
    file.problems.push({ line: header.line, column: '', text: header.raw.slice(0, 200), message, rowLost: true });
    return file;
  }
  const lines = new Map<string, number>();
  for (const row of rows) {
    const cells = (column: Column): string[] => row.cells.flatMap((cell, i) => (columns[i] === column && cell.trim() ? [cell.trim()] : []));
    const entry = row.fault ? null : readRow(cells, row.line, file.problems);
    if (row.fault)
      file.problems.push({
        line: row.line,
        column: '',
        text: row.raw.slice(0, 200),
        message: 'A quote in this row is never closed.',
        rowLost: true,
      });
    if (!entry) continue;
    const key = entryKey(entry);
    const before = lines.get(key);
    if (before !== undefined) {
      const message = `“${entryName(entry)}” stands in line ${before} already, for the same years.`;
      file.problems.push({ line: row.line, column: '', text: row.raw.slice(0, 200), message, rowLost: true });
      continue;
    }
    lines.set(key, row.line);
    file.entries.push(entry);
  }
  return file;
}

function delimiterOf(text: string): ',' | ';' | '\t' {
  const head = text.slice(0, text.indexOf('\n') < 0 ? undefined : text.indexOf('\n'));
  const count = (c: string) => head.split(c).length;
  return count('\t') > count(',') ? '\t' : count(';') > count(',') ? ';' : ',';
}

function readRow(cells: (column: Column) => string[], line: number, problems: VenueProblem[]): VenueEntry | null {
  const one = (column: Column) => cells(column)[0] ?? '';
  const problem = (column: Column, text: string, message: string, rowLost = false) =>
    problems.push({ line, column, text, message, rowLost });
  const kindWord = one('kind').toLowerCase();
  const type = one('type').toLowerCase();
  const isPress =
    type === 'press' ||
    type === 'publisher' ||
    (type !== 'journal' && type !== 'serial' && !one('title') && (one('name') !== '' || cells('isbn').length > 0));
  if (isPress) {
    const name = one('name') || one('title') || one('publisher');
    if (!name) {
      problem('name', '', 'A press without a name.', true);
      return null;
    }
    const kind = (PRESS_KINDS as readonly string[]).includes(kindWord) ? (kindWord as PressKind) : PRESS_WORDS[kindWord.replace(/-/g, ' ')];
    if (!kind) {
      problem('kind', one('kind'), `A press is one of: ${PRESS_KINDS.join(', ')}.`, true);
      return null;
    }
    return { type: 'press', name, isbnPrefixes: isbnPrefixes(cells('isbn'), problem), kind };
  }
  const title = one('title') || one('name');
  const issns: string[] = [];
  for (const text of cells('issn')
    .flatMap((c) => c.split(/[\s,;|/]+/))
    .filter(Boolean)) {
    const issn = checkIssn(text);
    if (issn) issns.push(issn);
    else problem('issn', text, 'The check digit of this ISSN is wrong, or it is no ISSN.');
  }
  if (!title && issns.length === 0) {
    problem('title', '', 'A journal without a title and without an ISSN that can be used.', true);
    return null;
  }
  const kind = (JOURNAL_KINDS as readonly string[]).includes(kindWord)
    ? (kindWord as JournalKind)
    : KIND_WORDS[kindWord.replace(/-/g, ' ')];
  if (kindWord && !kind) problem('kind', one('kind'), `Not a kind of venue that is known. Known: ${JOURNAL_KINDS.join(', ')}.`);
  return {
    type: 'journal',
    title,
    issns: [...new Set(issns)],
    kind: kind ?? '',
    refereed: refereedOf(one('refereed'), problem),
    from: yearOf('from', one('from'), problem),
    to: yearOf('to', one('to'), problem),
    publisher: one('publisher'),
    tags: cells('tags')
      .flatMap((t) => t.split(/\s*[;|]\s*/))
      .filter(Boolean),
  };
}

type Report = (column: Column, text: string, message: string) => unknown;

function refereedOf(text: string, problem: Report): Refereed {
  const word = text.toLowerCase().replace(/-/g, ' ');
  if (word === '' || word === '?' || word === 'unknown') return '';
  if (YES.has(word)) return 'yes';
  if (NO.has(word)) return 'no';
  problem('refereed', text, 'Write yes or no, or leave it empty when it is unknown.');
  return '';
}

function yearOf(column: 'from' | 'to', text: string, problem: Report): number | null {
  if (text === '') return null;
  const year = /^(\d{4})(?:-\d\d(?:-\d\d)?)?$/.exec(text)?.[1];
  if (!year) problem(column, text, 'A year is four digits.');
  return year ? Number(year) : null;
}

function isbnPrefixes(cells: readonly string[], problem: Report): string[] {
  return cells
    .flatMap((c) => c.split(/[\s,;|/]+/))
    .filter(Boolean)
    .flatMap((text) => {
      const digits = text.replace(/-/g, '');
      if (/^97[89]\d{1,9}$/.test(digits)) return [digits];
      if (/^\d{1,9}$/.test(digits)) return [`978${digits}`];
      problem('isbn', text, 'An ISBN prefix is digits and hyphens, as 978-1-234.');
      return [];
    });
}
