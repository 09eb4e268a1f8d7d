import { EMPTY_SOURCE, HAND_KINDS, type HandKind, type SourceForm } from '@/core/found';
import { type BibRecord, checkIsbn, checkIssn, emptyRecord, normaliseDoi, normalisePmid, readDate, readName } from '@/core/record';
import { type PastedReference, readReference } from './reference';

/** A text that is one identifier and nothing else: a DOI, a PMID or an ISBN. @returns null for any other */
export function bareIdentifier(text: string): { doi: string } | { pmid: string } | { isbn: string } | null {
  const bare = text.trim();
  if (/^(?:doi:?\s*)?(?:https?:\/\/(?:dx\.)?doi\.org\/)?10\.\d{4,9}(?:\.\d+)*\/\S+$/i.test(bare)) return { doi: normaliseDoi(bare) };
  const isbn = /^(?:ISBN(?:-1[03])?:?\s*)?([\d-]{9,17}[\dX])$/i.exec(bare)?.[1];
  if (isbn && checkIsbn(isbn)) return { isbn: checkIsbn(isbn) };
  const pmid = /^(?:PMID:?\s*)?(\d{1,9})$/i.exec(bare)?.[1];
  return pmid ? { pmid: normalisePmid(pmid) } : null;
}

/** @source common practice: styles print it in brackets */
const THESIS = /\[[^\]]{0,40}\b(?:dissertation|thesis)\b/i;

/** How many references a text holds, as far as its lines say: numbered ones, or paragraphs each with a year. */
export function howManyIn(text: string): number {
  const numbered = text.split('\n').filter((line) => /^\s*(?:\[\d{1,3}\]|\d{1,3}[.)])\s+\S/.test(line)).length;
  const dated = text.split(/\n\s*\n/).filter((part) => /\b(?:1[5-9]|20)\d{2}\b/.test(part)).length;
  return Math.max(1, numbered, dated);
}

/** What was pasted: an identifier alone, or a reference. */
export function readSource(text: string): PastedReference {
  const own = bareIdentifier(text);
  if (!own) {
    const read = readReference(text);
    if (THESIS.test(text)) read.record.types = [{ vocabulary: 'csl-type', term: 'thesis' }];
    return read;
  }
  const record = emptyRecord('csl-json');
  if ('doi' in own) record.doi = own.doi;
  else if ('pmid' in own) record.pmid = own.pmid;
  else record.isbns = [own.isbn];
  return { record, notRead: '' };
}

/** A record as a form shows it. The kind of source is the record's own where it says one, else what its fields make likely. */
export function formOf(record: BibRecord): SourceForm {
  const said = record.types.map((t) => t.term).find((t): t is HandKind => Object.hasOwn(HAND_KINDS, t));
  const onlyAddress = record.urls.length > 0 && !record.container && !record.publisher && !record.doi;
  const likely: HandKind = onlyAddress
    ? 'webpage'
    : record.isbns.length
      ? record.container && record.pages
        ? 'chapter'
        : 'book'
      : record.container
        ? 'article-journal'
        : record.publisher
          ? 'book'
          : 'document';
  return {
    ...EMPTY_SOURCE,
    kind: said ?? likely,
    title: record.title,
    authors: record.authors.map((a) => (a.given ? `${a.family}, ${a.given}` : a.family)).join('\n'),
    ...{ container: record.container, date: record.dates.issue || record.dates.online, volume: record.volume, issue: record.issue },
    ...{ pages: record.pages, publisher: record.publisher, doi: record.doi, pmid: record.pmid, isbn: record.isbns[0] ?? '' },
    ...{ issn: record.issns[0] ?? '', url: record.urls[0] ?? '', abstract: record.abstract },
  };
}

/** What of a form cannot be taken, by its field. */
export interface FormFault {
  field: keyof SourceForm;
  message: string;
}

/** The record that a form makes. Identifiers are checked; one that is none is a fault with its place, never dropped. */
export function recordOf(form: SourceForm): { record: BibRecord; faults: FormFault[] } {
  const faults: FormFault[] = [];
  const checked = (field: keyof SourceForm, read: (text: string) => string, words: string): string => {
    const text = form[field];
    if (!text) return '';
    const value = read(text);
    if (!value) faults.push({ field, message: `“${text}” is no ${words}.` });
    return value;
  };
  const record = emptyRecord('csl-json');
  Object.assign(record, {
    ...{ title: form.title, container: form.container, volume: form.volume, issue: form.issue, pages: form.pages },
    ...{ publisher: form.publisher, abstract: form.abstract },
    types: [{ vocabulary: 'csl-type', term: form.kind }],
    authors: form.authors
      .split('\n')
      .map((name) => name.trim())
      .filter(Boolean)
      .map(readName),
    doi: checked('doi', normaliseDoi, 'DOI'),
    pmid: checked('pmid', normalisePmid, 'PMID'),
  });
  const isbn = checked('isbn', checkIsbn, 'ISBN: its check digit is wrong, or it has another length');
  const issn = checked('issn', checkIssn, 'ISSN: its check digit is wrong, or it has another length');
  if (isbn) record.isbns = [isbn];
  if (issn) record.issns = [issn];
  const url = checked(
    'url',
    (text) => (URL.canParse(text) && /^https?:/i.test(text) ? text : ''),
    'address: it begins with http:// or https://',
  );
  if (url) record.urls = [url];
  if (form.date && !readDate(form.date)) faults.push({ field: 'date', message: `“${form.date}” is no date: a year, or year-month-day.` });
  record.dates = { online: '', issue: form.date, added: '' };
  return { record, faults };
}
