import {
  type BibRecord,
  checkIsbn,
  checkIssn,
  clip,
  emptyRecord,
  normaliseDoi,
  normalisePmid,
  type Problem,
  readName,
} from '@/core/record';
import { keepDate, keepExtra, type TaggedFormat, TaggedReader } from '../assemble';
import type { EntryReader, TaggedField } from '../entry';

const TAG = /^([A-Z]{2,4}) {0,2}- ?(.*)$/;

/** Tags with a place of their own in the record; all others are kept in `extra`. */
const PLACED = new Set([
  'PMID',
  'TI',
  'BTI',
  'AB',
  'FAU',
  'AU',
  'CN',
  'JT',
  'TA',
  'VI',
  'IP',
  'PG',
  'PB',
  'IS',
  'ISBN',
  'LID',
  'AID',
  'PT',
  'MH',
  'OT',
  'LA',
  'DP',
  'DEP',
  'CRDT',
  'STAT',
  'PST',
]);

/**
 * A streaming reader of MEDLINE tagged citations (nbib). `PMID` opens an entry and a blank line closes it; lines
 * that begin with six spaces continue the field above.
 * @source NLM, MEDLINE/PubMed Data Element (Field) Descriptions
 */
export const createNbibReader = (): EntryReader => new TaggedReader(NBIB);

const NBIB: TaggedFormat = {
  opens: 'PMID',
  closes: null,
  readTag(line) {
    if (line.length < 4 || line[0] === ' ') return null;
    const dash = line.indexOf('-');
    if (dash < 2 || dash > 4) return null;
    const found = TAG.exec(line);
    return found ? { tag: found[1]!, value: found[2]! } : null;
  },
  continues: (value, line) => `${value} ${line.trim()}`.trim(),
  toRecord,
};

function toRecord(fields: TaggedField[], problem: (p: Problem) => void): BibRecord {
  const record = emptyRecord();
  const all = (tag: string) => fields.filter((f) => f.tag === tag && f.value.trim() !== '');
  const first = (tag: string) => all(tag)[0]?.value.trim() ?? '';
  record.pmid = normalisePmid(first('PMID'));
  record.accession = first('PMID');
  // MEDLINE ends titles with a full stop that is not the title's own.
  record.title = (first('TI') || first('BTI')).replace(/(?<=[^.\s])\.$/, '');
  record.abstract = first('AB');
  record.container = first('JT') || first('TA');
  record.volume = first('VI');
  record.issue = first('IP');
  record.pages = first('PG');
  record.publisher = first('PB');
  const people = all('FAU').length ? all('FAU') : all('AU');
  record.authors = [...people.map((f) => readName(f.value)), ...all('CN').map((f) => ({ family: f.value.trim(), given: '' }))];
  record.headings = [...all('MH'), ...all('OT')].map((f) => f.value.trim());
  record.languages = all('LA').map((f) => f.value.trim());
  record.types = all('PT').map((f) => ({ vocabulary: 'mesh-publication-type' as const, term: f.value.trim() }));
  for (const tag of ['STAT', 'PST']) for (const f of all(tag)) record.types.push({ vocabulary: 'medline-status', term: f.value.trim() });
  if (!all('PT').length) problem({ code: 'no-type', line: fields[0]?.line ?? 0, field: 'PT', text: '' });
  record.dates.issue = all('DP').map((f) => keepDate(f, problem))[0] ?? '';
  record.dates.online = all('DEP').map((f) => keepDate(f, problem))[0] ?? '';
  record.dates.added = all('CRDT').map((f) => keepDate(f, problem))[0] ?? '';
  record.doi =
    [...all('LID'), ...all('AID')]
      .filter((f) => /\[doi\]/i.test(f.value))
      .map((f) => normaliseDoi(f.value))
      .find(Boolean) ?? '';
  for (const field of all('IS')) {
    const issn = checkIssn(field.value);
    if (issn) record.issns.push(issn);
    else problem({ code: 'bad-issn', line: field.line, field: 'IS', text: clip(field.value) });
  }
  record.isbns = all('ISBN')
    .map((f) => checkIsbn(f.value))
    .filter(Boolean);
  for (const field of fields) {
    if (!PLACED.has(field.tag) && field.value.trim()) keepExtra(record, field.tag, field.value.trim());
  }
  return record;
}
