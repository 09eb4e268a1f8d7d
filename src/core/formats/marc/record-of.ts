import {
  type BibRecord,
  checkIsbn,
  checkIssn,
  emptyRecord,
  normaliseDoi,
  normalisePmid,
  type Problem,
  type RecordFormat,
  readDate,
} from '@/core/record';
import { plainPages, withoutStop } from '../one-line';
import { keepExtra } from '../tagged';
import { codedTypes, languageOf } from './coded';
import { firstOf, type MarcField, type MarcRecord, showField, valuesOf } from './fields';
import { isAuthor, personOf } from './names';
import { groupOf, marcFrom } from './of-record';

export type Report = (code: Problem['code'], field: string, text: string) => void;

/** ISBD punctuation stands in the subfields, unless the leader says that it was left out. Leader/18. */
const isPlain = (leader: string): boolean => leader[18] === 'c' || leader[18] === 'n';
const LAST_MARK = /\s*[/:;=,]$/;

/**
 * A MARC record as a record of ours. A group of fields that would be written just so from what the record then holds is
 * not kept beside it; every other group is, in `extra.marc`.
 */
export function recordOf(marc: MarcRecord, format: RecordFormat, problem: Report): BibRecord {
  const record = emptyRecord(format);
  const plain = isPlain(marc.leader);
  record.types = codedTypes(marc);
  const dates: string[] = [];
  for (const field of marc.fields) READ[field.tag]?.(field, { record, plain, problem, dates });
  const entered = marc.fields.find((f) => f.tag === '008')?.subs[0]?.[1] ?? '';
  record.languages = languageOf(marc.fields, entered);
  record.dates.added = dayEntered(entered);
  placeDate(record, dates, entered, problem);
  if (!record.types.length) problem('no-type', 'LDR', marc.leader);
  keepRest(marc, record);
  return record;
}

interface Reading {
  record: BibRecord;
  plain: boolean;
  problem: Report;
  /** Dates of publication as printed, the likeliest first. */
  dates: string[];
}

const stripped = (text: string, plain: boolean): string => (plain ? text : text.replace(LAST_MARK, '')).trim();

