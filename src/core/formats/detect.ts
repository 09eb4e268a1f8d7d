import { RECORD_FORMATS, type RecordFormat } from '@/core/record';
import { createBibtexReader } from './bibtex/read';
import { createCslReader } from './csl/read';
import { mappingOf } from './csv/mapping';
import { createCsvReader } from './csv/read';
import { type Decoding, TextDecoding } from './decode';
import type { EntryReader, ReadOptions } from './entry';
import { createJatsReader } from './jats/read';
import { MarcDecoding } from './marc/iso2709';
import { createMarcReader, createMarcXmlReader } from './marc/read';
import { createModsReader } from './mods/read';
import { createNbibReader } from './nbib/read';
import { createPubmedReader } from './pubmed/read';
import { createRisReader } from './ris/read';
import { decodeWindows1252 } from './windows-1252';

export type Format = RecordFormat;

interface FormatFacts {
  label: string;
  extension: string;
  media: string;
  reader: (options?: ReadOptions) => EntryReader;
  decoding: (options?: ReadOptions) => Decoding;
}
const inText = (label: string, extension: string, media: string, reader: FormatFacts['reader']): FormatFacts => ({
  ...{ label, extension, media, reader },
  decoding: (options) => new TextDecoding(options?.utf8),
});

export const FORMATS: Record<Format, FormatFacts> = {
  ris: inText('RIS', 'ris', 'application/x-research-info-systems', createRisReader),
  nbib: inText('MEDLINE tagged', 'nbib', 'text/plain', createNbibReader),
  'pubmed-xml': inText('PubMed XML', 'xml', 'application/xml', createPubmedReader),
  bibtex: inText('BibTeX', 'bib', 'text/x-bibtex', createBibtexReader),
  'csl-json': inText('CSL-JSON', 'json', 'application/json', createCslReader),
  csv: inText('CSV or other table', 'csv', 'text/csv', createCsvReader),
  mods: inText('MODS XML', 'xml', 'application/xml', createModsReader),
  marc: { ...inText('MARC 21', 'mrc', 'application/marc', createMarcReader), decoding: () => new MarcDecoding() },
  'marc-xml': inText('MARCXML', 'xml', 'application/marcxml+xml', createMarcXmlReader),
  jats: inText('JATS XML', 'xml', 'application/xml', createJatsReader),
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
const KNOWN = 'RIS, MEDLINE tagged, PubMed XML, BibTeX, CSL-JSON, CSV, MODS XML, MARC 21, MARCXML or JATS XML';

const problem = (code: FileProblem['code'], message: string) => ({ problem: { code, message } });

/**
 * The format of a file by its content, never by its name.
 * @param head its first bytes, at most DETECT_BYTES
 * @param wanted the format a person says it is: then only what forbids reading at all is looked for
 */
export function detectFormat(head: Uint8Array, wanted?: Format): { format: Format } | { problem: FileProblem } {
  if (head.length === 0) return problem('empty-file', 'The file is empty.');
  const text = textOfHead(head);
  // ISO 2709: a leader of 24 characters, whose figures count bytes. MARC 21 Record Structure.
  if (/^\s*\d{5}[acdnp][a-z][a-z][ a-z#][ a]\d\d\d{5}/.test(text)) return { format: wanted ?? 'marc' };
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
  const plain = text.includes('\ufffd') ? decodeWindows1252(head) : text;
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
  // The declarations of PubMed and JATS name their DTD; it is neither fetched nor needed. Anything else may bring entities along.
  const isKnown =
    declared && /^(?:Pubmed(?:Book)?ArticleSet|article)$/.test(declared[1]!) && /PUBLIC\s+"-\/\/NLM\/\/DTD/.test(declared[2]!);
  if (/<!ENTITY/i.test(text) || declared?.[3] || (declared && !isKnown)) {
    return problem(
      'xml-declares',
      'This XML declares entities or refers to a document outside it. Such files are refused, since reading them can expose or exhaust this machine. Export the records without a document type declaration.',
    );
  }
  if (wanted) return { format: wanted };
  if (/<(?:\w+:)?Pubmed(?:Book)?Article(?:Set)?[\s>]/.test(text)) return { format: 'pubmed-xml' };
  if (/<(?:\w+:)?mods(?:Collection)?[\s>]/.test(text)) return { format: 'mods' };
  if (/<(?:\w+:)?leader[\s>]/.test(text) && /<(?:\w+:)?(?:control|data)field[\s>]/.test(text)) return { format: 'marc-xml' };
  if (/<(?:\w+:)?article[\s>]/.test(text) && /<(?:\w+:)?(?:article|journal)-meta[\s>]/.test(text)) return { format: 'jats' };
  return problem(
    'unknown-format',
    `It looks like XML or a web page, but holds no PubMed articles, and no MODS, MARC or JATS records. Export the records as ${KNOWN}.`,
  );
}
