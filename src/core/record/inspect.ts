import type { BibRecord } from './bib-record';
import { readDate } from './day-interval';
import { checkIsbn, checkIssn, checkOrcid, normaliseDoi } from './identifiers';

export type FindingCode =
  | 'title-in-capitals'
  | 'names-swapped'
  | 'name-in-capitals'
  | 'markup'
  | 'impossible-date'
  | 'dates-disagree'
  | 'session-link'
  | 'proxy-link'
  | 'bad-check-digit';

/** Something about a record's fields that a person should look at before citing it. */
export interface Finding {
  code: FindingCode;
  field: string;
  /** The words it is about. */
  text: string;
  message: string;
}

const upper = (text: string) => text.replace(/[^\p{L}]/gu, '');
const isCapitals = (text: string, least: number) => {
  const letters = upper(text);
  return letters.length >= least && letters === letters.toUpperCase() && letters !== letters.toLowerCase();
};

/** Given names that stand in the family name's place: initials before the comma, a long name behind it. */
const looksSwapped = (family: string, given: string) => /^(?:[A-Z]\.?[\s-]?){1,3}$/.test(family) && /^[\p{Lu}][\p{Ll}]{2,}/u.test(given);

const TITLE_MARKUP = /<\/?[a-z][^>]{0,80}>|&(?:[a-z]{2,8}|#\d+);|\\[a-z]+\{|\$[^$]+\$/i;

/** Parts of addresses that belong to one visit or one library (common practice). */
const SESSION = /[?&;/](?:jsessionid|phpsessid|sessionid|session_id|sid|sess|token|_ticket|utm_[a-z]+)=|;jsessionid=/i;
const PROXY = /(?:^|\.|-)(?:proxy|ezp|libproxy|webvpn|remotexs)[.\d-]|[?&](?:qurl|proxyurl)=|\/login\?url=https?/i;

/**
 * Flags for suspicious metadata and for links that will not last. Nothing is changed: wrong metadata is a person's to
 * judge.
 * @param thisYear the year of the review's as-of date
 * @source what goes wrong in exported metadata is common practice; check digits as in `identifiers`
 */
export function inspectRecord(record: BibRecord, thisYear: number): Finding[] {
  const found: Finding[] = [];
  const say = (code: FindingCode, field: string, text: string, message: string) => found.push({ code, field, text, message });
  if (isCapitals(record.title, 12))
    say(
      'title-in-capitals',
      'title',
      record.title,
      'The title is in capitals: names and abbreviations in it cannot be told from other words.',
    );
  const markup = TITLE_MARKUP.exec(record.title);
  if (markup) say('markup', 'title', markup[0], 'The title holds markup or an entity that was not resolved.');
  for (const { family, given } of record.authors) {
    const name = given ? `${family}, ${given}` : family;
    if (looksSwapped(family, given)) say('names-swapped', 'authors', name, 'Given and family name look swapped.');
    else if (isCapitals(family, 4) && given !== '') say('name-in-capitals', 'authors', name, 'The family name is in capitals.');
  }
  inspectDates(record, thisYear, say);
  for (const url of record.urls) {
    if (SESSION.test(url))
      say('session-link', 'link', url, 'The link belongs to one visit and will not last. Use the permanent link or the DOI.');
    else if (PROXY.test(url))
      say(
        'proxy-link',
        'link',
        url,
        'The link goes through a library’s proxy: others cannot follow it. Use the permanent link or the DOI.',
      );
  }
  for (const { name, text, ok } of identifiersOf(record))
    if (!ok) say('bad-check-digit', name, text, `The ${name} fails its check digit or does not have its form.`);
  return found;
}

function inspectDates(record: BibRecord, thisYear: number, say: (code: FindingCode, field: string, text: string, message: string) => void) {
  const spans = (['issue', 'online', 'added'] as const).flatMap((kind) => {
    const text = record.dates[kind];
    const span = text ? readDate(text) : null;
    if (text && !span) say('impossible-date', kind, text, `“${text}” is no date that can be placed.`);
    return span ? [{ kind, text, span, year: new Date(span.from * 86_400_000).getUTCFullYear() }] : [];
  });
  for (const { kind, text, year } of spans)
    if (year > thisYear + 1 || year < 1450) say('impossible-date', kind, text, `${year} cannot be its year.`);
  const [issue, online] = [spans.find((s) => s.kind === 'issue'), spans.find((s) => s.kind === 'online')];
  if (issue && online && online.year - issue.year > 1)
    say('dates-disagree', 'online', online.text, `It is dated ${issue.text}, yet came online only in ${online.text}.`);
}

/** An identifier a record gives, and whether its form and check digit are right. */
export interface CheckedIdentifier {
  name: 'DOI' | 'PMID' | 'ISSN' | 'ISBN' | 'ORCID';
  text: string;
  ok: boolean;
}

/** Every identifier of a record with its check, also those that failed and were only kept. */
export function identifiersOf(record: BibRecord): CheckedIdentifier[] {
  const found: CheckedIdentifier[] = [];
  const add = (name: CheckedIdentifier['name'], text: string, ok: boolean) => {
    const same = (a: string) => a.replace(/\W/g, '').toLowerCase();
    if (!found.some((f) => f.name === name && same(f.text) === same(text))) found.push({ name, text, ok });
  };
  if (record.doi) add('DOI', record.doi, true);
  if (record.pmid) add('PMID', record.pmid, true);
  for (const issn of record.issns) add('ISSN', issn, true);
  for (const isbn of record.isbns) add('ISBN', isbn, true);
  for (const { orcid } of record.authors) if (orcid) add('ORCID', orcid, true);
  for (const [key, values] of Object.entries(record.extra)) {
    const name = /^(?:SN|IS|issn)$/i.test(key)
      ? 'ISSN'
      : /^(?:DO|doi)$/i.test(key)
        ? 'DOI'
        : /^isbn$/i.test(key)
          ? 'ISBN'
          : /^(?:AUID|orcid)$/i.test(key)
            ? 'ORCID'
            : null;
    if (name) for (const value of values) addKept(name, value, add);
  }
  return found;
}

function addKept(
  name: CheckedIdentifier['name'],
  value: string,
  add: (name: CheckedIdentifier['name'], text: string, ok: boolean) => void,
) {
  if (name === 'DOI') add(name, normaliseDoi(value) || value, normaliseDoi(value) !== '');
  else if (name === 'ORCID') {
    if (/\d{4}-?\d{4}-?\d{4}/.test(value)) add(name, checkOrcid(value) || value, checkOrcid(value) !== '');
  } else {
    for (const part of value.match(/(?<![\d-])[\d-]{9,16}[\dXx]?|\d{4}-?\d{3}[\dXx]/g) ?? []) {
      const digits = part.replace(/-/g, '');
      if (digits.length === 8) add('ISSN', checkIssn(part) || part, checkIssn(part) !== '');
      else if (digits.length === 10 || digits.length === 13) add('ISBN', checkIsbn(part) || part, checkIsbn(part) !== '');
    }
  }
}
