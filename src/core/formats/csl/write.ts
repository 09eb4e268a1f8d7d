import { type BibRecord, lastDayOfMonth, readDate } from '@/core/record';

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

/** A record as a CSL-JSON item; absent fields are left out. */
export function toCsl(record: BibRecord): Record<string, unknown> {
  const ris = record.types.find((t) => t.vocabulary === 'ris-type')?.term;
  const article = record.types.some((t) => t.vocabulary === 'mesh-publication-type') ? 'article-journal' : 'document';
  const item: Record<string, unknown> = {
    id: record.accession,
    type: (ris && TYPES[ris]) ?? article,
    title: record.title,
    author: record.authors.map((a) => (a.given ? { family: a.family, given: a.given } : { literal: a.family })),
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
    keyword: record.headings.join(', '),
    URL: record.urls[0] ?? '',
    issued: cslDate(record.dates.issue || record.dates.online),
  };
  return Object.fromEntries(Object.entries(item).filter(([, v]) => v !== '' && v !== null && !(Array.isArray(v) && v.length === 0)));
}

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
