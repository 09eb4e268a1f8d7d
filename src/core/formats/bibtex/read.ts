import {
  type BibRecord,
  checkIsbn,
  checkIssn,
  clip,
  emptyRecord,
  INHERITED,
  normaliseDoi,
  normalisePmid,
  type Person,
  type Problem,
  readDate,
} from '@/core/record';
import { asEntry, rejection } from '../as-entry';
import { type Entry, type EntryReader, KEPT_OF_LONG_ENTRY, type TextBlock } from '../entry';
import { plainPages } from '../one-line';
import { keepExtra } from '../tagged';
import { type BibtexEntry, MONTH_NUMBERS, readFields, splitOutside } from './fields';
import { Inheritance } from './inherit';
import { decodeLatex } from './latex';
import { type BibtexPiece, BibtexPieces } from './split';

/**
 * A streaming reader of BibTeX and BibLaTeX. Strings are carried on, LaTeX is decoded, fields without a place in the
 * record are kept under their names.
 * @source BibTeX (btxdoc) and the BibLaTeX manual, sections 2.1 and 2.2
 */
export const createBibtexReader = (): EntryReader => new BibtexReader();

const MAX_STRINGS = 10_000;

/** An entry that waits for what it inherits, which may stand behind it. */
interface Waiting {
  read: BibtexEntry;
  raw: string;
  line: number;
  ordinal: number;
  valid: boolean;
}
const MOST_WAITING = 20_000;

class BibtexReader implements EntryReader {
  private readonly pieces = new BibtexPieces();
  private readonly strings = new Map<string, string>();
  private readonly inheritance = new Inheritance();
  private waiting: Waiting[] = [];
  private ordinal = 0;

  push(block: TextBlock): Entry[] {
    return this.pieces.push(block).flatMap((piece) => this.entry(piece));
  }
  end(): Entry[] {
    const last = this.pieces.end().flatMap((piece) => this.entry(piece));
    const waited = this.waiting.map((w) => this.record(w));
    this.waiting = [];
    return [...last, ...waited];
  }

  private entry({ kind, text: raw, line, closed, tooLong, valid }: BibtexPiece): Entry[] {
    const reject = (code: Problem['code'], text = raw): Entry[] => [
      rejection({ ordinal: ++this.ordinal, line, raw: tooLong ? raw.slice(0, KEPT_OF_LONG_ENTRY) : raw }, code, text),
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
    this.inheritance.keep(read);
    // It holds fields for others, and is itself no publication.
    if (read.type === 'xdata') return [];
    const entry = { read, raw, line, ordinal: ++this.ordinal, valid };
    const waits = Inheritance.parentsOf(read).some(({ key }) => !this.inheritance.has(key));
    if (!waits || this.waiting.length >= MOST_WAITING) return [this.record(entry)];
    this.waiting.push(entry);
    return [];
  }

  private record({ read, raw, line, ordinal, valid }: Waiting): Entry {
    const problems: Problem[] = valid ? [] : [{ code: 'not-utf8', line, text: '' }];
    const { fields, missing } = this.inheritance.of(read);
    for (const key of missing) problems.push({ code: 'nothing-to-inherit', line, field: 'crossref', text: clip(key) });
    return asEntry({ ordinal, line, raw }, problems, (problem) => {
      const record = toRecord({ ...read, fields: [...read.fields, ...fields] }, (code, field, text) =>
        problem({ code, line, field, text: clip(text) }),
      );
      for (const { name, from } of fields) keepExtra(record, INHERITED, `${name} from ${from}`);
      return record;
    });
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
  wholeTitle(record);
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

/** Parts of a title have fields of their own: together they are the title. They stay under their names, too. */
function wholeTitle(record: BibRecord) {
  const part = (name: string) => record.extra[name]?.[0] ?? '';
  if (record.title && part('subtitle')) record.title += `${/[?!:]$/.test(record.title) ? ' ' : ': '}${part('subtitle')}`;
  if (record.title && part('titleaddon')) record.title += `${/[.?!]$/.test(record.title) ? ' ' : '. '}${part('titleaddon')}`;
  const under = part('booksubtitle') || part('journalsubtitle');
  if (record.container && under) record.container += `: ${under}`;
}

function placeDate({ date, year, month }: { date?: string; year?: string; month?: string }, record: BibRecord, problem: Report) {
  const when = year && month !== undefined ? (monthOf(year, month) ?? year) : year;
  // A month that cannot be read takes nothing else with it.
  const lost = month !== undefined && (!year || when === year);
  const text = date ?? when ?? '';
  if (text && !readDate(text)) problem('bad-date', date ? 'date' : 'year', text);
  record.dates.issue = text;
  if (date !== undefined && year !== undefined) keepExtra(record, 'year', year);
  if (month !== undefined && (date !== undefined || lost)) keepExtra(record, 'month', month);
}

/** "3", "mar", "10 March", "March 10", "Jun/Sep", "May–June" with its year as a date that can be read; null else. */
function monthOf(year: string, month: string): string | null {
  if (!/^\d{4}$/.test(year)) return null;
  const number = (word: string): string | null => {
    if (/^(?:0?[1-9]|1[0-2])$/.test(word)) return word.padStart(2, '0');
    return (/^[A-Za-z]{3,9}$/.test(word) && MONTH_NUMBERS.get(word.toLowerCase().slice(0, 3))?.padStart(2, '0')) || null;
  };
  const words = month
    .replace(/[.,]/g, ' ')
    .split(/\s*(?:\/|--?|–|—|\band\b|&|\bto\b)\s*/i)
    .map((w) => w.trim());
  const [first, second] = words.map(number);
  if (words.length === 1 && first) return `${year}-${first}`;
  if (words.length === 2 && first && second) return `${year}-${first}/${year}-${second}`;
  const day = /^(?:([A-Za-z]{3,9})\s+(\d{1,2})(?:st|nd|rd|th)?|(\d{1,2})(?:st|nd|rd|th)?\s+([A-Za-z]{3,9}))$/.exec(words[0]!);
  const named = day && number(day[1] ?? day[4]!);
  if (named) return `${year}-${named}-${(day[2] ?? day[3]!).padStart(2, '0')}`;
  const season = `${year} ${month}`;
  return readDate(season) ? season : null;
}
