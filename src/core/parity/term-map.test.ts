import { readTermMap } from './term-map';

const MAPPED = { vocabulary: 'own', term: 'Aufsatz', sets: { publicationType: ['research-article', 'review-article'] } };
test.each([
  ['a list', JSON.stringify([{ term: 'Aufsatz', sets: MAPPED.sets }])],
  ['terms in an object', JSON.stringify({ terms: [MAPPED] })],
  ['a limiter profile', JSON.stringify({ format: 'narrow-sieve-limiter-profile', profile: { terms: [MAPPED] } })],
  ['a table', 'vocabulary,term,publicationType\nown,Aufsatz,research-article|review-article\n'],
  ['a table without a vocabulary', 'term,publicationType\n"Aufsatz",research-article|review-article'],
])('%s', (_, text) => expect(readTermMap(text)).toEqual([MAPPED]));
test.each([
  ['{', 'This is not a file of mapped terms'],
  ['{}', 'there is no list of terms'],
  ['[{"term":"A","sets":{"design":["guess"]}}]', 'term 1, sets → design → 0'],
  ['what\nA', 'names no column "term"'],
  ['term,design\nA,guess', 'line 2, sets → design → 0'],
])('%j is refused with its place', (text, words) => expect(readTermMap(text)).toContain(words));
