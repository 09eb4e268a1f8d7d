import fc from 'fast-check';
import { LARGEST_IN_TEXT, numbersAsText, textAsNumbers } from './number-text';

test('numbers come back as they were, in their order', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: LARGEST_IN_TEXT })), (numbers) => {
      const text = numbersAsText(numbers);
      expect(text).toMatch(/^[A-Za-z0-9+/]*$/);
      expect(textAsNumbers(text)).toEqual(numbers);
    }),
  );
});

// Base64 of the same bytes, high ones first, is the same text.
test('the text is base64 of three bytes a number', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: LARGEST_IN_TEXT })), (numbers) => {
      const bytes = Buffer.from(numbers.flatMap((n) => [n >>> 16, (n >>> 8) & 255, n & 255]));
      expect(numbersAsText(numbers)).toBe(bytes.toString('base64'));
    }),
  );
});

test.each([-1, LARGEST_IN_TEXT + 1, 0.5, Number.NaN])('%d is refused', (n) => expect(() => numbersAsText([1, n])).toThrow(RangeError));
test('a text that was cut is refused', () => expect(() => textAsNumbers(numbersAsText([1, 2]).slice(0, 7))).toThrow(RangeError));
