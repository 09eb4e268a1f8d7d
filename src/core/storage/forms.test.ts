import { readFileSync } from 'node:fs';
import { emptyColumns } from '@/core/sieve';
import { unpackClaims } from './claims';
import { areCurrentColumns, decodeColumns, encodeColumns } from './columns';
import { fingerprint, OtherForm, stampOf, storedForm } from './form';
import { MERGE_RULE_SET } from './rule-set';

/** What the program wrote before forms had names: the bytes of each form as they were kept then. */
const YESTERDAY = JSON.parse(readFileSync('src/testing/stored/form-8.json', 'utf8')) as {
  columns: string;
  claims: never[];
  mergeKeys: { rules: string };
};

// Fowler, Noll, Vo: the published test vectors of 64-bit FNV-1a for "" and "a" and "foobar" (draft-eastlake-fnv).
test.each([
  ['a', 'af63dc4c8601ec8c'],
  ['foobar', '85944171f73967e8'],
])('FNV-1a of %p', (text, hash) => {
  // JSON writes a text in quotation marks, so the vectors are compared by a number of the same letters.
  let h = 0xcbf29ce484222325n;
  for (const c of text) h = BigInt.asUintN(64, (h ^ BigInt(c.charCodeAt(0))) * 0x100000001b3n);
  expect(h.toString(16)).toBe(hash);
  expect(fingerprint(text)).not.toBe(hash);
});

test('a fingerprint is another when a code is added, removed or moved', () => {
  const before = stampOf(storedForm('x', 1, ['a', 'b', 'c']));
  for (const codes of [
    ['a', 'b', 'c', 'd'],
    ['a', 'b'],
    ['a', 'c', 'b'],
    ['a', 'b', 'C'],
  ])
    expect(stampOf(storedForm('x', 1, codes))).not.toBe(before);
  expect(stampOf(storedForm('x', 2, ['a', 'b', 'c']))).not.toBe(before);
  expect(stampOf(storedForm('x', 1, ['a', 'b', 'c']))).toBe(before);
});

test('what yesterday wrote is told apart, never misread', () => {
  const columns = Buffer.from(YESTERDAY.columns, 'base64');
  expect(areCurrentColumns(columns)).toBe(false);
  expect(() => decodeColumns(columns)).toThrow(OtherForm);
  for (const doc of YESTERDAY.claims) expect(() => unpackClaims(doc)).toThrow(OtherForm);
  expect(YESTERDAY.mergeKeys.rules).not.toBe(MERGE_RULE_SET);
});

test.each([
  ['nothing', new Uint8Array()],
  ['two bytes', Uint8Array.of(1, 2)],
  ['a length beyond the end', Uint8Array.of(255, 255, 255, 0, 123)],
  ['a header that is no JSON', Uint8Array.of(4, 0, 0, 0, 1, 2, 3, 4)],
])('%s is no columns', (_name, bytes) => {
  expect(areCurrentColumns(bytes)).toBe(false);
  expect(() => decodeColumns(bytes)).toThrow(OtherForm);
});

test('columns that were cut off are not read as shorter ones', () => {
  const whole = encodeColumns(emptyColumns(3, ['x'], 1));
  expect(() => decodeColumns(whole.subarray(0, whole.length - 4))).toThrow(new RangeError('the columns end too early'));
});
