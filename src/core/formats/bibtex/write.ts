import type { BibRecord } from '@/core/record';
import { escapeLatex } from './latex';

/** BibTeX entry types for records of other formats. @source BibTeX (btxdoc), standard entry types */
const FROM_OTHERS: Readonly<Record<string, string>> = {
  JOUR: 'article',
  EJOUR: 'article',
  MGZN: 'article',
  NEWS: 'article',
  INPR: 'article',
  BOOK: 'book',
  CHAP: 'incollection',
  CONF: 'inproceedings',
  CPAPER: 'inproceedings',
  THES: 'phdthesis',
  RPRT: 'techreport',
  'article-journal': 'article',
  'article-magazine': 'article',
  'article-newspaper': 'article',
  book: 'book',
  chapter: 'incollection',
  'paper-conference': 'inproceedings',
  thesis: 'phdthesis',
  report: 'techreport',
};

function entryType(record: BibRecord): string {
  for (const { vocabulary, term } of record.types) {
    if (vocabulary === 'bibtex-type') return term;
    if (Object.hasOwn(FROM_OTHERS, term)) return FROM_OTHERS[term]!;
  }
  return record.container || record.pmid ? 'article' : 'misc';
}

const IN_BOOK = new Set(['inproceedings', 'incollection', 'inbook', 'conference']);
const SCHOOL = new Set(['phdthesis', 'mastersthesis', 'thesis']);
const INSTITUTION = new Set(['techreport', 'report']);

/**
 * A record as a BibTeX entry. Titles stand in two pairs of braces, so that styles leave their capitals alone.
 * @param key used when the record has no accession that can be one
 */
export function writeBibtex(record: BibRecord, notes: readonly string[] = [], key = 'record'): string {
  const type = entryType(record);
  const own = record.format === 'bibtex';
  const fields: string[] = [];
  const raw = (name: string, value: string) => {
    if (value) fields.push(`  ${name} = {${value}},`);
  };
  const put = (name: string, value: string) => raw(name, escapeLatex(value));
  if (record.title) raw('title', `{${escapeLatex(record.title)}}`);
  raw('author', record.authors.map(name).join(' and '));
  put(IN_BOOK.has(type) ? 'booktitle' : 'journal', record.container);
  const { issue, online } = record.dates;
  const month = /^(\d{4})-(0[1-9]|1[0-2])$/.exec(issue);
  if (/^\d{4}$/.test(issue)) put('year', issue);
  else if (month) {
    put('year', month[1]!);
    put('month', String(Number(month[2])));
  } else put('date', issue || (own ? '' : online));
  put('volume', record.volume);
  put('number', record.issue);
  put('pages', record.pages.replace(/(?<=\w)-(?=\w)/g, '--'));
  put(SCHOOL.has(type) ? 'school' : INSTITUTION.has(type) ? 'institution' : 'publisher', record.publisher);
  raw('doi', record.doi);
  if (!own || !record.extra.pmid) raw('pmid', record.pmid);
  if (!own || !record.extra.issn) raw('issn', record.issns.join(','));
  if (!own || !record.extra.isbn) raw('isbn', record.isbns.join(','));
  for (const { vocabulary, term } of record.types) if (vocabulary === 'own') put('type', term);
  for (const language of record.languages) put('language', language);
  put('keywords', record.headings.length > 1 ? record.headings.join('; ') : (record.headings[0] ?? ''));
  for (const url of record.urls)
    raw(
      'url',
      url.replace(/[{}\s\\]/g, (c) => encodeURIComponent(c)),
    );
  put('abstract', record.abstract);
  if (own) for (const [field, values] of Object.entries(record.extra)) for (const value of values) put(field, value);
  for (const note of notes) put('note', note);
  const id = record.accession.replace(/[^\w:.+/-]/g, '') || key;
  return `@${type}{${id},\n${fields.join('\n')}\n}\n`;
}

const name = ({ family, given }: BibRecord['authors'][number]): string =>
  given ? `${escapeName(family)}, ${escapeName(given)}` : `{${escapeLatex(family)}}`;

/** A comma or an "and" inside a name stands in braces. */
const escapeName = (text: string): string => (/,|\band\b/.test(text) ? `{${escapeLatex(text)}}` : escapeLatex(text));
