import { seeded } from '@/testing/seeded';
import { TextDecoding } from './decode';
import { textOfBytes } from './text-of-bytes';
import { decodeWindows1252 } from './windows-1252';

const encode = (text: string) => new TextEncoder().encode(text);

/** The blocks of bytes handed over in pieces of these sizes, over and over. */
function blocks(bytes: Uint8Array, sizes: readonly number[]) {
  const decoding = new TextDecoding();
  const found = [];
  for (let at = 0, i = 0; at < bytes.length; i++) {
    const size = sizes[i % sizes.length]!;
    found.push(...decoding.push(bytes.subarray(at, at + size)));
    at += size;
  }
  return [...found, ...decoding.end()];
}
const lines = (text: string) => text.split(/\r\n|\n|\r/);

test.each([
  ['LF', 'a\nb\nc'],
  ['CRLF', 'a\r\nb\r\n'],
  ['CR', 'a\rb\r'],
  ['all three', 'a\nb\r\nc\rd'],
  ['empty lines', 'a\n\n\nb\n'],
  ['nothing', ''],
])('line ends at %s: only a CR alone is changed', (_, text) => {
  for (const size of [1, 2, 3, 100]) {
    const found = blocks(encode(text), [size]);
    expect(found.map((b) => b.text).join('')).toBe(text.replace(/\r(?!\n)/g, '\n'));
    for (const block of found.slice(0, -1)) expect(block.text).toMatch(/\n$/);
  }
});

test('Windows-1252: every byte is the character that the published table says', () => {
  // WHATWG Encoding Standard, index windows-1252: code points of 0x80 to 0x9F; every other byte is its own.
  const high = [
    ...[0x20ac, 0x81, 0x201a, 0x192, 0x201e, 0x2026, 0x2020, 0x2021, 0x2c6, 0x2030, 0x160, 0x2039, 0x152, 0x8d, 0x17d, 0x8f],
    ...[0x90, 0x2018, 0x2019, 0x201c, 0x201d, 0x2022, 0x2013, 0x2014, 0x2dc, 0x2122, 0x161, 0x203a, 0x153, 0x9d, 0x17e, 0x178],
  ];
  for (let byte = 0; byte < 256; byte++) {
    const expected = byte >= 0x80 && byte < 0xa0 ? high[byte - 0x80] : byte;
    expect([byte, decodeWindows1252(Uint8Array.of(byte)).codePointAt(0)]).toEqual([byte, expected]);
  }
  // As an export of an older program has them: curled quotation marks, a dash, and a letter with an accent.
  const line = Uint8Array.from([0x93, 0x4e, 0x69, 0x67, 0x68, 0x74, 0x94, 0x20, 0x96, 0x20, 0xe9, 0x0a]);
  expect(blocks(line, [100])).toEqual([{ text: '“Night” – é\n', valid: false }]);
});

test.each([1, 2, 3, 20240611])('pieces of any size give the same text, seed %i', (seed) => {
  const next = seeded(seed);
  const parts = ['light', 'Ångström', '日本', '🙂', '\n', '\r\n', '\r', '', ' '];
  const text = Array.from({ length: 400 }, () => parts[Math.floor(next() * parts.length)]).join('');
  const sizes = Array.from({ length: 17 }, () => 1 + Math.floor(next() * 9));
  const found = blocks(encode(text), sizes);
  expect(lines(found.map((b) => b.text).join(''))).toEqual(lines(text));
  expect(found.every((b) => b.valid)).toBe(true);
});

test('bytes that are not UTF-8 spoil their own line only', () => {
  const bytes = Uint8Array.from([...encode('schön\nja\n'), 0x66, 0xfc, 0x72, 10, ...encode('grün\n')]);
  expect(blocks(bytes, [100])).toEqual([
    { text: 'schön\nja\n', valid: true },
    { text: 'für\n', valid: false },
    { text: 'grün\n', valid: true },
  ]);
});

test('a line without an end is handed out in pieces, no character cut in two', () => {
  const decoding = new TextDecoding();
  const piece = encode('ä€🙂x'.repeat(1 << 15));
  let text = '';
  let longest = 0;
  for (let i = 0; i < 20; i++) {
    // Cut at odd places on purpose.
    const cut = 100_001 + i;
    for (const part of [piece.subarray(0, cut), piece.subarray(cut)])
      for (const block of decoding.push(part)) {
        expect(block.valid).toBe(true);
        longest = Math.max(longest, block.text.length);
        text += block.text;
      }
  }
  for (const block of decoding.end()) text += block.text;
  expect(text).toBe('ä€🙂x'.repeat(20 << 15));
  expect(longest).toBeLessThan(3 << 20);
});

test.each([
  [[0xef, 0xbb, 0xbf, 0x4e, 0xc3, 0xa4], 'Nä'],
  [[0xff, 0xfe, 0x4e, 0x00, 0xe4, 0x00], 'Nä'],
  [[0xfe, 0xff, 0x00, 0x4e, 0x00, 0xe4], 'Nä'],
  [[0x4e, 0xe4, 0x93], 'Nä“'],
])('a small file of the bytes %j is %s', (bytes, text) => expect(textOfBytes(Uint8Array.from(bytes))).toBe(text));
