import type { BibRecord } from '@/core/record';
import { CODED_AXES, codesOf } from '@/core/vocabularies';
import { aRecord } from '@/testing/a-record';
import { onASheet } from '@/testing/on-a-sheet';
import { addStated, type DatabaseScope, isInJournal, NO_SCOPE } from './stated';

const REFEREED: DatabaseScope = { allJournalsRefereed: true };
const ris = (term: string): BibRecord['types'] => [{ vocabulary: 'ris-type', term }];
const pt = (...terms: string[]): BibRecord['types'] => terms.map((term) => ({ vocabulary: 'mesh-publication-type', term }));
const statedClaims = (record: BibRecord, scope: DatabaseScope) => onASheet((sheet) => addStated(sheet, record, scope));
const said = (types: BibRecord['types']) =>
  statedClaims(aRecord({ types }), NO_SCOPE).map((c) => `${c.axis}: ${codesOf(CODED_AXES[c.axis as 'design'].values, c.mask).join(' ')}`);

// RIS Format Specifications, reference types; what they allow is common practice.
test.each([
  ['THES', ['sourceType: thesis', 'publicationType: thesis']],
  ['PAT', ['sourceType: patent', 'publicationType: patent', 'design: not-a-study']],
  ['CHAP', ['sourceType: book reference-work', 'publicationType: book-chapter encyclopedia-entry']],
  ['GEN', []],
])('TY %s states %j', (type, expected) => expect(said(ris(type))).toEqual(expected));

test('a journal item stays wide: databases give the same type to editorials, trade pieces and preprints', () => {
  const [source, publication] = said(ris('JOUR'));
  for (const kind of ['scholarly-journal', 'trade-journal', 'magazine', 'preprint-server']) expect(source).toContain(kind);
  for (const kind of ['research-article', 'editorial', 'book-review', 'correction']) expect(publication).toContain(kind);
});

test.each([
  ['capitals of an export', pt('EDITORIAL'), ['publicationType: editorial', 'design: expert-opinion not-a-study']],
  ['a term that narrows nothing', pt('Multicenter Study'), []],
  ['who paid', pt("Research Support, Non-U.S. Gov't"), []],
])('publication types: %s', (_, types, expected) => expect(said(types)).toEqual(expected));

test('a term gives way to a neighbour only where the neighbour says so', () => {
  expect(said(pt('Case Reports', 'Journal Article'))).toContain('publicationType: case-report');
  expect(said(pt('Case Reports', 'Letter'))).toEqual(
    expect.arrayContaining(['publicationType: case-report letter', 'publicationType: letter']),
  );
});

test.each([
  ['a journal item with an ISSN', { types: ris('JOUR'), issns: ['9990-1048'] }, true],
  ['a journal item with a volume', { types: ris('JOUR'), volume: '3' }, true],
  ['an indexed journal article', { types: pt('Journal Article'), volume: '3' }, true],
  ['a journal item that nothing places in a journal', { types: ris('JOUR') }, false],
  ['a magazine item', { types: ris('MGZN'), volume: '3' }, false],
  ['a thesis', { types: ris('THES'), issns: ['9990-1048'] }, false],
] as const)('the scope of the database covers %s: %p', (_, fields, covered) => {
  const record = aRecord(fields as Partial<BibRecord>);
  expect(isInJournal(record)).toBe(covered);
  expect(statedClaims(record, REFEREED).some((c) => c.tier === 'venue' && c.axis === 'sourceType')).toBe(covered);
  expect(statedClaims(record, NO_SCOPE).some((c) => c.tier === 'venue')).toBe(false);
});
