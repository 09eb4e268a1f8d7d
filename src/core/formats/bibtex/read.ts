import {
  type BibRecord,
  checkIsbn,
  checkIssn,
  clip,
  emptyRecord,
  normaliseDoi,
  normalisePmid,
  type Person,
  type Problem,
  readDate,
} from '@/core/record';
import { type Entry, type EntryReader, KEPT_OF_LONG_ENTRY, type TextBlock } from '../entry';
import { plainPages } from '../one-line';
import { keepExtra } from '../tagged';
import { titleProblems } from '../title-problems';
import { type BibtexEntry, MONTH_STRINGS, readFields, splitOutside } from './fields';
import { decodeLatex } from './latex';
import { type BibtexPiece, BibtexPieces } from './split';

/**
 * A streaming reader of BibTeX and BibLaTeX. Strings are carried on, LaTeX is decoded, fields without a place in the
 * record are kept under their names.
 * @source BibTeX (btxdoc) and the BibLaTeX manual, sections 2.1 and 2.2
 */
export const createBibtexReader = (): EntryReader => new BibtexReader();

const MAX_STRINGS = 10_000;

class BibtexReader implements EntryReader {
  private readonly pieces = new BibtexPieces();
  private readonly strings = new Map<string, string>();
  private ordinal = 0;

  push(block: TextBlock): Entry[] {
    return this.pieces.push(block).flatMap((piece) => this.entry(piece));
  }
  end(): Entry[] {
    return this.pieces.end().flatMap((piece) => this.entry(piece));
  }

