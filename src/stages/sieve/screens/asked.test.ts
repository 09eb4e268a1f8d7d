import { FILLS, type Sieve } from '@/core/sieve';
import { captionOf, readAsked } from './asked';
import { rowsOf } from './held-rows';

const SIEVE = [
  { id: 'a', name: 'Refereed' },
  { id: 'b', name: 'Since 2016' },
  { id: 'c', name: 'Studies' },
] as unknown as Sieve;
const DATABASES = [{ name: 'Vellmora' }, { name: 'Ostrane' }];

test.each([
  ['row=a&db=1&fill=left', { row: 'a', database: 1, fill: 'left' }],
  ['row=all&fill=stopped', { row: 'all', database: -1, fill: 'stopped' }],
  ['row=a&db=-1&fill=held-alone', { row: 'a', database: -1, fill: 'held-alone' }],
  ['', null],
  ['row=a', null],
  ['db=0&fill=left', null],
  ['row=a&fill=everything', null],
  ['row=a&db=first&fill=left', null],
  ['row=a&db=0.5&fill=left', null],
])('an address that says "%s" asks for %j', (address, asked) => expect(readAsked(new URLSearchParams(address))).toEqual(asked));

test('every number can be asked for by its address, and is called by other words', () => {
  const said = FILLS.map((fill) => captionOf(readAsked(new URLSearchParams({ row: 'b', db: '0', fill }))!, SIEVE, DATABASES, 1234));
  expect(new Set(said).size).toBe(FILLS.length);
  for (const words of said) expect(words).toMatch(/Since 2016.* in Vellmora: 1,234$/);
});

test('the row before any limiter is called what it is', () => {
  expect(captionOf({ row: 'all', database: -1, fill: 'left' }, SIEVE, DATABASES, 7)).toBe('Retrieved and merged: 7');
});

test('held works stand under each limiter that holds them, and only those limiters are shown', () => {
  const held = [
    { work: 1, limiters: [0] },
    { work: 2, limiters: [0, 2] },
    { work: 3, limiters: [2, 0] },
  ];
  expect(rowsOf(SIEVE, held).map(({ limiter, works, only }) => [limiter.name, works.map((w) => w.work), only])).toEqual([
    ['Refereed', [1, 2, 3], 1],
    ['Studies', [2, 3], 0],
  ]);
  expect(rowsOf(SIEVE, [])).toEqual([]);
});
