import {
  type BibRecord,
  checkIsbn,
  checkIssn,
  checkOrcid,
  clip,
  emptyRecord,
  normaliseDoi,
  normalisePmid,
  type Problem,
  readName,
} from '@/core/record';
import type { EntryReader, TaggedField } from '../entry';
import { withoutStop } from '../one-line';
import { keepDate, keepExtra, type TaggedFormat, TaggedReader } from '../tagged';

/**
 * A streaming reader of MEDLINE tagged citations (nbib). `PMID` opens an entry and a blank line closes it; lines
 * that begin with six spaces continue the field above.
 * @source NLM, MEDLINE/PubMed Data Element (Field) Descriptions
 */
export const createNbibReader = (): EntryReader => new TaggedReader(NBIB);

const SPACE = 32;
const HYPHEN = 45;

const NBIB: TaggedFormat = {
  tagLength: 4,
  opens: 'PMID',
  closes: null,
  /** Two to four capitals, up to two spaces, a hyphen, and the value after an optional space. */
  valueAt(text, from, to) {
    let at = from;
    while (at < to && at < from + 4 && text.charCodeAt(at) >= 65 && text.charCodeAt(at) <= 90) at++;
    if (at - from < 2) return -1;
    const last = Math.min(at + 2, to);
    while (at < last && text.charCodeAt(at) === SPACE) at++;
    if (at >= to || text.charCodeAt(at) !== HYPHEN) return -1;
    return at + 1 < to && text.charCodeAt(at + 1) === SPACE ? at + 2 : at + 1;
  },
  toRecord,
};

function toRecord(fields: TaggedField[], problem: (p: Problem) => void): BibRecord {
  const record = emptyRecord('nbib');
  const full = fields.some((f) => f.tag === 'FAU');
  let typed = false;
  const [titles, containers]: [TaggedField[], TaggedField[]] = [[], []];
  for (const field of fields) {
    const { value } = field;
    if (value === '') continue;
    switch (field.tag) {
      case 'PMID':
        record.accession = value;
        record.pmid = normalisePmid(value);
        break;
      case 'TI':
      case 'BTI':
        titles.push(field);
        break;
      case 'AB':
        keepOnce(record, 'abstract', field);
        break;
      case 'FAU':
      case 'CN':
        record.authors.push(field.tag === 'CN' ? { family: value, given: '' } : readName(value));
        break;
      case 'AU':
        if (!full) record.authors.push(readName(value));
        else if (!isAuthorAgain(value, record)) keepExtra(record, 'AU', value);
        break;
      case 'AUID':
        readAuthorId(value, record);
        break;
      case 'JT':
      case 'TA':
      case 'CTI':
        containers.push(field);
        break;
      case 'VI':
        keepOnce(record, 'volume', field);
        break;
      case 'IP':
        keepOnce(record, 'issue', field);
        break;
      case 'PG':
        keepOnce(record, 'pages', field);
        break;
      case 'PB':
        keepOnce(record, 'publisher', field);
        break;
      case 'MH':
        record.headings.push(value);
        break;
      case 'OT':
        keepExtra(record, 'OT', value);
        break;
      case 'LA':
        record.languages.push(value);
        break;
      case 'PT':
        typed = true;
        record.types.push({ vocabulary: 'mesh-publication-type', term: value });
        break;
      case 'SB':
        record.types.push({ vocabulary: 'medline-subset', term: value });
        keepExtra(record, 'SB', value);
        break;
      case 'STAT':
      case 'PST':
        record.types.push({ vocabulary: 'medline-status', term: value });
        if (field.tag === 'PST') keepExtra(record, 'PST', value);
        break;
      case 'DP':
        keepOneDate('issue', field, record, problem);
        break;
      case 'DEP':
        keepOneDate('online', field, record, problem);
        break;
      case 'CRDT':
        keepOneDate('added', field, record, problem);
        break;
      case 'LID':
      case 'AID':
        readArticleId(field, record);
        break;
      case 'IS':
        readIssn(field, record, problem);
        break;
      case 'ISBN':
        readIsbn(field, record);
        break;
      default:
        keepExtra(record, field.tag, value);
    }
  }
  if (!record.dates.issue) placeBookDate(fields, record, problem);
  placeTitle(titles, containers, record);
  placeContainer(containers, record);
  // Authors' own keywords come after the headings of the indexers.
  if (record.extra.OT) record.headings.push(...record.extra.OT);
  if (!typed) problem({ code: 'no-type', line: fields[0]?.line ?? 0, field: 'PT', text: '' });
  return record;
}

