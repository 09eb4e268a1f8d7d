import type { BibRecord } from '@/core/record';

/** What is asked of another library for one work. */
export interface RequestLine {
  work: number;
  /** A book is lent; of what stands in something a copy is sent. */
  kind: 'loan' | 'copy';
  title: string;
  authors: string;
  container: string;
  year: string;
  volume: string;
  issue: string;
  pages: string;
  publisher: string;
  issn: string;
  isbn: string;
  doi: string;
  pmid: string;
}

/** The fields of a request in the order in which they are written, with their names. @source common practice of interlibrary loan forms */
export const REQUEST_FIELDS = [
  ['work', 'our number'],
  ['kind', 'loan or copy'],
  ['authors', 'author'],
  ['title', 'title'],
  ['container', 'in'],
  ['year', 'year'],
  ['volume', 'volume'],
  ['issue', 'issue'],
  ['pages', 'pages'],
  ['publisher', 'publisher'],
  ['issn', 'ISSN'],
  ['isbn', 'ISBN'],
  ['doi', 'DOI'],
  ['pmid', 'PMID'],
] as const satisfies readonly (readonly [keyof RequestLine, string])[];

export function requestLine(work: number, record: BibRecord): RequestLine {
  const whole = record.isbns.length > 0 && !record.pages && (!record.container || record.container === record.title);
  return {
    work,
    kind: whole ? 'loan' : 'copy',
    title: record.title,
    authors: record.authors
      .slice(0, 3)
      .map((a) => [a.family, a.given].filter(Boolean).join(', '))
      .concat(record.authors.length > 3 ? ['and others'] : [])
      .join('; '),
    container: whole ? '' : record.container,
    year: /\b\d{4}\b/.exec(record.dates.issue || record.dates.online)?.[0] ?? '',
    ...{ volume: record.volume, issue: record.issue, pages: record.pages, publisher: record.publisher },
    ...{ issn: record.issns[0] ?? '', isbn: record.isbns[0] ?? '', doi: record.doi, pmid: record.pmid },
  };
}

/** One request in words, a field a line; empty fields are left out. */
export const requestText = (line: RequestLine): string =>
  REQUEST_FIELDS.flatMap(([field, name]) => (line[field] === '' ? [] : [`${name}: ${line[field]}`])).join('\n');

/** What is still missing for somebody else to find it. */
export function lacking(line: RequestLine): string[] {
  const missing: string[] = [];
  if (!line.title) missing.push('a title');
  if (line.kind === 'copy' && !line.container && !line.doi && !line.pmid) missing.push('what it stands in');
  if (!line.year) missing.push('a year');
  return missing;
}

/** The text of an e-mail that asks for several works. @param by ISO date until which they are needed; '' for none */
export function requestMail(lines: readonly RequestLine[], asker: string, by: string): string {
  const one = lines.length === 1;
  const needed = by ? ` We need ${one ? 'it' : 'them'} by ${by}.` : '';
  return [
    `Dear colleagues,\n\nplease send us ${one ? 'the following work' : `the following ${lines.length} works`} for a review.${needed}`,
    ...lines.map((line, i) => `${i + 1}.\n${requestText(line)}`),
    `With thanks${asker ? `,\n${asker}` : ''}`,
  ].join('\n\n');
}
