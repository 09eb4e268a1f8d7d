import { RowReader } from '@/core/formats';
import { normaliseDoi } from '@/core/record';

/** One work cites another: identifiers as "doi:10.…" or "pmid:…", and the day it did, as exact as it is known. */
export interface CitationLine {
  citing: string;
  cited: string;
  /** ISO date, or a year, or a year and month; ''. */
  on: string;
}
export interface ReadCitations {
  lines: CitationLine[];
  problems: { line: number; message: string }[];
  /** Lines that could not be used, beyond those that are named too. */
  lost: number;
}

/** What a file is that is no list of citations. */
export class CitationsFault extends Error {}

const NAMED = 200;
/** How many letters an identifier may have. */
const LONGEST = 300;

/**
 * Reads a table of citations as open citation data sets have it: a first line of names with "citing" and "cited", and where
 * there is one "creation" (the day of the citing work). Identifiers stand bare, or with "doi:" or "pmid:" before them, several
 * by spaces. A line that cannot be used costs no other.
 * @throws CitationsFault when it is no such table
 * @source the CSV of open citation indexes (oci, citing, cited, creation, timespan); from memory
 */
export function readCitations(text: string): ReadCitations {
  const clean = text.replace(/^\uFEFF/, '');
  const reader = new RowReader(clean.slice(0, clean.search(/[\r\n]|$/)).includes('\t') ? '\t' : ',');
  const [header, ...rows] = [...reader.push({ text: clean, valid: true }), ...reader.end()];
  const names = header?.cells.map((c) => c.trim().toLowerCase()) ?? [];
  const [citing, cited, creation] = ['citing', 'cited', 'creation'].map((n) => names.indexOf(n)) as [number, number, number];
  if (citing < 0 || cited < 0)
    throw new CitationsFault('The first line names no columns “citing” and “cited”: it is no table of citations.');
  const read: ReadCitations = { lines: [], problems: [], lost: 0 };
  const seen = new Set<string>();
  for (const row of rows) {
    if (!row.fault && row.cells.every((c) => c.trim() === '')) continue;
    const lose = (message: string) => {
      read.lost++;
      if (read.problems.length < NAMED) read.problems.push({ line: row.line, message });
    };
    const [from, to] = [identifierIn(row.cells[citing] ?? ''), identifierIn(row.cells[cited] ?? '')];
    if (row.fault) lose('A quote in this row is never closed.');
    else if (!from || !to) lose(`“${(row.cells[from ? cited : citing] ?? '').slice(0, 80)}” is neither a DOI nor a PMID.`);
    else if (from === to) lose('It cites itself.');
    else if (!seen.has(`${from} ${to}`)) {
      seen.add(`${from} ${to}`);
      const on = (creation < 0 ? '' : (row.cells[creation] ?? '')).trim();
      read.lines.push({ citing: from, cited: to, on: /^\d{4}(?:-\d{2}){0,2}$/.test(on) ? on : '' });
    }
  }
  return read;
}

/** The identifier of a cell: its DOI, else its PMID; '' for none. */
function identifierIn(cell: string): string {
  const parts = cell.trim().slice(0, 2000).split(/\s+/);
  const doi = parts.map((p) => normaliseDoi(p.replace(/^doi:/i, ''))).find((d) => d && d.length <= LONGEST);
  if (doi) return `doi:${doi}`;
  const pmid = parts.map((p) => /^pmid:(\d{1,9})$/i.exec(p)?.[1]).find(Boolean);
  return pmid ? `pmid:${pmid}` : '';
}

/** What a record is known by in such tables. */
export const identifiersOf = ({ doi, pmid }: { doi: string; pmid: string }): string[] => [
  ...(doi ? [`doi:${doi}`] : []),
  ...(pmid ? [`pmid:${pmid}`] : []),
];

/** How long ago something was cited, for a count that means nothing without its time. */
export interface CitedBy {
  n: number;
  /** Years between the work and today; null when its year is not known. */
  age: number | null;
}
/** New work has had no time to be cited. @source common practice */
export const TOO_YOUNG_YEARS = 3;
export const citedByWords = ({ n, age }: CitedBy): string => {
  const times = n === 1 ? 'cited once' : `cited ${n.toLocaleString('en-GB')} times`;
  if (age === null) return `${times}; its age is not known`;
  const years = age < 1 ? 'in less than a year' : age === 1 ? 'in a year' : `in ${age} years`;
  return `${times} ${years}${age < TOO_YOUNG_YEARS ? ': too new for this to say anything' : ''}`;
};
