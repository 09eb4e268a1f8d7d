import fc from 'fast-check';
import { EMPTY_SOURCE } from '@/core/found';
import { bareIdentifier, formOf, howManyIn, readSource, recordOf } from './source';

test.each([
  ['10.5555/abc.1', { doi: '10.5555/abc.1' }],
  ['https://doi.org/10.5555/ABC(1)', { doi: '10.5555/abc(1)' }],
  ['PMID: 0012345', { pmid: '12345' }],
  ['12345', { pmid: '12345' }],
  ['978-0-306-40615-7', { isbn: '9780306406157' }],
  ['ISBN 0-306-40615-2', { isbn: '9780306406157' }],
  ['978-0-306-40615-8', null],
  ['Falk, I. (2015). Lamps.', null],
])('%s alone', (text, expected) => {
  // The ISBN is the worked example of ISO 2108 that is commonly printed; from memory.
  expect(bareIdentifier(text)).toEqual(expected);
});

test('a form makes a record whose identifiers were checked; what is none is told with its field', () => {
  const { record, faults } = recordOf({
    ...{ ...EMPTY_SOURCE, kind: 'book', title: 'Mills', authors: 'Falk, Iben\nSund, B.', date: '2015', isbn: '978-0-306-40615-7' },
    ...{ issn: '9990-2036', doi: '10.5555/x', url: 'https://a.example/1' },
  });
  expect(faults).toEqual([]);
  expect(record).toMatchObject({
    ...{ title: 'Mills', isbns: ['9780306406157'], issns: ['9990-2036'], doi: '10.5555/x', urls: ['https://a.example/1'] },
    ...{ types: [{ vocabulary: 'csl-type', term: 'book' }], dates: { issue: '2015' } },
    authors: [
      { family: 'Falk', given: 'Iben' },
      { family: 'Sund', given: 'B.' },
    ],
  });
  expect(formOf(record)).toMatchObject({ kind: 'book', authors: 'Falk, Iben\nSund, B.', isbn: '9780306406157' });
  const wrong = recordOf({
    ...EMPTY_SOURCE,
    title: 'Mills',
    doi: 'none',
    pmid: 'x',
    isbn: '978-0-306-40615-8',
    issn: '1',
    url: 'ftp:a',
    date: 'soon',
  });
  expect(wrong.faults.map((f) => f.field)).toEqual(['doi', 'pmid', 'isbn', 'issn', 'url', 'date']);
});

test.each([
  ['Ketteridge A. Women at the hatches [dissertation]. Tamsin University; 2017.', 'thesis'],
  ['https://mill.example/report.pdf', 'webpage'],
  ['Falk I. Lamps. Night Work. 2015;4(2):11-9.', 'article-journal'],
])('the kind of source of %s', (text, kind) => expect(formOf(readSource(text).record).kind).toBe(kind));

test.each([
  ['Falk I. Lamps.\nNight Work. 2015;4:1.', 1],
  ['1. Falk I. Lamps. 2015.\n2. Sund B. Shades. 2016.', 2],
  ['Falk I. Lamps. 2015.\n\nSund B. Shades. 2016.\n\nOsei K. Naps. 2017.', 3],
])('%j holds so many references', (text, n) => expect(howManyIn(text)).toBe(n));

test('whatever is pasted, reading it ends and its form can be shown', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 600 }), (text) => {
      const { record } = readSource(text);
      expect(typeof formOf(record).title).toBe('string');
    }),
  );
});
