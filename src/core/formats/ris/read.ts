import {
  type BibRecord,
  checkIsbn,
  checkIssn,
  clip,
  type DayInterval,
  emptyRecord,
  normaliseDoi,
  normalisePmid,
  type Problem,
  readDate,
  readName,
} from '@/core/record';
import { RIS_TYPES } from '@/core/vocabularies';
import type { EntryReader, TaggedField } from '../entry';
import { keepDate, keepExtra, type TaggedFormat, TaggedReader } from '../tagged';

/**
 * A streaming reader of RIS. Unknown tags are kept, tags may repeat, a missing `ER` and continuation lines are read.
 * @source RIS Format Specifications; the variants of tags are common practice
 */
export const createRisReader = (): EntryReader => new TaggedReader(RIS);

const SPACE = 32;
const HYPHEN = 45;
const isCapital = (c: number) => c >= 65 && c <= 90;
const isDigit = (c: number) => c >= 48 && c <= 57;

const RIS: TaggedFormat = {
  tagLength: 2,
  opens: 'TY',
  closes: 'ER',
  /** A capital, a capital or digit, one or two spaces, a hyphen, and a space or the end of the line. */
  valueAt(text, from, to) {
    if (to - from < 4 || !isCapital(text.charCodeAt(from))) return -1;
    const second = text.charCodeAt(from + 1);
    if ((!isCapital(second) && !isDigit(second)) || text.charCodeAt(from + 2) !== SPACE) return -1;
    const hyphen = text.charCodeAt(from + 3) === SPACE ? from + 4 : from + 3;
    if (hyphen >= to || text.charCodeAt(hyphen) !== HYPHEN) return -1;
    if (hyphen + 1 >= to) return to;
    return text.charCodeAt(hyphen + 1) === SPACE ? hyphen + 2 : -1;
  },
  toRecord,
};

/** Tags that say the same, most trusted first: the first one present is the record's, the others are kept beside it. */
const SAME = {
  title: ['TI', 'T1', 'CT', 'BT'],
  container: ['JO', 'JF', 'T2', 'JA', 'J2', 'J1'],
  abstract: ['AB', 'N2'],
  accession: ['AN', 'ID'],
  database: ['DB', 'DP'],
} as const;
const GROUP = new Map<string, keyof typeof SAME>(
  (Object.keys(SAME) as (keyof typeof SAME)[]).flatMap((group) => SAME[group].map((tag) => [tag, group] as const)),
);

function toRecord(fields: TaggedField[], problem: (p: Problem) => void): BibRecord {
  const record = emptyRecord('ris');
  const groups: Partial<Record<keyof typeof SAME, TaggedField[]>> = {};
  const dates: TaggedField[] = [];
  let [start, end] = ['', ''];
  for (const field of fields) {
    const { value } = field;
    const { tag } = field;
    if (value === '' && tag !== 'TY') continue;
    switch (tag) {
      case 'TY':
        readType(field, record, problem);
        break;
      case 'AU':
      case 'A1':
        record.authors.push(readName(value));
        break;
      case 'KW':
        record.headings.push(value);
        break;
      case 'PY':
      case 'Y1':
      case 'DA':
        dates.push(field);
        break;
      case 'VL':
        if (record.volume) keepExtra(record, tag, value);
        else record.volume = value;
        break;
      case 'IS':
        if (record.issue) keepExtra(record, tag, value);
        else record.issue = value;
        break;
      case 'PB':
        if (record.publisher) keepExtra(record, tag, value);
        else record.publisher = value;
        break;
      case 'SP':
        if (start) keepExtra(record, tag, value);
        else start = value;
        break;
      case 'EP':
        if (end) keepExtra(record, tag, value);
        else end = value;
        break;
      case 'SN':
        readStandardNumber(field, record, problem);
        break;
      case 'DO':
        readDoi(field, record, problem);
        break;
      case 'LA':
        record.languages.push(value);
        break;
      case 'UR':
      case 'L1':
      case 'L2':
      case 'LK':
        record.urls.push(value);
        break;
      default: {
        const group = GROUP.get(tag);
        if (!group) keepExtra(record, tag, value);
        else if (groups[group]) groups[group].push(field);
        else groups[group] = [field];
      }
    }
  }
  for (const group of Object.keys(groups) as (keyof typeof SAME)[]) placeFirst(group, groups[group]!, record);
  if (record.title === '' && record.container !== '' && groups.container!.some((f) => f.tag === 'T2')) record.title = record.container;
  record.pages = end && end !== start && !start.includes('-') ? `${start}-${end}` : start || end;
  if (end && record.pages === start && end !== start) keepExtra(record, 'EP', end);
  placeDates(dates, record, problem);
  if (!record.doi && record.urls.length) record.doi = record.urls.map(normaliseDoi).find(Boolean) ?? '';
  if (record.extra.C2 || record.extra.M2) record.pmid = pmidIn([...(record.extra.C2 ?? []), ...(record.extra.M2 ?? [])]);
  return record;
}

