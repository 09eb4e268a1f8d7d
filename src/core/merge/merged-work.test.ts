import type { BibRecord } from '@/core/record';
import { aRecord } from '@/testing/a-record';
import { mergeWork, peopleOf, peopleText } from './merged-work';
import { diffWords } from './word-diff';

const of = (...items: Partial<BibRecord>[]) => mergeWork(items.map((item, i) => ({ no: i + 1, trust: i, item: aRecord(item) })));
const choice = (field: string, ...items: Partial<BibRecord>[]) => of(...items).fields.find((f) => f.field === field);

test.each<[string, string, Partial<BibRecord>[], string, string, number]>([
  [
    'a title in capitals gives way',
    'title',
    [{ title: 'KNEE PADS FOR TILERS: A TRIAL' }, { title: 'Knee pads for tilers: a trial' }],
    'Knee pads for tilers: a trial',
    'agree',
    2,
  ],
  [
    'the title with its subtitle',
    'title',
    [{ title: 'Knee pads for tilers' }, { title: 'Knee pads for tilers: a trial' }],
    'Knee pads for tilers: a trial',
    'fullest',
    2,
  ],
  [
    'a title without markup',
    'title',
    [{ title: 'Knee pads and <i>Tilia</i> floors' }, { title: 'Knee pads and Tilia floors' }],
    'Knee pads and Tilia floors',
    'agree',
    2,
  ],
  [
    'all authors',
    'authors',
    [
      { authors: [{ family: 'Falk', given: 'I' }] },
      {
        authors: [
          { family: 'Falk', given: 'Iben' },
          { family: 'Sund', given: '' },
        ],
      },
    ],
    'Falk, Iben; Sund',
    'fullest',
    2,
  ],
  [
    'the longest abstract',
    'abstract',
    [{ abstract: 'Tilers knelt.' }, { abstract: 'Tilers knelt. Pads helped.' }],
    'Tilers knelt. Pads helped.',
    'fullest',
    2,
  ],
  [
    'the year that most records give',
    'issued',
    [
      { dates: { online: '', issue: '2019', added: '' } },
      { dates: { online: '', issue: '2020', added: '' } },
      { dates: { online: '', issue: '2020 Mar', added: '' } },
    ],
    '2020 Mar',
    'frequent',
    3,
  ],
  ['the pages in full', 'pages', [{ pages: '112-9' }, { pages: '112-119' }], '112-119', 'agree', 2],
  ['a tie goes to the first database', 'volume', [{ volume: '3' }, { volume: '4' }], '3', 'trusted', 1],
  ['the only one', 'doi', [{}, { doi: '10.5555/a' }], '10.5555/a', 'only', 2],
  ['the journal in full', 'container', [{ container: 'J Floors' }, { container: 'Journal of Floors' }], 'Journal of Floors', 'fullest', 2],
])('%s', (_, field, items, value, why, record) => {
  expect(choice(field, ...items)).toMatchObject({ value, why });
  expect(choice(field, ...items)!.records[0]).toBe(record);
}); // prettier-ignore

test('differences are kept; what a person set comes first, and the records’ values stand beside it', () => {
  expect(choice('volume', { volume: '3' }, { volume: '4' })!.others).toEqual([{ value: '4', records: [2] }]);
  const { item, fields } = mergeWork(
    [{ no: 1, trust: 0, item: aRecord({ volume: '3' }) }],
    [
      { field: 'volume', value: '33' },
      { field: 'authors', value: 'Falk, Iben; Sund' },
    ],
  );
  expect(item).toMatchObject({
    volume: '33',
    authors: [
      { family: 'Falk', given: 'Iben' },
      { family: 'Sund', given: '' },
    ],
  });
  expect(fields.find((f) => f.field === 'volume')).toMatchObject({ why: 'edited', others: [{ value: '3', records: [1] }] });
});

test('lists are taken together, and the order of records does not matter', () => {
  const items = [
    { no: 1, trust: 0, item: aRecord({ headings: ['Sleep'], issns: ['9990-1048'], title: 'A' }) },
    { no: 2, trust: 1, item: aRecord({ headings: ['Sleep', 'Light'], title: 'A b' }) },
  ];
  expect(mergeWork(items).item).toMatchObject({ headings: ['Sleep', 'Light'], issns: ['9990-1048'], title: 'A b' });
  expect(mergeWork([...items].reverse())).toEqual(mergeWork(items));
});

test('people survive being written and read', () => {
  const people = [
    { family: 'van der Velde', given: 'Ola M' },
    { family: 'Northern Labour Registry', given: '' },
  ];
  expect(peopleOf(peopleText(people))).toEqual(people);
});

test.each([
  ['a word changed', 'Early pads for tilers', 'Late pads for tilers', ['Early '], ['Late ']],
  ['case, accents and stops do not count', 'Østby’s PADS.', 'ostbys pads', [], []],
  ['a lost subtitle', 'Pads: a trial', 'Pads', ['a trial'], []],
  ['an empty text', '', 'Pads', [], ['Pads']],
])('word by word: %s', (_, a, b, onlyA, onlyB) => {
  const [left, right] = diffWords(a, b);
  expect(left.filter((r) => !r.same).map((r) => r.text)).toEqual(onlyA);
  expect(right.filter((r) => !r.same).map((r) => r.text)).toEqual(onlyB);
  expect([left.map((r) => r.text).join(''), right.map((r) => r.text).join('')]).toEqual([a, b]);
});
