/**
 * Extended Latin of MARC-8, from 0xA1: characters that stand for themselves.
 * @source Library of Congress, MARC-8 code table "Extended Latin (ANSEL)", ANSI/NISO Z39.47; from memory
 */
const LETTERS: ReadonlyMap<number, string> = new Map([
  ...[...'ŁØĐÞÆŒʹ·♭®±ƠƯʼ'].map((c, i) => [0xa1 + i, c] as const),
  ...[...'ʻłøđþæœʺı£ðơư'].map((c, i) => [0xb0 + i, c] as const),
  ...[...'°ℓ℗©♯¿¡ß€'].map((c, i) => [0xc0 + i, c] as const),
]);
/** From 0xE0: marks, which stand before the letter that they belong to. */
const MARKS = [
  ...[0x309, 0x300, 0x301, 0x302, 0x303, 0x304, 0x306, 0x307, 0x308, 0x30c, 0x30a, 0xfe20, 0xfe21, 0x315, 0x30b, 0x310],
  ...[0x327, 0x328, 0x323, 0x324, 0x325, 0x333, 0x332, 0x326, 0x31c, 0x32e, 0xfe22, 0xfe23, 0, 0, 0x313],
];
const ESCAPE = 0x1b;

/**
 * Text of MARC-8 bytes, Latin only: `whole` is false when a character of another set had to be left out.
 * @source Library of Congress, MARC 21 Specifications, Character Sets: MARC-8 Encoding Environment; from memory
 */
export function decodeMarc8(bytes: Uint8Array): { text: string; whole: boolean } {
  let [text, marks, whole] = ['', '', true];
  for (let at = 0; at < bytes.length; at++) {
    const byte = bytes[at]!;
    if (byte === ESCAPE) {
      // Another set begins here and lasts until the next escape.
      const latin = /^(?:\(B|\(s|s|\)!E|-!E)/.exec(String.fromCharCode(...bytes.subarray(at + 1, at + 4)));
      if (latin) {
        at += latin[0].length;
        continue;
      }
      const next = bytes.indexOf(ESCAPE, at + 1);
      const end = next < 0 ? endOfField(bytes, at) : next;
      text += '\ufffd';
      whole = false;
      at = end - 1;
      continue;
    }
    const mark = byte >= 0xe0 ? (MARKS[byte - 0xe0] ?? 0) : 0;
    if (mark) {
      marks += String.fromCharCode(mark);
      continue;
    }
    const letter = byte < 0x80 ? String.fromCharCode(byte) : (LETTERS.get(byte) ?? '\ufffd');
    if (letter === '\ufffd') whole = false;
    text += letter + marks;
    marks = '';
  }
  return { text: text.normalize('NFC'), whole };
}

function endOfField(bytes: Uint8Array, from: number): number {
  for (let at = from; at < bytes.length; at++) if (bytes[at]! >= 0x1d && bytes[at]! <= 0x1f) return at;
  return bytes.length;
}
