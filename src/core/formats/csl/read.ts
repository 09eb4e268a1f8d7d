import {
  type BibRecord,
  checkIsbn,
  checkIssn,
  checkOrcid,
  clip,
  emptyRecord,
  normaliseDoi,
  normalisePmid,
  type Person,
  type Problem,
  readDate,
} from '@/core/record';
import { asEntry, rejection } from '../as-entry';
import { type Entry, type EntryReader, KEPT_OF_LONG_ENTRY, type TextBlock } from '../entry';
import { plainPages } from '../one-line';
import { JsonItems, type RawItem } from './items';

/**
 * A streaming reader of CSL-JSON: an array of items, or items one after another. Properties without a place in the
 * record are kept as JSON.
 * @source Citation Style Language 1.0.2, CSL-JSON schema
 */
export const createCslReader = (): EntryReader => new CslReader();

class CslReader implements EntryReader {
  private readonly items = new JsonItems();
  private ordinal = 0;

  push(block: TextBlock): Entry[] {
    return this.items.push(block).map((item) => this.entry(item));
  }
  end(): Entry[] {
    return this.items.end().map((item) => this.entry(item));
  }

  private entry({ text: raw, line, tooLong, stray, closed, valid }: RawItem): Entry {
    const place = { ordinal: ++this.ordinal, line, raw: tooLong ? raw.slice(0, KEPT_OF_LONG_ENTRY) : raw };
    const reject = (code: Problem['code'], text = raw) => rejection(place, code, text);
    if (tooLong) return reject('entry-too-long');
    if (stray) return reject('text-outside-entry');
    if (!closed) return reject('entry-not-closed');
    if (nesting(raw) > 60) return reject('too-deep');
    let item: unknown;
    try {
      item = JSON.parse(raw);
    } catch (error) {
      return reject('not-well-formed', (error as Error).message);
    }
    const problems: Problem[] = valid ? [] : [{ code: 'not-utf8', line, text: '' }];
    return asEntry(place, problems, (problem) =>
      toRecord(item as Record<string, unknown>, (code, field, text) => problem({ code, line, field, text: clip(text) })),
    );
  }
}

function nesting(text: string): number {
  let [depth, most] = [0, 0];
  for (let at = 0; at < text.length; at++) {
    const c = text.charCodeAt(at);
    if (c === 123 || c === 91) most = Math.max(most, ++depth);
    else if (c === 125 || c === 93) depth--;
  }
  return most;
}

type Report = (code: Problem['code'], field: string, text: string) => void;

/** Text properties with one place each in the record. */
const PLACES = {
  title: 'title',
  abstract: 'abstract',
  'container-title': 'container',
  volume: 'volume',
  issue: 'issue',
  publisher: 'publisher',
  source: 'database',
} as const;

function toRecord(item: Record<string, unknown>, problem: Report): BibRecord {
  const record = emptyRecord('csl-json');
  for (const [key, value] of Object.entries(item)) {
    if (value === null || value === '') continue;
    const done = Object.hasOwn(PLACES, key)
      ? place(record, PLACES[key as keyof typeof PLACES], value)
      : Object.hasOwn(READ, key) && READ[key]!(value, record, problem);
    if (!done) setExtra(record, key, value);
  }
  if (!record.types.length) problem('no-type', 'type', '');
  return record;
}

/** Kept so that it is written back exactly: as JSON. */
function setExtra(record: BibRecord, key: string, value: unknown) {
  Object.defineProperty(record.extra, key, { value: [JSON.stringify(value)], enumerable: true, configurable: true, writable: true });
}

const isText = (value: unknown): value is string | number => typeof value === 'string' || typeof value === 'number';

function place(record: BibRecord, field: (typeof PLACES)[keyof typeof PLACES], value: unknown): boolean {
  if (!isText(value)) return false;
  record[field] = String(value).trim();
  return String(value) === record[field];
}

