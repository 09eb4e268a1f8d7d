import { type BibRecord, readDate } from '@/core/record';

const oneLine = (text: string) => text.replace(/\s*[\r\n]+\s*/g, ' ').trim();

/**
 * A record as a RIS entry, `TY` to `ER`, lines ended CRLF. Long text stays on one line: wrapped lines come back
 * with spaces inside words in several readers. Fields without a place of their own are written under their own tag.
 * @param note text for `N1`, one line each
 * @source RIS Format Specifications
 */
export function writeRis(record: BibRecord, notes: readonly string[] = []): string {
  const lines: string[] = [];
  const put = (tag: string, value: string) => {
    if (value.trim()) lines.push(`${tag}  - ${oneLine(value)}`);
  };
  lines.push(`TY  - ${record.types.find((t) => t.vocabulary === 'ris-type')?.term ?? (record.container ? 'JOUR' : 'GEN')}`);
  put('TI', record.title);
  for (const author of record.authors) put('AU', author.given ? `${author.family}, ${author.given}` : author.family);
  put('T2', record.container);
  const date = record.dates.issue || record.dates.online;
  const year = /\d{4}/.exec(date)?.[0] ?? '';
  put('PY', year);
  if (date && date !== year && readDate(date)) put('DA', date);
  put('VL', record.volume);
  put('IS', record.issue);
  const [start, end] = record.pages.split(/[-–]/, 2);
  put('SP', start ?? '');
  put('EP', end ?? '');
  put('PB', record.publisher);
  const written = new Set((record.extra.SN ?? []).map((v) => v.replace(/\D/g, '')));
  for (const number of [...record.issns, ...record.isbns]) if (!written.has(number.replace(/\D/g, ''))) put('SN', number);
  put('DO', record.doi);
  put('AN', record.accession);
  put('DB', record.database);
  for (const language of record.languages) put('LA', language);
  for (const heading of record.headings) put('KW', heading);
  for (const url of record.urls) put('UR', url);
  put('AB', record.abstract);
  for (const [tag, values] of Object.entries(record.extra)) if (/^[A-Z][A-Z0-9]$/.test(tag)) for (const value of values) put(tag, value);
  for (const note of notes) put('N1', note);
  lines.push('ER  - ');
  return `${lines.join('\r\n')}\r\n`;
}
