import { checkIssn } from '@/core/record';
import type { StandingRow } from '@/core/venues';
import { RowReader } from '../csv/rows';

export interface ReadStandings {
  rows: StandingRow[];
  problems: { line: number; message: string }[];
  /** Names of the columns that were used, as the file has them. */
  used: string[];
}

/** What a file is that is no list of venues with their standing. */
export class StandingFault extends Error {}

/** Names under which lists print a column. @source common practice */
const COLUMNS: Readonly<Record<'title' | 'issn' | 'field' | 'standing' | 'year', RegExp>> = {
  title: /^(?:title|journal|journal title|source title|venue|name)$/,
  issn: /^(?:e-?|p-?|print |online |electronic )?issns?$/,
  field: /^(?:disciplines?|fields?(?: of study)?|subjects?(?: areas?)?|category|categories)$/,
  standing: /^(?:quartile|best quartile|standing|class|rank|tier|level)$/,
  year: /^(?:year|edition|list year)$/,
};
const MOST_NAMED = 200;

/**
 * Reads a table of venues with fields of study, a quartile or another standing, and perhaps a year. A line that cannot be used
 * costs no other.
 * @throws StandingFault when its first line names neither a venue nor anything that is said of one
 */
export function readStandings(text: string): ReadStandings {
  const clean = text.replace(/^\uFEFF/, '');
  const head = clean.slice(0, clean.search(/[\r\n]|$/));
  const most = ([',', ';', '\t'] as const).toSorted((a, b) => head.split(b).length - head.split(a).length)[0]!;
  const reader = new RowReader(most);
  const [header, ...rows] = [...reader.push({ text: clean, valid: true }), ...reader.end()];
  const names =
    header?.cells.map((c) =>
      c
        .trim()
        .toLowerCase()
        .replace(/[_\s]+/g, ' '),
    ) ?? [];
  const at = (what: keyof typeof COLUMNS) => names.flatMap((name, i) => (COLUMNS[what].test(name) ? [i] : []));
  const where = { title: at('title'), issn: at('issn'), field: at('field'), standing: at('standing'), year: at('year') };
  if (where.title.length + where.issn.length === 0) throw new StandingFault('The first line names no column for a title or an ISSN.');
  if (where.field.length + where.standing.length === 0)
    throw new StandingFault('The first line names no column for a field of study, a quartile or another standing.');
  const read: ReadStandings = { rows: [], problems: [], used: Object.values(where).flatMap((list) => list.map((i) => header!.cells[i]!)) };
  for (const row of rows) {
    if (!row.fault && row.cells.every((c) => c.trim() === '')) continue;
    const report = (message: string) => {
      if (read.problems.length < MOST_NAMED) read.problems.push({ line: row.line, message });
    };
    if (row.fault) {
      report('A quote in this row is never closed.');
      continue;
    }
    const cells = (what: keyof typeof COLUMNS) => where[what].flatMap((i) => (row.cells[i]?.trim() ? [row.cells[i]!.trim()] : []));
    const issns: string[] = [];
    for (const part of cells('issn').flatMap((c) => c.split(/[\s,;|/]+/))) {
      const issn = checkIssn(part) || (/^\d{7}[\dxX]$/.test(part) ? checkIssn(`${part.slice(0, 4)}-${part.slice(4)}`) : '');
      if (issn) issns.push(issn);
      else if (part) report(`“${part.slice(0, 40)}” is no ISSN, or its check digit is wrong.`);
    }
    const [title = ''] = cells('title');
    const [year = ''] = cells('year');
    if (year && !/^\d{4}$/.test(year)) report(`“${year.slice(0, 40)}” is no year.`);
    if (!title && issns.length === 0) report('It names no venue.');
    else
      read.rows.push({
        ...{ title, issns: [...new Set(issns)], line: row.line },
        year: /^\d{4}$/.test(year) ? Number(year) : null,
        fields: [
          ...new Set(
            cells('field')
              .flatMap((c) => c.split(/\s*[;|]\s*/))
              .filter(Boolean),
          ),
        ],
        standing: cells('standing')[0] ?? '',
      });
  }
  return read;
}