/** Properties that need reading; each says whether the record now holds all of it. */
const READ: Readonly<Record<string, (value: unknown, record: BibRecord, problem: Report) => boolean>> = {
  id(value, record) {
    if (!isText(value)) return false;
    record.accession = String(value);
    return typeof value === 'string';
  },
  type(value, record) {
    if (typeof value !== 'string') return false;
    record.types.push({ vocabulary: 'csl-type', term: value });
    return true;
  },
  genre(value, record) {
    if (typeof value !== 'string') return false;
    record.types.push({ vocabulary: 'own', term: value });
    return true;
  },
  author(value, record) {
    if (!Array.isArray(value)) return false;
    const people = value.map(person);
    record.authors = people.flatMap((p) => (p ? [p.person] : []));
    return people.every((p) => p?.plain);
  },
  page(value, record) {
    if (!isText(value)) return false;
    record.pages = plainPages(String(value));
    return String(value) === record.pages;
  },
  DOI(value, record, problem) {
    const doi = normaliseDoi(String(value));
    if (!doi) problem('bad-doi', 'DOI', String(value));
    record.doi = doi;
    return doi === value;
  },
  PMID(value, record) {
    record.pmid = normalisePmid(String(value));
    return record.pmid === value;
  },
  ISSN(value, record, problem) {
    const parts = (Array.isArray(value) ? value : [value]).flatMap((v) => String(v).split(/[,;]\s*/));
    for (const part of parts) {
      const issn = checkIssn(part);
      if (issn) record.issns.push(issn);
      else problem('bad-issn', 'ISSN', part);
    }
    return record.issns.join(', ') === value;
  },
  ISBN(value, record) {
    const parts = (Array.isArray(value) ? value : [value]).flatMap((v) => String(v).split(/[,;]\s*/));
    record.isbns = parts.map(checkIsbn).filter(Boolean);
    return record.isbns.join(', ') === value;
  },
  URL(value, record) {
    if (typeof value !== 'string') return false;
    record.urls = [value];
    return true;
  },
  language(value, record) {
    if (typeof value !== 'string') return false;
    record.languages = [value];
    return true;
  },
  keyword(value, record) {
    if (typeof value !== 'string') return false;
    record.headings = value.split(/;\s*/).length > 1 ? value.split(/;\s*/) : value.split(/,\s*/);
    record.headings = record.headings.map((h) => h.trim()).filter(Boolean);
    return record.headings.length > 1 ? record.headings.join('; ') === value : record.headings[0] === value;
  },
  issued: (value, record, problem) => date('issue', 'issued', value, record, problem),
  'available-date': (value, record, problem) => date('online', 'available-date', value, record, problem),
};

function person(value: unknown): { person: Person; plain: boolean } | null {
  if (typeof value !== 'object' || value === null) return null;
  const { family, given, literal, ORCID, ...rest } = value as Record<string, unknown>;
  const particle = [rest['non-dropping-particle'], rest['dropping-particle']].filter(isText).join(' ');
  const name = isText(family) ? [particle, family].filter(Boolean).join(' ') : isText(literal) ? String(literal) : '';
  const orcid = isText(ORCID) ? checkOrcid(String(ORCID)) : '';
  if (!name && !isText(given)) return null;
  const found: Person = name ? { family: name, given: isText(given) ? String(given) : '' } : { family: String(given), given: '' };
  const plain =
    Object.keys(rest).length === 0 &&
    (orcid || undefined) === ORCID &&
    (isText(family) ? literal === undefined && isText(given) && given !== '' : isText(literal) && given === undefined);
  return { person: orcid ? { ...found, orcid } : found, plain };
}

function date(kind: 'issue' | 'online', field: string, value: unknown, record: BibRecord, problem: Report): boolean {
  const text = dateText(value);
  record.dates[kind] = text;
  if (text && !readDate(text)) problem('bad-date', field, text);
  return text !== '' && JSON.stringify(cslDateOf(text)) === JSON.stringify(value);
}

/** Date parts as ISO, a season as EDTF, anything else as it is printed. */
function dateText(value: unknown): string {
  if (isText(value)) return String(value);
  if (typeof value !== 'object' || value === null) return '';
  const { 'date-parts': parts, season, raw, literal } = value as Record<string, unknown>;
  if (!Array.isArray(parts)) return isText(raw) ? String(raw) : isText(literal) ? String(literal) : '';
  const ends = parts
    .filter(Array.isArray)
    .map((p) => iso(p as unknown[]))
    .filter(Boolean);
  const seasoned = isText(season) && /^[1-4]$/.test(String(season)) && /^\d{4}$/.test(ends[0] ?? '');
  return seasoned ? `${ends[0]}-2${season}` : ends.slice(0, 2).join('/');
}

const iso = (parts: unknown[]): string =>
  parts
    .slice(0, 3)
    .map((p, i) => String(p).padStart(i === 0 ? 4 : 2, '0'))
    .join('-');

/** A date's text as CSL wants it. @returns null for an empty text */
export function cslDateOf(text: string): object | null {
  if (!text) return null;
  const season = /^(\d{4})-2([1-4])$/.exec(text);
  if (season) return { 'date-parts': [[Number(season[1])]], season: Number(season[2]) };
  const ends = text.split('/');
  if (ends.length <= 2 && ends.every((e) => /^\d{4}(?:-\d\d){0,2}$/.test(e)))
    return { 'date-parts': ends.map((e) => e.split('-').map(Number)) };
  return null;
}