  private entry({ kind, text: raw, line, closed, tooLong, valid }: BibtexPiece): Entry[] {
    const reject = (code: Problem['code'], text = raw): Entry[] => [
      {
        kind: 'rejected',
        ordinal: ++this.ordinal,
        line,
        raw: tooLong ? raw.slice(0, KEPT_OF_LONG_ENTRY) : raw,
        problem: { code, line, text: clip(text) },
      },
    ];
    if (tooLong) return reject('entry-too-long');
    if (kind === 'stray') return reject('text-outside-entry');
    if (!closed) return reject('entry-not-closed');
    if (kind === 'comment' || kind === 'preamble') return [];
    const read = readFields(kind === 'string' ? raw.replace(/[{(]/, '{string,') : raw, this.strings);
    if (typeof read === 'string') return reject('not-well-formed', read);
    if (kind === 'string') {
      for (const { name, value } of read.fields) if (this.strings.size < MAX_STRINGS) this.strings.set(name, value);
      return [];
    }
    const problems: Problem[] = valid ? [] : [{ code: 'not-utf8', line, text: '' }];
    const record = toRecord(read, (code, field, text) => problems.push({ code, line, field, text: clip(text) }));
    if (!record.title && !record.doi && !record.pmid) return reject('no-title-or-identifier');
    titleProblems(record, line, problems);
    return [{ kind: 'record', ordinal: ++this.ordinal, line, raw, record, problems }];
  }
}

type Report = (code: Problem['code'], field: string, text: string) => void;

/** Fields with one place each in the record; several names for one place are common practice. */
const PLACES: Readonly<Record<string, 'title' | 'abstract' | 'container' | 'volume' | 'issue' | 'publisher'>> = {
  title: 'title',
  abstract: 'abstract',
  journal: 'container',
  journaltitle: 'container',
  booktitle: 'container',
  volume: 'volume',
  number: 'issue',
  issue: 'issue',
  publisher: 'publisher',
  school: 'publisher',
  institution: 'publisher',
  organization: 'publisher',
};

function toRecord({ type, key, fields }: BibtexEntry, problem: Report): BibRecord {
  const record = emptyRecord('bibtex');
  record.accession = key;
  record.types.push({ vocabulary: 'bibtex-type', term: type });
  const when: { date?: string; year?: string; month?: string } = {};
  for (const { name, value } of fields) {
    const place = Object.hasOwn(PLACES, name) ? PLACES[name]! : null;
    const text = VERBATIM.has(name) ? verbatim(value) : decodeLatex(value);
    if (text === '') continue;
    if (place && !record[place]) record[place] = text;
    else if ((name === 'date' || name === 'year' || name === 'month') && when[name] === undefined) when[name] = text;
    else if (!(Object.hasOwn(READ, name) && READ[name]!(text, value, record, problem))) keepExtra(record, name, text);
  }
  placeDate(when, record, problem);
  return record;
}

const VERBATIM = new Set(['url', 'doi', 'eprint', 'file', 'issn', 'isbn', 'pmid']);
const verbatim = (value: string): string => value.replace(/\\([_%&#$~])/g, '$1').replace(/[{}\s]/g, '');

/** Fields that need reading; each says whether the record now holds all of it. */
const READ: Readonly<Record<string, (text: string, value: string, record: BibRecord, problem: Report) => boolean>> = {
  author(_, value, record) {
    if (record.authors.length) return false;
    record.authors = splitOutside(value, /\s+and\s+/).map(person);
    return true;
  },
  pages(text, _, record) {
    if (record.pages) return false;
    record.pages = plainPages(text);
    return true;
  },
  doi(text, _, record, problem) {
    const doi = normaliseDoi(text);
    if (!doi) problem('bad-doi', 'doi', text);
    record.doi ||= doi;
    return text === record.doi;
  },
  pmid(text, _, record) {
    record.pmid ||= normalisePmid(text);
    return text === record.pmid;
  },
  issn(text, _, record, problem) {
    const parts = text.match(/\d{4}-?\d{3}[\dXx]/g) ?? [];
    for (const part of parts) {
      const issn = checkIssn(part);
      if (issn) record.issns.push(issn);
      else problem('bad-issn', 'issn', part);
    }
    return record.issns.join(',') === text;
  },
  isbn(text, _, record) {
    record.isbns.push(...text.split(/[,;]/).map(checkIsbn).filter(Boolean));
    return record.isbns.join(',') === text;
  },
  keywords(text, _, record) {
    record.headings.push(
      ...text
        .split(text.includes(';') ? /;\s*/ : /,\s*/)
        .map((k) => k.trim())
        .filter(Boolean),
    );
    return true;
  },
  language(text, _, record) {
    record.languages.push(text);
    return true;
  },
  url(text, _, record) {
    record.urls.push(text);
    return true;
  },
  type(text, _, record) {
    record.types.push({ vocabulary: 'own', term: text });
    return true;
  },
};

/** "von Last, First", "von Last, Jr, First", "First von Last", or a group in braces. */
function person(name: string): Person {
  if (/^\{[^{}]*\}$/.test(name)) return { family: decodeLatex(name), given: '' };
  const parts = splitOutside(name, /,/);
  if (parts.length > 1) {
    const [family, ...rest] = parts.map(decodeLatex) as [string, ...string[]];
    const given = rest.at(-1)!;
    return { family, given: rest.length > 1 ? `${given}, ${rest[0]}` : given };
  }
  const words = splitOutside(name, /[\s~]+/);
  if (words.length < 2) return { family: decodeLatex(name), given: '' };
  // A word in lower case begins the family name; without one, the last word is it.
  const von = words.findIndex((w, i) => i > 0 && i < words.length - 1 && /^[a-z]/.test(w));
  const cut = von > 0 ? von : words.length - 1;
  return { family: decodeLatex(words.slice(cut).join(' ')), given: decodeLatex(words.slice(0, cut).join(' ')) };
}

function placeDate({ date, year, month }: { date?: string; year?: string; month?: string }, record: BibRecord, problem: Report) {
  const number = month === undefined ? '' : (MONTH_STRINGS.get(month.toLowerCase().slice(0, 3)) ?? (/^\d{1,2}$/.test(month) ? month : ''));
  const built = year && number ? `${year}-${number.padStart(2, '0')}` : year && month ? `${year} ${month}` : year;
  const text = date ?? built ?? '';
  if (text && !readDate(text)) problem('bad-date', date ? 'date' : 'year', text);
  record.dates.issue = text;
  if (date !== undefined) {
    if (year !== undefined) keepExtra(record, 'year', year);
    if (month !== undefined) keepExtra(record, 'month', month);
  } else if (month !== undefined && !year) keepExtra(record, 'month', month);
}
