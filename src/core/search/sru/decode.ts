import { decodeWindows1252 } from '@/core/formats';
import { AnswerFault } from './answer';

/** What is read as Windows-1252 under other names too. @source WHATWG Encoding Standard, names and labels */
const SINGLE_BYTE = new Set(['windows-1252', 'cp1252', 'iso-8859-1', 'latin1', 'us-ascii', 'ascii']);

/**
 * An answer as text, in the encoding that the document names, else the one that the server names, else UTF-8.
 * @param type the server's word for the kind of document, as "text/xml; charset=utf-8"
 * @throws AnswerFault where the encoding is not known, or the bytes are not in it
 * @source RFC 7303 (XML media types), 3; a byte-order mark comes first, here as there; from memory
 */
export function decodeAnswer(bytes: Uint8Array, type: string): string {
  const head = String.fromCharCode(...bytes.subarray(0, 200));
  const named =
    /^\s*<\?xml[^>]*\bencoding\s*=\s*["']([\w.:-]{1,40})["']/.exec(head)?.[1] ?? /charset\s*=\s*"?([\w.:-]{1,40})/i.exec(type)?.[1];
  const mark = bytes[0] === 0xff && bytes[1] === 0xfe ? 'utf-16le' : bytes[0] === 0xfe && bytes[1] === 0xff ? 'utf-16be' : null;
  const encoding = (mark ?? named ?? 'utf-8').toLowerCase();
  if (SINGLE_BYTE.has(encoding)) return decodeWindows1252(bytes);
  let decoder: TextDecoder;
  try {
    decoder = new TextDecoder(encoding, { fatal: true });
  } catch {
    throw new AnswerFault(`The answer is written in an encoding that is not known here (${encoding}).`);
  }
  try {
    return decoder.decode(bytes);
  } catch {
    throw new AnswerFault(`The answer is not in ${encoding}, as it says.`);
  }
}
