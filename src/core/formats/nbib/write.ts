import type { BibRecord } from '@/core/record';
import { oneLine } from '../one-line';

const WIDTH = 87;

/**
 * A record as a MEDLINE tagged entry: tags padded to four, long text wrapped at spaces with six spaces before what
 * continues, and a blank line at the end.
 * @source NLM, MEDLINE/PubMed Data Element (Field) Descriptions
 */
export function writeNbib(record: BibRecord, notes: readonly string[] = []): string {
  const lines: string[] = [];
  const put = (tag: string, value: string) => {
    const text = oneLine(value);
    if (text) lines.push(...wrapped(`${tag.padEnd(4)}- `, text));
  };
  const own = record.format === 'nbib';
  const extra = own ? record.extra : {};
  const number = own ? record.accession || record.pmid : record.pmid || record.accession;
  // It opens the entry, also of a record that has none.
  if (number) put('PMID', number);
  else lines.push('PMID- ');
  const statuses = record.types.filter((t) => t.vocabulary === 'medline-status').map((t) => t.term);
  for (const status of statuses) if (!extra.PST?.includes(status)) put('STAT', status);
  const said = (tag: string) => (extra[tag] ?? []).join(' ');
  for (const issn of record.issns) if (!said('IS').includes(issn)) put('IS', issn);
  for (const isbn of record.isbns) if (!said('ISBN').replaceAll('-', '').includes(isbn)) put('ISBN', isbn);
  put('VI', record.volume);
  put('IP', record.issue);
  put('DP', record.dates.issue);
  if (record.title) put('TI', /[.?!]$/.test(record.title) ? record.title : `${record.title}.`);
  put('PG', record.pages);
  if (record.doi && !/\[doi\]/.test(said('LID') + said('AID'))) put('LID', `${record.doi} [doi]`);
  put('AB', record.abstract);
  // Identifiers that belong to no author come before them, so that none takes them for its own.
  for (const id of extra.AUID ?? []) put('AUID', id);
  for (const { family, given, orcid } of record.authors) {
    put(given ? 'FAU' : 'CN', given ? `${family}, ${given}` : family);
    if (orcid) put('AUID', `ORCID: ${orcid}`);
  }
  for (const language of record.languages) put('LA', language);
  for (const type of record.types) if (type.vocabulary === 'mesh-publication-type') put('PT', type.term);
  put('DEP', record.dates.online);
  put('PB', record.publisher);
  put('JT', record.container);
  const keywords = own ? (extra.OT ?? []) : [];
  const headings = keywords.length ? record.headings.slice(0, -keywords.length) : record.headings;
  for (const heading of headings) put('MH', heading);
  put('CRDT', record.dates.added);
  for (const [tag, values] of Object.entries(extra)) if (tag !== 'AUID') for (const value of values) put(tag, value);
  for (const note of notes) put('GN', note);
  lines.push('');
  return `${lines.join('\n')}\n`;
}

/** Broken only where one space stands between two words, so that it is joined again as it was. */
function wrapped(head: string, text: string): string[] {
  const out: string[] = [];
  let line = head;
  for (const word of text.split(/(?<=\S) (?=\S)/)) {
    if (line !== head && line.length > 6 && line.length + word.length + 1 > WIDTH) {
      out.push(line);
      line = `      ${word}`;
    } else line += line === head ? word : ` ${word}`;
  }
  return [...out, line];
}
