import { detectFormat, FORMATS, type Format } from '@/core/formats';
import { type BibRecord, emptyRecord, normaliseDoi, normalisePmid, problemWords } from '@/core/record';

/** One work that somebody knows to belong: as a record, however little of it was said. */
export interface KnownEntry {
  line: number;
  /** As it was given. */
  raw: string;
  record: BibRecord;
}

export interface KnownList {
  format: Format | 'lines';
  entries: KnownEntry[];
  /** What could not be taken, with its line and why. */
  rejected: { line: number; text: string; why: string }[];
}

/** More than any list of works that people know by heart or from earlier reviews. */
const MOST_KNOWN = 5000;
const KEPT = 300;

/**
 * Reads a list of known works: a file of records in any format that can be imported, or one DOI, PMID or title a line.
 * @returns a problem when the text as a whole cannot be read
 */
export function readKnownList(text: string): KnownList | { problem: string } {
  const whole = text.replace(/^\ufeff/, '');
  if (whole.trim() === '') return { problem: 'The list is empty.' };
  const found = detectFormat(new TextEncoder().encode(whole.slice(0, 60_000)));
  if ('problem' in found && found.problem.code !== 'unknown-format') return { problem: found.problem.message };
  if ('problem' in found && /^\s*</.test(whole)) return { problem: found.problem.message };
  const list = 'format' in found ? readRecords(whole, found.format) : readLines(whole);
  if (list.entries.length > MOST_KNOWN)
    return { problem: `These are ${list.entries.length} works; at most ${MOST_KNOWN} can be taken at a time.` };
  return list;
}

function readRecords(text: string, format: Format): KnownList {
  const reader = FORMATS[format].reader();
  const read = [...reader.push({ text: text.endsWith('\n') ? text : `${text}\n`, valid: true }), ...reader.end()];
  const list: KnownList = { format, entries: [], rejected: [] };
  for (const entry of read) {
    const { line, raw } = entry;
    if (entry.kind === 'rejected') list.rejected.push({ line, text: raw.slice(0, KEPT), why: problemWords(entry.problem) });
    else if (!entry.record.title && !entry.record.doi && !entry.record.pmid)
      list.rejected.push({ line, text: raw.slice(0, KEPT), why: 'It has neither a title nor a DOI nor a PMID.' });
    else list.entries.push({ line, raw: raw.slice(0, 20_000), record: entry.record });
  }
  return list;
}

/** "12. ", "[3] ", "- ": numbers and marks of a list, which are not part of a title. */
const MARK = /^\s*(?:\[\d{1,4}\]|\(?\d{1,3}[.)](?=\s)|[-*•–])\s*/;
const PMID = /^(?:pmid\s{0,5}:?\s{0,5}(\d{1,9})|(\d{5,9}))$/i;

function readLines(text: string): KnownList {
  const list: KnownList = { format: 'lines', entries: [], rejected: [] };
  for (const [i, whole] of text.split(/\r\n?|\n/).entries()) {
    const said = whole.replace(MARK, '').trim();
    if (said === '') continue;
    const line = i + 1;
    const record = identifiedBy(said);
    if (record) list.entries.push({ line, raw: whole.slice(0, 20_000), record });
    else
      list.rejected.push({
        ...{ line, text: said.slice(0, KEPT) },
        why: 'It is neither a DOI nor a PMID, and a title needs three words at least.',
      });
  }
  return list;
}

/** A line as a record; null for a number alone, or a word or two, which would match nothing or anything. */
function identifiedBy(said: string): BibRecord | null {
  const record = emptyRecord();
  const pmid = PMID.exec(said);
  const doi = normaliseDoi(said);
  if (pmid) return { ...record, pmid: normalisePmid(pmid[1] ?? pmid[2]!) };
  if (doi) return { ...record, doi };
  return (said.match(/\p{L}{2,}/gu) ?? []).length < 3 ? null : { ...record, title: said.replace(/\.$/, '') };
}
