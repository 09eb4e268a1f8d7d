import { checkIsbn, checkIssn, readDate } from '@/core/record';
import { type Embargo, readEmbargo } from './embargo';

/** A stretch of a title that a library has. Dates are ISO, as exact as the list has them; '' is open. */
export interface Coverage {
  from: string;
  to: string;
  fromVolume: string;
  fromIssue: string;
  toVolume: string;
  toIssue: string;
}

/** A title that a library holds, as a list of holdings says. */
export interface HeldTitle {
  title: string;
  /** Bare numbers that passed their check digit. */
  issns: string[];
  isbns: string[];
  kind: 'serial' | 'monograph' | '';
  /** How much of each item is there. */
  depth: 'fulltext' | 'selected' | 'abstracts' | 'print' | '';
  open: boolean;
  coverage: Coverage;
  embargo: Embargo[];
  url: string;
  publisher: string;
  /** Line of the list, from 1, for what is said of it. */
  line: number;
}
export interface ReadHoldings {
  titles: HeldTitle[];
  problems: { line: number; message: string }[];
}

/** What a file is that is no list of holdings. */
export class HoldingsFault extends Error {}

const NEEDED = 'publication_title';

/** A cell as a spreadsheet may have written it: in quotation marks, those within doubled. */
function unquoted(cell: string): string {
  const text = cell.trim();
  return text.length > 1 && text.startsWith('"') && text.endsWith('"') ? text.slice(1, -1).replace(/""/g, '"').trim() : text;
}

/**
 * Reads a list of holdings: a table by tabs, its first line the names of the fields. Fields in any order; those that are not
 * known are left out; a line that cannot be used is named and costs no other.
 * @throws HoldingsFault when it is no such list
 * @source NISO RP-9-2014, KBART: Knowledge Bases and Related Tools, section 6.6, the fields of a file; from memory
 */
export function readKbart(text: string): ReadHoldings {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
  const names = (lines[0] ?? '').split('\t').map((n) => n.trim().toLowerCase());
  if (!names.includes(NEEDED))
    throw new HoldingsFault(
      `The first line has no field “${NEEDED}”: a list of holdings (KBART) is a table by tabs that begins with the names of its fields.`,
    );
  const titles: HeldTitle[] = [];
  const problems: ReadHoldings['problems'] = [];
  for (const [i, line] of lines.entries()) {
    if (i === 0 || line.trim() === '') continue;
    const report = (message: string) => problems.push({ line: i + 1, message });
    const cells = line.split('\t');
    const of = (name: string) => unquoted(cells[names.indexOf(name)] ?? '');
    const title = of(NEEDED);
    if (cells.length > names.length && cells.slice(names.length).some((c) => c.trim() !== ''))
      report(`It has ${cells.length} cells where there are ${names.length} fields.`);
    else if (!title) report('It has no title.');
    else titles.push(titleOf(of, title, i + 1, report));
  }
  return { titles, problems };
}

function titleOf(of: (name: string) => string, title: string, line: number, report: (message: string) => void): HeldTitle {
  const [issns, isbns]: [string[], string[]] = [[], []];
  for (const name of ['print_identifier', 'online_identifier']) {
    const number = of(name);
    if (!number) continue;
    const plain = number.replace(/[\u2010-\u2015]/g, '-');
    const issn = checkIssn(plain);
    const isbn = checkIsbn(plain);
    if (issn) issns.push(issn);
    else if (isbn) isbns.push(isbn);
    else report(`“${number}” is neither an ISSN nor an ISBN.`);
  }
  const date = (name: string): string => {
    const said = of(name);
    if (said && !(/^\d{4}(?:-\d{2}){0,2}$/.test(said) && readDate(said))) report(`“${said}” (${name}) is no date.`);
    return /^\d{4}(?:-\d{2}){0,2}$/.test(said) && readDate(said) ? said : '';
  };
  const embargo = readEmbargo(of('embargo_info'));
  if (embargo === null) report(`“${of('embargo_info')}” is no embargo: as R1Y, P6M or R10Y;P30D.`);
  const kind = of('publication_type').toLowerCase();
  const depth = of('coverage_depth').toLowerCase();
  return {
    title,
    ...{ issns, isbns, line },
    kind: kind === 'serial' || kind === 'monograph' ? kind : '',
    depth: depth === 'fulltext' || depth === 'abstracts' || depth === 'print' ? depth : depth.startsWith('selected') ? 'selected' : '',
    open: of('access_type').toUpperCase() === 'F',
    coverage: {
      from: date('date_first_issue_online'),
      to: date('date_last_issue_online'),
      fromVolume: of('num_first_vol_online'),
      fromIssue: of('num_first_issue_online'),
      toVolume: of('num_last_vol_online'),
      toIssue: of('num_last_issue_online'),
    },
    embargo: embargo ?? [],
    url: of('title_url'),
    publisher: of('publisher_name'),
  };
}
