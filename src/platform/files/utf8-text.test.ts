import fc from 'fast-check';
import { utf8Text } from './utf8-text';

const strict = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true });
const asStrict = (bytes: Uint8Array): string | null => {
  try {
    return strict.decode(bytes);
  } catch {
    return null;
  }
};

test('any bytes are the text that a strict decoder of the platform makes of them', () => {
  const bytes = fc.oneof(
    fc.uint8Array({ maxLength: 12 }),
    fc.string({ unit: 'grapheme' }).map((text) => new TextEncoder().encode(text)),
    // Cut within a character, or after a byte-order mark, as a piece of a file may be.
    fc
      .tuple(fc.string({ unit: 'binary' }), fc.nat(9), fc.nat(9))
      .map(([text, from, to]) => new TextEncoder().encode(`\ufeff${text}`).subarray(from, -to || undefined)),
  );
  fc.assert(
    fc.property(bytes, (piece) => {
      expect(utf8Text(piece)).toBe(asStrict(piece));
    }),
    { numRuns: 3000 },
  );
});
