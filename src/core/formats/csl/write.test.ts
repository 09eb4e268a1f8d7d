import type { BibRecord } from '@/core/record';
import { aRecord } from '@/testing/a-record';
import { toCsl } from './write';

const ris = (term: string): BibRecord['types'] => [{ vocabulary: 'ris-type', term }];
const issued = (issue: string, online = '') => toCsl(aRecord({ dates: { online, issue, added: '' } })).issued;

// CSL 1.0.2, appendix III (item types) and the CSL-JSON date fields.
test.each([
  ['JOUR', 'article-journal'],
  ['NEWS', 'article-newspaper'],
  ['CHAP', 'chapter'],
  ['THES', 'thesis'],
  ['DATA', 'dataset'],
  ['ELEC', 'webpage'],
  ['XYZZ', 'document'],
])('TY %s is a %s', (type, csl) => expect(toCsl(aRecord({ types: ris(type) })).type).toBe(csl));
test('an indexed citation without a RIS type is a journal article', () =>
  expect(toCsl(aRecord({ types: [{ vocabulary: 'mesh-publication-type', term: 'Letter' }] })).type).toBe('article-journal'));

test.each([
  ['2020/05/06', { 'date-parts': [[2020, 5, 6]] }],
  ['2020 May', { 'date-parts': [[2020, 5]] }],
  ['2020', { 'date-parts': [[2020]] }],
  [
    '2020 Jul-Aug',
    {
      'date-parts': [
        [2020, 7],
        [2020, 8],
      ],
    },
  ],
  [
    '2020 Jan 5-12',
    {
      'date-parts': [
        [2020, 1, 5],
        [2020, 1, 12],
      ],
    },
  ],
  ['2020 Winter', { 'date-parts': [[2020]] }],
  [
    '2015 Dec-2016 Jan',
    {
      'date-parts': [
        [2015, 12],
        [2016, 1],
      ],
    },
  ],
  ['in press', { literal: 'in press' }],
])('%s is issued %j', (printed, expected) => expect(issued(printed)).toEqual(expected));
test('the day online stands in when there is no issue', () => expect(issued('', '20200506')).toEqual({ 'date-parts': [[2020, 5, 6]] }));

test('people have parts, groups are literal, and what is absent is left out', () => {
  const item = toCsl(
    aRecord({
      title: 'Pads',
      authors: [
        { family: 'Falk', given: 'Iben' },
        { family: 'Lamp Group', given: '' },
      ],
      issns: ['0317-8471', '1050-124X'],
    }),
  );
  expect(item).toEqual({
    type: 'document',
    title: 'Pads',
    author: [{ family: 'Falk', given: 'Iben' }, { literal: 'Lamp Group' }],
    ISSN: '0317-8471, 1050-124X',
  });
});