/** A field that can stand once: what comes again is kept. */
function keepOnce(record: BibRecord, key: 'abstract' | 'volume' | 'issue' | 'pages' | 'publisher', { tag, value }: TaggedField) {
  if (record[key]) keepExtra(record, tag, value);
  else record[key] = value;
}

/** A title beside that of a book is that of a chapter, and the book is what holds it. */
function placeTitle(fields: readonly TaggedField[], containers: TaggedField[], record: BibRecord) {
  const own = fields.find((f) => f.tag === 'TI') ?? fields[0];
  if (!own) return;
  record.title = withoutStop(own.value);
  for (const field of fields) {
    if (field === own) continue;
    if (field.tag === 'BTI') containers.unshift(field);
    else keepExtra(record, field.tag, field.value);
  }
}

/** Books without a date of publication have one of their contribution or of their last revision. */
function placeBookDate(fields: readonly TaggedField[], record: BibRecord, problem: (p: Problem) => void) {
  const own = fields.find((f) => f.tag === 'CTDT') ?? fields.find((f) => f.tag === 'DRDT');
  if (own) record.dates.issue = keepDate(own, problem);
}

function placeContainer(fields: readonly TaggedField[], record: BibRecord) {
  const own = fields.find((f) => f.tag === 'JT') ?? fields.find((f) => f.tag === 'BTI') ?? fields.find((f) => f.tag !== 'CTI');
  record.container = own?.tag === 'BTI' ? withoutStop(own.value) : (own?.value ?? '');
  for (const field of fields) if (field !== own) keepExtra(record, field.tag, field.value);
}

/** "Abara T" says nothing that "Abara, Tomasz" has not said. */
function isAuthorAgain(short: string, record: BibRecord): boolean {
  for (const { family, given } of record.authors)
    if (
      short.length <= family.length + 4 &&
      short[family.length] === ' ' &&
      short[family.length + 1] === given[0] &&
      short.startsWith(family)
    )
      return true;
  return false;
}

/** An author's identifier stands below the author. Only a sound ORCID has a place; others are kept as they are. */
function readAuthorId(value: string, record: BibRecord) {
  const orcid = /^ORCID: /i.test(value) ? checkOrcid(value) : '';
  const author = record.authors.at(-1);
  if (orcid && author && !author.orcid) author.orcid = orcid;
  else keepExtra(record, 'AUID', value);
}

function keepOneDate(kind: keyof BibRecord['dates'], field: TaggedField, record: BibRecord, problem: (p: Problem) => void) {
  const value = keepDate(field, problem);
  if (record.dates[kind]) keepExtra(record, field.tag, value);
  else record.dates[kind] = value;
}

function readArticleId(field: TaggedField, record: BibRecord) {
  const doi = field.value.endsWith('[doi]') ? normaliseDoi(field.value) : '';
  if (doi && !record.doi) record.doi = doi;
  if (!doi || doi !== record.doi || field.value.slice(0, -6) !== doi) keepExtra(record, field.tag, field.value);
}

function readIssn(field: TaggedField, record: BibRecord, problem: (p: Problem) => void) {
  const issn = checkIssn(field.value);
  if (issn) record.issns.push(issn);
  else problem({ code: 'bad-issn', line: field.line, field: 'IS', text: clip(field.value) });
  if (issn !== field.value) keepExtra(record, 'IS', field.value);
}

function readIsbn(field: TaggedField, record: BibRecord) {
  const isbn = checkIsbn(field.value);
  if (isbn) record.isbns.push(isbn);
  if (isbn !== field.value) keepExtra(record, 'ISBN', field.value);
}
