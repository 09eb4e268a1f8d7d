import { type BibRecord, readDate } from '@/core/record';
import { oneLine } from '../one-line';

/** RIS types for records of other formats. @source RIS Format Specifications; CSL 1.0.2 and BibTeX names of item types */
const FROM_OTHERS: Readonly<Record<string, string>> = {
  'article-journal': 'JOUR',
  'article-magazine': 'MGZN',
  'article-newspaper': 'NEWS',
  article: 'JOUR',
  inproceedings: 'CPAPER',
  'paper-conference': 'CPAPER',
  book: 'BOOK',
  inbook: 'CHAP',
  incollection: 'CHAP',
  chapter: 'CHAP',
  thesis: 'THES',
  phdthesis: 'THES',
  mastersthesis: 'THES',
  report: 'RPRT',
  techreport: 'RPRT',
  dataset: 'DATA',
  patent: 'PAT',
  standard: 'STAND',
  webpage: 'ELEC',
  online: 'ELEC',
};

export function risType(record: BibRecord): string {
  for (const { vocabulary, term } of record.types) {
    if (vocabulary === 'ris-type') return term;
    if (Object.hasOwn(FROM_OTHERS, term)) return FROM_OTHERS[term]!;
  }
  return record.container ? 'JOUR' : 'GEN';
}

/** A date with its four parts, so that "online" stands in the last: "2020///online". */
const online = (date: string): string => {
  const parts = /^\d{8}$/.test(date) ? [date.slice(0, 4), date.slice(4, 6), date.slice(6)] : date.split(/[-/]/);
  return [parts[0], parts[1] ?? '', parts[2] ?? '', 'online'].join('/');
};

/**
 * A record as a RIS entry, `TY` to `ER`, lines ended CRLF. Long text stays on one line: wrapped lines come back
 * with spaces inside words in several readers. Fields without a place of their own are written under their own tag.
 * @param notes text for `N1`, one line each
 * @source RIS Format Specifications
 */
export function writeRis(record: BibRecord, notes: readonly string[] = []): string {
  const lines: string[] = [];
  const put = (tag: string, value: string) => {
    if (value.trim()) lines.push(`${tag}  - ${oneLine(value)}`);
  };
  const own = record.format === 'ris';
  lines.push(`TY  - ${risType(record)}`);
  put('TI', record.title);
  for (const author of record.authors) put('AU', author.given ? `${author.family}, ${author.given}` : author.family);
  if (record.container !== record.title || !own) put('JO', record.container);
  else put('T2', record.container);
  const { issue } = record.dates;
  if (/^\d{4}$/.test(issue)) put('PY', issue);
  else if (issue && readDate(issue)) {
    if (!own) put('PY', /\d{4}/.exec(issue)?.[0] ?? '');
    put('DA', issue);
  }
  if (record.dates.online) put('DA', online(record.dates.online));
  put('VL', record.volume);
  put('IS', record.issue);
  const [start, ...rest] = own && record.extra.EP ? [record.pages] : record.pages.split(/[-–]/);
  put('SP', rest.length > 1 ? record.pages : (start ?? ''));
  if (rest.length === 1) put('EP', rest[0]!);
  put('PB', record.publisher);
  const said = own ? (record.extra.SN ?? []).join(' ').replace(/[^\dX ]/gi, '') : '';
  for (const number of [...record.issns, ...record.isbns]) if (!said.includes(number.replace(/-/g, ''))) put('SN', number);
  put('DO', record.doi);
  put('AN', record.accession);
  put('DB', record.database);
  for (const language of record.languages) put('LA', language);
  for (const heading of record.headings) put('KW', heading);
  for (const url of record.urls) put('UR', url);
  put('AB', record.abstract);
  if (own) for (const [tag, values] of Object.entries(record.extra)) for (const value of values) put(tag, value);
  else if (record.pmid) put('C2', `PMID: ${record.pmid}`);
  for (const note of notes) put('N1', note);
  lines.push('ER  - ');
  return `${lines.join('\r\n')}\r\n`;
}
