import { seeded } from '@/testing/seeded';
import { LineReader } from './lines';

const encode = (text: string) => new TextEncoder().encode(text);

/** The lines of bytes handed over in pieces of these sizes, over and over. */
function read(bytes: Uint8Array, sizes: readonly number[]) {
  const reader = new LineReader();
  const lines = [];
  for (let at = 0, i = 0; at < bytes.length; i++) {
    const size = sizes[i % sizes.length]!;
    lines.push(...reader.push(bytes.subarray(at, at + size)));
    at += size;
  }
  return [...lines, ...reader.end()];
}

test.each([
  ['LF', 'a\nb\nc', ['a', 'b', 'c']],
  ['CRLF', 'a\r\nb\r\n', ['a', 'b']],
  ['CR', 'a\rb\r', ['a', 'b']],
  ['all three', 'a\nb\r\nc\rd', ['a', 'b', 'c', 'd']],
  ['empty lines count', 'a\n\n\nb\n', ['a', '', '', 'b']],
  ['nothing', '', []],
])('ends lines at %s', (_, text, expected) => {
  for (const size of [1, 2, 3, 100]) {
    const lines = read(encode(text), [size]);
    expect(lines.map((l) => l.text)).toEqual(expected);
    expect(lines.map((l) => l.number)).toEqual(expected.map((_, i) => i + 1));
  }
});

test.each([1, 2, 3, 20240611])('pieces of any size give the lines that a plain split gives, seed %i', (seed) => {
  const next = seeded(seed);
  const parts = ['light', 'Ångström', '日本', '🙂', '\n', '\r\n', '\r', '', ' '];
  const text = Array.from({ length: 400 }, () => parts[Math.floor(next() * parts.length)]).join('');
  const plain = text.split(/\r\n|\n|\r/);
  if (plain.at(-1) === '') plain.pop();
  const sizes = Array.from({ length: 17 }, () => 1 + Math.floor(next() * 9));
  expect(read(encode(text), sizes).map((l) => l.text)).toEqual(plain);
});

test('bytes that are not UTF-8 spoil their own line only', () => {
  const bytes = Uint8Array.from([...encode('schön\n'), 0x66, 0xfc, 0x72, 10, ...encode('grün\n')]);
  expect(read(bytes, [4])).toEqual([
    { text: 'schön', number: 1, valid: true },
    { text: 'für', number: 2, valid: false },
    { text: 'grün', number: 3, valid: true },
  ]);
});

test('a line without an end is handed out in pieces, so that it cannot fill the memory', () => {
  const reader = new LineReader();
  let longest = 0;
  let total = 0;
  const piece = encode('x'.repeat(1 << 18));
  for (let i = 0; i < 20; i++)
    for (const line of reader.push(piece)) {
      longest = Math.max(longest, line.text.length);
      total += line.text.length;
    }
  for (const line of reader.end()) total += line.text.length;
  expect(total).toBe(20 * (1 << 18));
  expect(longest).toBeLessThan(3 << 20);
});
