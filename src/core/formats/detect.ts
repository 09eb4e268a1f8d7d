import { RECORD_FORMATS, type RecordFormat } from '@/core/record';
import { createBibtexReader } from './bibtex/read';
import { createCslReader } from './csl/read';
import { mappingOf } from './csv/mapping';
import { createCsvReader } from './csv/read';
import type { EntryReader, ReadOptions } from './entry';
import { createModsReader } from './mods/read';
import { createNbibReader } from './nbib/read';
import { createPubmedReader } from './pubmed/read';
import { createRisReader } from './ris/read';

export type Format = RecordFormat;

export const FORMATS: Record<Format, { label: string; extension: string; media: string; reader: (options?: ReadOptions) => EntryReader }> =
  {
    ris: { label: 'RIS', extension: 'ris', media: 'application/x-research-info-systems', reader: createRisReader },
    nbib: { label: 'MEDLINE tagged', extension: 'nbib', media: 'text/plain', reader: createNbibReader },
    'pubmed-xml': { label: 'PubMed XML', extension: 'xml', media: 'application/xml', reader: createPubmedReader },
    bibtex: { label: 'BibTeX', extension: 'bib', media: 'text/x-bibtex', reader: createBibtexReader },
    'csl-json': { label: 'CSL-JSON', extension: 'json', media: 'application/json', reader: createCslReader },
    csv: { label: 'CSV or other table', extension: 'csv', media: 'text/csv', reader: createCsvReader },
    mods: { label: 'MODS XML', extension: 'xml', media: 'application/xml', reader: createModsReader },
  };
export const FORMAT_CODES = RECORD_FORMATS;
export const isFormat = (text: string): text is Format => (RECORD_FORMATS as readonly string[]).includes(text);

/** Why a file as a whole cannot be read. */
export interface FileProblem {
  code: 'empty-file' | 'binary-file' | 'unknown-format' | 'xml-declares';
  message: string;
}

/** How many bytes of the beginning `detectFormat` wants to see. */
export const DETECT_BYTES = 65_536;
const KNOWN = 'RIS, MEDLINE tagged, PubMed XML, BibTeX, CSL-JSON, CSV or MODS XML';

const problem = (code: FileProblem['code'], message: string) => ({ problem: { code, message } });

/**
 * The format of a file by its content, never by its name.
 * @param head its first bytes, at most DETECT_BYTES
 * @param wanted the format a person says it is: then only what forbids reading at all is looked for
 */
export function detectFormat(head: Uint8Array, wanted?: Format): { format: Format } | { problem: FileProblem } {
  if (head.length === 0) return problem('empty-file', 'The file is empty.');
  const text = textOfHead(head);
  if (text.includes('\u0000'))
    return problem('binary-file', `This is a binary file, not a text file of records. Export the records as ${KNOWN}.`);
  if (text.trim() === '') return problem('empty-file', 'The file holds nothing but blank lines.');
  if (/^\s*</.test(text)) return detectXml(text, wanted);
  if (wanted) return { format: wanted };
  const found = firstOf(text);
  if (found) return { format: found };
  if (mappingOf(text.trimStart())) return { format: 'csv' };
  return problem(
    'unknown-format',
    `No line that opens a RIS entry ("TY  - "), a MEDLINE tagged one ("PMID- ") or a BibTeX one ("@article{") was found, and the first line does not name columns such as "Title". Export the records as ${KNOWN}, or say which of these it is.`,
  );
}

/** The beginning as text, without a byte-order mark and without a last character that is cut in two. */
export function textOfHead(head: Uint8Array): string {
  const wide = head[0] === 0xff && head[1] === 0xfe ? 'utf-16le' : head[0] === 0xfe && head[1] === 0xff ? 'utf-16be' : null;
  if (wide) return new TextDecoder(wide).decode(head);
  const text = new TextDecoder('utf-8').decode(head);
  const plain = text.includes('\ufffd') ? new TextDecoder('windows-1252').decode(head) : text;
  return plain.replace(/^(?:\ufeff|ï»¿)/, '').replace(/\r\n?/g, '\n');
}

/** The format whose opening comes first in the text. */
function firstOf(text: string): Format | null {
  const ris = /^(?:TY|ER) {1,2}-(?: |$)/m.test(text) ? (/^[A-Z][A-Z0-9] {1,2}- /m.exec(text)?.index ?? -1) : -1;
  const places: [Format, number][] = [
    ['ris', ris],
    ['nbib', text.search(/^PMID ?- ?/m)],
    ['bibtex', text.search(/^\s*@\s*[A-Za-z]+\s*[{(]/m)],
    ['csl-json', /^\s*[[{]/.test(text) && /^\s*(?:\[\s*)?\{\s*"|^\s*\[\s*\]/.test(text) ? 0 : -1],
  ];
  const found = places.filter(([, at]) => at >= 0).sort((a, b) => a[1] - b[1]);
  return found[0]?.[0] ?? null;
}

function detectXml(text: string, wanted?: Format): { format: Format } | { problem: FileProblem } {
  const declared = /<!DOCTYPE\s+([\w:.-]+)([^>[]*)(\[)?/i.exec(text);
  if (declared && /^html$/i.test(declared[1]!))
    return problem('unknown-format', 'This is a web page, not a file of records. Export the records instead of saving the page.');
  // PubMed's own declaration names its DTD; it is neither fetched nor needed. Anything else may bring entities along.
  const isPubmed = declared && /^Pubmed(?:Book)?ArticleSet$/.test(declared[1]!) && /PUBLIC\s+"-\/\/NLM\/\/DTD/.test(declared[2]!);
  if (/<!ENTITY/i.test(text) || declared?.[3] || (declared && !isPubmed)) {
    return problem(
      'xml-declares',
      'This XML declares entities or refers to a document outside it. Such files are refused, since reading them can expose or exhaust this machine. Export the records without a document type declaration.',
    );
  }
  if (wanted) return { format: wanted };
  if (/<(?:\w+:)?Pubmed(?:Book)?Article(?:Set)?[\s>]/.test(text)) return { format: 'pubmed-xml' };
  if (/<(?:\w+:)?mods(?:Collection)?[\s>]/.test(text)) return { format: 'mods' };
  return problem(
    'unknown-format',
    `It looks like XML or a web page, but holds neither PubMed articles nor MODS records. Export the records as ${KNOWN}.`,
  );
}
