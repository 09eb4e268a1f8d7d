import { decodeWindows1252 } from './windows-1252';

/** A small file as text, in the encoding that its first bytes or its content tell: UTF-16 by its mark, UTF-8, else Windows-1252. */
export function textOfBytes(bytes: Uint8Array): string {
  const utf16 = bytes[0] === 0xff && bytes[1] === 0xfe ? 'utf-16le' : bytes[0] === 0xfe && bytes[1] === 0xff ? 'utf-16be' : null;
  if (utf16) return new TextDecoder(utf16).decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return decodeWindows1252(bytes);
  }
}
