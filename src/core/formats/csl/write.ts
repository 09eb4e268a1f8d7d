import { type BibRecord, lastDayOfMonth, readDate } from '@/core/record';
import { cslDateOf } from './read';

/** CSL item types for RIS types; journal articles and everything else follow below. @source CSL 1.0.2, RIS specification */
const TYPES: Record<string, string> = {
  JOUR: 'article-journal',
  EJOUR: 'article-journal',
  INPR: 'article-journal',
  MGZN: 'article-magazine',
  NEWS: 'article-newspaper',
  BOOK: 'book',
  EBOOK: 'book',
  EDBOOK: 'book',
  CHAP: 'chapter',
  ECHAP: 'chapter',
  CONF: 'paper-conference',
  CPAPER: 'paper-conference',
  THES: 'thesis',
  RPRT: 'report',
  GOVDOC: 'report',
  DATA: 'dataset',
  PAT: 'patent',
  STAND: 'standard',
  ENCYC: 'entry-encyclopedia',
  DICT: 'entry-dictionary',
  ELEC: 'webpage',
  BLOG: 'post-weblog',
  VIDEO: 'motion_picture',
  MPCT: 'motion_picture',
  SOUND: 'song',
  MAP: 'map',
}; // prettier-ignore

/** CSL item types for BibTeX and BibLaTeX entry types. @source BibLaTeX manual, section 2.1; CSL 1.0.2, appendix III */
const FROM_BIBTEX: Record<string, string> = {
  article: 'article-journal',
  inproceedings: 'paper-conference',
  conference: 'paper-conference',
  proceedings: 'book',
  book: 'book',
  collection: 'book',
  inbook: 'chapter',
  incollection: 'chapter',
  phdthesis: 'thesis',
  mastersthesis: 'thesis',
  thesis: 'thesis',
  techreport: 'report',
  report: 'report',
  dataset: 'dataset',
  patent: 'patent',
  online: 'webpage',
}; // prettier-ignore

function cslType(record: BibRecord): string {
  for (const { vocabulary, term } of record.types) {
    if (vocabulary === 'csl-type') return term;
    const known = vocabulary === 'ris-type' ? TYPES[term] : vocabulary === 'bibtex-type' ? FROM_BIBTEX[term] : undefined;
    if (known) return known;
  }
  return record.types.some((t) => t.vocabulary === 'mesh-publication-type') ? 'article-journal' : 'document';
}

/** A record as a CSL-JSON item; absent fields are left out, and properties that were kept come back as they were. */
export function toCsl(record: BibRecord): Record<string, unknown> {
  const own = record.format === 'csl-json';
  const date = (text: string) => (own ? (cslDateOf(text) ?? cslDate(text)) : cslDate(text));
  const { issue, online } = record.dates;
  const item: Record<string, unknown> = {
    id: record.accession,
    type: own ? (record.types.find((t) => t.vocabulary === 'csl-type')?.term ?? '') : cslType(record),
    title: record.title,
    author: record.authors.map(cslName),
    'container-title': record.container,
    volume: record.volume,
    issue: record.issue,
    page: record.pages,
    publisher: record.publisher,
    DOI: record.doi,
    PMID: record.pmid,
    ISSN: record.issns.join(', '),
    ISBN: record.isbns.join(', '),
    abstract: record.abstract,
    language: record.languages[0] ?? '',
    keyword: record.headings.join('; '),
    URL: record.urls[0] ?? '',
    genre: record.types.find((t) => t.vocabulary === 'own')?.term ?? '',
    source: record.database,
    issued: date(own ? issue : issue || online),
    'available-date': own ? date(online) : null,
  };
  if (own) for (const [key, [json]] of Object.entries(record.extra)) item[key] = JSON.parse(json!);
  return Object.fromEntries(Object.entries(item).filter(([, v]) => v !== '' && v !== null && !(Array.isArray(v) && v.length === 0)));
}

const cslName = ({ family, given, orcid }: BibRecord['authors'][number]) => ({
  ...(given ? { family, given } : { literal: family }),
  ...(orcid ? { ORCID: orcid } : {}),
});

/** A year, month or day, or a range of them, as exact as the date is; one that cannot be placed is kept as literal text. */
function cslDate(text: string): object | null {
  if (!text) return null;
  const interval = readDate(text);
  if (!interval) return { literal: text };
  const parts = (day: number) => {
    const date = new Date(day * 86_400_000);
    return [date.getUTCFullYear(), date.getUTCMonth() + 1, date.getUTCDate()] as const;
  };
  const [from, to] = [parts(interval.from), parts(interval.to)];
  const wholeMonths = from[2] === 1 && to[2] === lastDayOfMonth(to[0], to[1]);
  const wholeYears = wholeMonths && from[1] === 1 && to[1] === 12;
  const exact = wholeYears ? 1 : wholeMonths ? 2 : 3;
  const ends = [from.slice(0, exact), to.slice(0, exact)];
  return { 'date-parts': ends[0]!.join() === ends[1]!.join() ? [ends[0]] : ends };
}
