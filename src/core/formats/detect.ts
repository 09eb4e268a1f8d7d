import type { EntryReader } from './entry';
import { createNbibReader } from './nbib/read';
import { createRisReader } from './ris/read';

export const FORMATS = {
  ris: { label: 'RIS', reader: createRisReader },
  nbib: { label: 'MEDLINE tagged (nbib)', reader: createNbibReader },
} as const satisfies Record<string, { label: string; reader: () => EntryReader }>;
export type Format = keyof typeof FORMATS;
export const FORMAT_CODES = Object.keys(FORMATS) as [Format, ...Format[]];

/** Why a file as a whole cannot be read. */
export interface FileProblem {
  code: 'empty-file' | 'binary-file' | 'unknown-format';
  message: string;
}

/** How many bytes of the beginning `detectFormat` wants to see. */
export const DETECT_BYTES = 65_536;

/** The format of a file by its content, never by its name. @param head its first bytes, at most DETECT_BYTES */
export function detectFormat(head: Uint8Array): { format: Format } | { problem: FileProblem } {
  if (head.length === 0) return { problem: { code: 'empty-file', message: 'The file is empty.' } };
  const wide = (head[0] === 0xff && head[1] === 0xfe) || (head[0] === 0xfe && head[1] === 0xff);
  const text = new TextDecoder(wide ? (head[0] === 0xff ? 'utf-16le' : 'utf-16be') : 'windows-1252').decode(head);
  if (text.includes('\u0000')) {
    return {
      problem: {
        code: 'binary-file',
        message: 'This is a binary file, not a text file of records. Export the records as RIS or MEDLINE tagged.',
      },
    };
  }
  if (text.trim() === '' || text.trim() === 'ï»¿')
    return { problem: { code: 'empty-file', message: 'The file holds nothing but blank lines.' } };
  const ris = /^(?:ï»¿|\uFEFF)?[A-Z][A-Z0-9] {1,2}- /m.exec(text);
  const nbib = /^(?:ï»¿|\uFEFF)?PMID ?- ?/m.exec(text);
  if (nbib && (!ris || nbib.index <= ris.index)) return { format: 'nbib' };
  if (ris && /^(?:ï»¿|\uFEFF)?(?:TY|ER) {1,2}-/m.test(text)) return { format: 'ris' };
  if (nbib) return { format: 'nbib' };
  const looks = /^\s*(?:ï»¿)?</.test(text)
    ? ' It looks like XML or a web page.'
    : /^\s*(?:ï»¿)?@\w+\s*\{/m.test(text)
      ? ' It looks like BibTeX.'
      : '';
  return {
    problem: {
      code: 'unknown-format',
      message: `No line that opens a RIS entry ("TY  - ") or a MEDLINE tagged one ("PMID- ") was found.${looks} Export the records as RIS or MEDLINE tagged.`,
    },
  };
}
