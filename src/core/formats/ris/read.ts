import {
  type BibRecord,
  checkIsbn,
  checkIssn,
  clip,
  emptyRecord,
  normaliseDoi,
  normalisePmid,
  type Problem,
  readDate,
  readName,
} from '@/core/record';
import { RIS_TYPES } from '@/core/vocabularies';
import { keepDate, keepExtra, type TaggedFormat, TaggedReader } from '../assemble';
import type { EntryReader, TaggedField } from '../entry';

const TAG = /^([A-Z][A-Z0-9]) {1,2}-(?: (.*)|)$/;

/** Tags with a place of their own in the record; all others are kept in `extra`. First match wins for a text. */
const TITLE = ['TI', 'T1', 'CT', 'BT'];
const CONTAINER = ['JO', 'JF', 'T2', 'JA', 'J2', 'J1'];
const AUTHOR = new Set(['AU', 'A1']);
const PLACED = new Set([
  ...TITLE,
  ...CONTAINER,
  ...AUTHOR,
  'TY',
  'AB',
  'N2',
  'PY',
  'Y1',
  'DA',
  'VL',
  'IS',
  'SP',
  'EP',
  'PB',
  'SN',
  'DO',
  'AN',
  'ID',
  'KW',
  'LA',
  'UR',
  'L1',
  'L2',
  'LK',
  'DB',
  'DP',
]); // prettier-ignore

/**
 * A streaming reader of RIS. Unknown tags are kept, tags may repeat, a missing `ER` and continuation lines are read.
 * @source RIS Format Specifications; the variants of tags are common practice
 */
export const createRisReader = (): EntryReader => new TaggedReader(RIS);

const RIS: TaggedFormat = {
  opens: 'TY',
  closes: 'ER',
  readTag(line) {
    const found = TAG.exec(line);
    return found ? { tag: found[1]!, value: found[2] ?? '' } : null;
  },
  // Joined with a space, as wrapped text wants; a long word that was cut has no space to lose in the sources we read.
  continues: (value, line) => `${value} ${line.trim()}`.trim(),
  toRecord,
};

function toRecord(fields: TaggedField[], problem: (p: Problem) => void): BibRecord {
  const record = emptyRecord();
  const first = (tags: readonly string[]) => {
    for (const tag of tags) {
      const value = fields.find((f) => f.tag === tag && f.value.trim() !== '')?.value.trim();
      if (value) return value;
    }
    return '';
  };
  record.title = first(TITLE);
  record.container = first(CONTAINER);
  if (record.title === '' && fields.some((f) => f.tag === 'T2')) record.title = first(['T2']);
  record.abstract = first(['AB', 'N2']);
  record.volume = first(['VL']);
  record.issue = first(['IS']);
  record.publisher = first(['PB']);
  record.accession = first(['AN', 'ID']);
  record.database = first(['DB', 'DP']);
  const [start, end] = [first(['SP']), first(['EP'])];
  record.pages = end && end !== start && !start.includes('-') ? `${start}-${end}` : start;
  readType(fields, record, problem);
  readDates(fields, record, problem);
  for (const field of fields) {
    const value = field.value.trim();
    if (value === '') continue;
    if (AUTHOR.has(field.tag)) record.authors.push(readName(value));
    else if (field.tag === 'KW') record.headings.push(value);
    else if (field.tag === 'LA') record.languages.push(value);
    else if (['UR', 'L1', 'L2', 'LK'].includes(field.tag)) record.urls.push(value);
    else if (field.tag === 'SN') readStandardNumber(field, record, problem);
    else if (field.tag === 'DO') {
      record.doi = normaliseDoi(value);
      if (!record.doi) problem({ code: 'bad-doi', line: field.line, field: 'DO', text: clip(value) });
    } else if (!PLACED.has(field.tag) || isSpare(field.tag, value, record)) keepExtra(record, field.tag, value);
  }
  record.doi ||= record.urls.map(normaliseDoi).find(Boolean) ?? '';
  record.pmid = normalisePmid(
    (record.extra.C2 ?? record.extra.M2 ?? []).map((v) => /^PMID:?\s*(\d+)$/i.exec(v)?.[1] ?? '').find(Boolean) ?? '',
  );
  return record;
}

/** A second title, container, abstract or accession has no place in the record, and must not be lost either. */
function isSpare(tag: string, value: string, record: BibRecord): boolean {
  if (TITLE.includes(tag)) return value !== record.title;
  if (CONTAINER.includes(tag)) return value !== record.container && value !== record.title;
  if (tag === 'AB' || tag === 'N2') return value !== record.abstract;
  if (tag === 'AN' || tag === 'ID') return value !== record.accession;
  return (tag === 'DB' || tag === 'DP') && value !== record.database;
}

function readType(fields: TaggedField[], record: BibRecord, problem: (p: Problem) => void) {
  const field = fields.find((f) => f.tag === 'TY');
  const type = field?.value.trim().toUpperCase() ?? '';
  if (!type) problem({ code: 'no-type', line: field?.line ?? 0, field: 'TY', text: '' });
  else {
    if (!RIS_TYPES[type]) problem({ code: 'unknown-type', line: field!.line, field: 'TY', text: clip(type) });
    record.types.push({ vocabulary: 'ris-type', term: type });
  }
}

/** `DA` is the fuller date when it agrees with the year of `PY`/`Y1`; a "day online" stands in the free part. */
function readDates(fields: TaggedField[], record: BibRecord, problem: (p: Problem) => void) {
  const issue: string[] = [];
  for (const field of fields) {
    if (!['PY', 'Y1', 'DA'].includes(field.tag) || field.value.trim() === '') continue;
    const value = keepDate(field, problem).replace(/\/+$/, '');
    if (/\/(?:epub|online)$/i.test(value)) record.dates.online ||= value;
    else if (readDate(value)) issue.push(value);
  }
  // The narrowest date that the record gives is the one to use: PY often repeats only the year of DA.
  const width = (text: string) => {
    const interval = readDate(text)!;
    return interval.to - interval.from;
  };
  record.dates.issue = issue.sort((a, b) => width(a) - width(b))[0] ?? '';
}

function readStandardNumber(field: TaggedField, record: BibRecord, problem: (p: Problem) => void) {
  const isbn = checkIsbn(field.value);
  if (isbn) {
    record.isbns.push(isbn);
    return;
  }
  for (const part of field.value.match(/\d{4}-?\d{3}[\dXx]/g) ?? []) {
    const issn = checkIssn(part);
    if (issn) record.issns.push(issn);
    else problem({ code: 'bad-issn', line: field.line, field: 'SN', text: clip(part) });
  }
  keepExtra(record, 'SN', field.value.trim());
}