const READ: Readonly<Record<string, (field: MarcField, to: Reading) => void>> = {
  '001': (field, { record }) => {
    record.accession ||= field.subs[0]?.[1].trim() ?? '';
  },
  '003': (field, { record }) => {
    record.database ||= field.subs[0]?.[1].trim() ?? '';
  },
  '020': (field, { record }) => {
    const isbn = checkIsbn(firstOf(field, 'a').replace(/\s*[(:].*$/, ''));
    if (isbn && !record.isbns.includes(isbn)) record.isbns.push(isbn);
  },
  '022': (field, to) => addIssn(firstOf(field, 'a'), to),
  '024': (field, { record, problem }) => {
    const kind = firstOf(field, '2').toLowerCase();
    if (kind === 'doi') {
      const doi = normaliseDoi(firstOf(field, 'a'));
      if (!doi) problem('bad-doi', '024', firstOf(field, 'a'));
      record.doi ||= doi;
    } else if (kind === 'pmid') record.pmid ||= normalisePmid(firstOf(field, 'a'));
  },
  '100': addAuthor,
  '110': addAuthor,
  '111': addAuthor,
  '700': addAuthor,
  '710': addAuthor,
  '711': addAuthor,
  '245': (field, { record, plain }) => {
    record.title ||= titleOf(field, plain);
  },
  '260': publication,
  '264': publication,
  '502': (field, { record, plain }) => {
    record.publisher ||= stripped(firstOf(field, 'c'), plain);
  },
  '520': (field, { record }) => {
    record.abstract = [record.abstract, ...valuesOf(field, 'ab')].filter(Boolean).join(' ');
  },
  '600': heading,
  '610': heading,
  '611': heading,
  '630': heading,
  '648': heading,
  '650': heading,
  '651': heading,
  '653': (field, { record }) => {
    record.headings.push(...valuesOf(field, 'a'));
  },
  '655': (field, { record }) => {
    const term = withoutStop(firstOf(field, 'a'));
    if (term) record.types.push({ vocabulary: 'mods-genre', term });
  },
  '773': host,
  '856': (field, { record }) => {
    const found = valuesOf(field, 'u');
    record.urls.push(...found);
    record.doi ||=
      found
        .filter((u) => /\bdoi\.org\//i.test(u))
        .map(normaliseDoi)
        .find(Boolean) ?? '';
  },
};

function addAuthor(field: MarcField, { record, plain }: Reading) {
  if (isAuthor(field)) record.authors.push(personOf(field, plain));
}

function addIssn(text: string, { record, problem }: Reading) {
  if (text === '') return;
  const issn = checkIssn(text);
  if (!issn) problem('bad-issn', '022', text);
  else if (!record.issns.includes(issn)) record.issns.push(issn);
}

/** Title, number and name of a part, and the rest of the title. */
function titleOf(field: MarcField, plain: boolean): string {
  let title = '';
  for (const [code, value] of field.subs) {
    if (!'anpb'.includes(code)) continue;
    const text = stripped(value, plain);
    if (title === '') title = text;
    else title += `${code === 'b' ? ': ' : /[.?!,]$/.test(title) ? ' ' : '. '}${text}`;
  }
  return plain ? title : withoutStop(title);
}

/** 264 says in its second indicator what its date is of: publication comes before production, copyright last. */
function publication(field: MarcField, { record, plain, dates }: Reading) {
  const kind = field.tag === '264' ? field.ind[1] : '1';
  if (kind === '1') record.publisher ||= stripped(firstOf(field, 'b'), plain);
  const date = firstOf(field, 'c');
  if (date === '') return;
  if (kind === '1') dates.unshift(date);
  else dates.push(date);
}

function heading(field: MarcField, { record, plain }: Reading) {
  const parts = valuesOf(field, 'abvxyz').map((text) => (plain ? text : withoutStop(text)));
  if (parts.length) record.headings.push(parts.join(' / '));
}

/** The journal or book that holds a part, and where in it. */
function host(field: MarcField, to: Reading) {
  const { record, plain, dates } = to;
  record.container ||= stripped(firstOf(field, 't'), plain) || stripped(firstOf(field, 'a'), plain);
  if (!plain) record.container = withoutStop(record.container);
  for (const issn of valuesOf(field, 'x')) addIssn(issn, to);
  for (const isbn of valuesOf(field, 'z').map(checkIsbn)) if (isbn && !record.isbns.includes(isbn)) record.isbns.push(isbn);
  const related = valuesOf(field, 'g').join(', ');
  record.volume ||= /\b(?:v|vol|volume|bd|jg|t)\.?\s*([\w-]*\d[\w-]*)/i.exec(related)?.[1] ?? '';
  record.issue ||= /\b(?:no|nr|n°|issue|iss|heft|h)\.?\s{0,3}((?:(?! pp?\.)[^,(;:]){0,60}[^,(;:\s])/i.exec(related)?.[1] ?? '';
  record.pages ||= plainPages(/\b(?:pp?|pages?|seite|s)\.?\s*([a-z]?\d\w*(?:\s*[-–]\s*[a-z]?\d\w*)?)/i.exec(related)?.[1] ?? '');
  const coded = /^([^:<]{1,60})?(?::([^:<]{1,60}))?[^<]*(?:<(.+))?$/.exec(firstOf(field, 'q'));
  record.volume ||= coded?.[1] ?? '';
  record.issue ||= coded?.[2] ?? '';
  record.pages ||= coded?.[3] ?? '';
  const printed = /\(([^()]{0,60}\d{4}[^()]{0,60})\)/.exec(related)?.[1] ?? /\b(?:1[5-9]|20)\d\d\b/.exec(firstOf(field, 'd'))?.[0];
  if (printed) dates.push(printed);
}

/** "[2015?]", "c2015", "©2015.", "2015, c2014" as a date that can be read; '' when there is none. */
function plainDate(printed: string): string {
  const text = printed
    .replace(/[[\]<>]/g, '')
    .replace(/^(?:c|p|©|℗|ca\.?|copyright)\s*(?=\d)/i, '')
    .replace(/[.,;:?\s-]+$/, '')
    .trim();
  if (readDate(text)) return text;
  return /(?<!\d)(?:1[5-9]|20)\d\d(?!\d)/.exec(text)?.[0] ?? '';
}

function placeDate(record: BibRecord, dates: readonly string[], coded: string, problem: Report) {
  const first = coded.slice(7, 11);
  record.dates.issue = dates.map(plainDate).find((d) => d !== '') ?? (/^[12]\d{3}$/.test(first) ? first : '');
  if (record.dates.issue === '' && dates.length) problem('bad-date', '264', dates[0]!);
}

/** "200506" as 2020-05-06: years from 69 on are of the last century. Common practice. */
function dayEntered(coded: string): string {
  const found = /^(\d\d)(0[1-9]|1[0-2])(0[1-9]|[12]\d|3[01])/.exec(coded);
  return found ? `${Number(found[1]) >= 69 ? 19 : 20}${found[1]}-${found[2]}-${found[3]}` : '';
}

/** Keeps what would not be written again from the record's fields alone. */
function keepRest(marc: MarcRecord, record: BibRecord) {
  const built = marcFrom(record);
  const shown = (fields: readonly MarcField[], group: string) => fields.filter((f) => groupOf(f.tag) === group).map(showField);
  if (facts(marc.leader) !== facts(built.leader)) keepExtra(record, 'marc', `LDR ${withoutCounts(marc.leader)}`);
  for (const group of new Set(marc.fields.map((f) => groupOf(f.tag)))) {
    const own = shown(marc.fields, group);
    if (own.join('\n') !== shown(built.fields, group).join('\n')) for (const field of own) keepExtra(record, 'marc', field);
  }
}

/** Of a leader what is no count and no place. */
const withoutCounts = (leader: string): string => `00000${leader.slice(5, 12)}00000${leader.slice(17, 24)}`;
const facts = (leader: string): string => leader.slice(5, 9) + leader.slice(17, 20);