/** The first field of the most trusted tag; what says something else is kept, so that nothing is lost. */
function placeFirst(group: keyof typeof SAME, fields: TaggedField[], record: BibRecord) {
  let best = fields[0]!;
  if (fields.length > 1) {
    const order: readonly string[] = SAME[group];
    for (const field of fields) if (order.indexOf(field.tag) < order.indexOf(best.tag)) best = field;
    for (const field of fields) if (field.value !== best.value) keepExtra(record, field.tag, field.value);
  }
  record[group] = best.value;
}

const pmidIn = (texts: readonly string[]): string =>
  normalisePmid(texts.map((v) => /^PMID:?\s*(\d+)$/i.exec(v)?.[1] ?? '').find(Boolean) ?? '');

function readType(field: TaggedField, record: BibRecord, problem: (p: Problem) => void) {
  const type = field.value.toUpperCase();
  if (!type) {
    problem({ code: 'no-type', line: field.line, field: 'TY', text: '' });
    return;
  }
  if (!Object.hasOwn(RIS_TYPES, type)) problem({ code: 'unknown-type', line: field.line, field: 'TY', text: clip(type) });
  record.types.push({ vocabulary: 'ris-type', term: type });
}

function readDoi(field: TaggedField, record: BibRecord, problem: (p: Problem) => void) {
  const doi = normaliseDoi(field.value);
  if (!doi) problem({ code: 'bad-doi', line: field.line, field: 'DO', text: clip(field.value) });
  if (!doi || (record.doi && record.doi !== doi)) keepExtra(record, 'DO', field.value);
  else record.doi = doi;
}

const ONLINE = /\/(?:epub|online)$/i;

/**
 * The narrowest date is the one to use: `PY` often repeats only the year of `DA`. A day online ends in "/epub" or
 * "/online". A date that says something else than the one used, or nothing that can be placed, is kept.
 */
function placeDates(fields: readonly TaggedField[], record: BibRecord, problem: (p: Problem) => void) {
  let best: { text: string; span: DayInterval } | null = null;
  const others: { tag: string; text: string; span: DayInterval }[] = [];
  for (const field of fields) {
    if (ONLINE.test(field.value)) {
      const text = field.value.replace(ONLINE, '').replace(/\/+$/, '');
      if (readDate(text) && !record.dates.online) record.dates.online = text;
      else keepExtra(record, field.tag, keepDate({ ...field, value: text }, problem));
      continue;
    }
    const text = field.value.endsWith('/') ? field.value.replace(/\/+$/, '') : field.value;
    const span = readDate(text);
    if (!span) {
      problem({ code: 'bad-date', line: field.line, field: field.tag, text: clip(text) });
      keepExtra(record, field.tag, field.value);
      continue;
    }
    if (best) {
      const narrower = span.to - span.from < best.span.to - best.span.from;
      others.push({ tag: field.tag, ...(narrower ? best : { text, span }) });
      if (narrower) best = { text, span };
    } else best = { text, span };
  }
  if (!best) return;
  record.dates.issue = best.text;
  for (const { tag, text, span } of others) {
    const agrees = span.from <= best.span.from && span.to >= best.span.to;
    if (!agrees) keepExtra(record, tag, text);
  }
}

function readStandardNumber(field: TaggedField, record: BibRecord, problem: (p: Problem) => void) {
  const isbn = checkIsbn(field.value);
  if (isbn) {
    record.isbns.push(isbn);
    if (field.value.replace(/-/g, '') !== isbn) keepExtra(record, 'SN', field.value);
    return;
  }
  const found: string[] = [];
  for (const part of field.value.match(/\d{4}-?\d{3}[\dXx]/g) ?? []) {
    const issn = checkIssn(part);
    if (issn) found.push(issn);
    else problem({ code: 'bad-issn', line: field.line, field: 'SN', text: clip(part) });
  }
  record.issns.push(...found);
  if (found[0] !== field.value) keepExtra(record, 'SN', field.value);
}
