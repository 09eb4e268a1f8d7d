import { readText } from '@/core/formats';
import { emptyRecord } from '@/core/record';
import { isChapterOf } from './chapters';
import { contentsOf } from './contents';

test.each([
  [
    'marc-xml',
    '<collection xmlns="http://www.loc.gov/MARC21/slim"><record><leader>00000nam a2200000 a 4500</leader><datafield tag="245" ind1="0" ind2="0"><subfield code="a">Mills</subfield></datafield><datafield tag="505" ind1="0" ind2=" "><subfield code="a">The bank -- Gates and hinges -- The wheel.</subfield></datafield></record></collection>',
  ],
  [
    'mods',
    '<mods xmlns="http://www.loc.gov/mods/v3"><titleInfo><title>Mills</title></titleInfo><tableOfContents>The bank -- Gates and hinges -- The wheel</tableOfContents></mods>',
  ],
] as const)('the contents of a book in %s', (format, text) => {
  const [entry] = readText(text, format);
  expect(entry?.kind === 'record' ? contentsOf(entry.record) : entry).toEqual(['The bank', 'Gates and hinges', 'The wheel']);
});

test('a field of that name gives contents too', () => {
  const record = { ...emptyRecord(), extra: { 'Table of contents': ['The bank\nGates and hinges.', 'The wheel'] } };
  expect(contentsOf(record)).toEqual(['The bank', 'Gates and hinges', 'The wheel']);
});

test('chapters stand in a book of that title or share its number; the book itself is none', () => {
  const part = (more: object) => ({ ...emptyRecord(), title: 'The bank', ...more });
  const book = part({ title: 'Mills of two creeks', isbns: ['9789990550009'] });
  expect(isChapterOf(part({ container: 'Mills of Two Creeks', pages: '3-9' }), book)).toBe(true);
  expect(isChapterOf(part({ isbns: ['9789990550009'], pages: '3-9' }), book)).toBe(true);
  expect(isChapterOf(part({ title: 'Mills of two creeks', isbns: ['9789990550009'], pages: '300' }), book)).toBe(false);
  expect(isChapterOf(part({ container: 'Mills' }), part({ title: 'Mills' }))).toBe(false);
  expect(isChapterOf(part({ container: 'Another book' }), book)).toBe(false);
});
