import { claimsOfRecord, classifyWork, levelTable, OCEBM_2011 } from '@/core/classify';
import type { BibRecord } from '@/core/record';
import { asVenues, VenueRegister } from '@/core/venues';
import { aRecord } from '@/testing/a-record';
import { draftGrounds, groundsText } from './draft';
import { mentionsOf } from './mentions';

const QUESTION = { population: 'tiler, floor layers', intervention: 'knee pad', comparison: '', outcome: 'pain' };
const FLOORS = new VenueRegister(
  asVenues([
    {
      type: 'journal',
      title: 'Floors',
      issns: ['9990-1048'],
      kind: 'scholarly-journal',
      refereed: 'yes',
      from: null,
      to: null,
      publisher: '',
      tags: [],
    },
  ]),
);
function draft(record: BibRecord, outcome = '', register?: VenueRegister) {
  const classification = classifyWork(
    [{ key: 1, found: claimsOfRecord(record, { allJournalsRefereed: !register }) }],
    levelTable('ocebm-2011', 'treatment-benefit'),
    { register },
  );
  const clauses = draftGrounds({
    classification,
    scheme: OCEBM_2011,
    databaseOf: () => 'Vellmora',
    outcome,
    title: record.title,
    abstract: record.abstract,
    question: QUESTION,
  });
  return { clauses, classification, text: groundsText(clauses) };
}
const TRIAL = aRecord({
  title: 'Knee pads for tilers: a randomised controlled trial',
  types: [{ vocabulary: 'ris-type', term: 'JOUR' }],
  issns: ['9990-1048'],
  abstract: 'METHODS: Forty tilers were randomly allocated to knee-pads. RESULTS: Pain fell.',
  dates: { online: '', issue: '2020 May', added: '' },
});

test('states the work with its basis, the sieve and the words that match the question', () => {
  const { text } = draft(TRIAL, 'through all 4 limiters');
  expect(text).toMatch(/^Research article \(title “randomised controlled trial”/);
  expect(text).toContain('refereed (Vellmora: every journal in this database is refereed');
  expect(text).toContain('evidence level 2 (OCEBM 2011)');
  expect(text).toContain('first public May 2020; through all 4 limiters; mentions “Knee pads”, “tilers”');
});
test('every clause about an axis rests on claims, and no clause gives a verdict', () => {
  const { clauses, classification } = draft(TRIAL);
  for (const clause of clauses.filter((c) => !['date', 'sieve', 'mentions'].includes(c.axis))) {
    expect(clause.claims.length).toBeGreaterThan(0);
    for (const claim of clause.claims) expect(classification.claims).toContain(claim);
  }
  expect(groundsText(clauses)).not.toMatch(/\b(?:keep|exclude|eligible|meets|relevant)\b/i);
});
test('the same words are quoted once, and each clause still knows its whole basis', () => {
  const { clauses, text } = draft(TRIAL);
  const quote = 'title “randomised controlled trial”';
  expect(text.split(quote)).toHaveLength(2);
  for (const axis of ['publicationType', 'design']) expect(clauses.find((c) => c.axis === axis)!.basis).toContain(quote);
});
test('where nothing is known nothing is said', () => expect(draft(aRecord({ title: 'Uno' })).text).toBe(''));
test('what is usual is named as such, with no empty quotation', () => {
  const record = aRecord({
    title: 'Systematic review of knee pads',
    types: [{ vocabulary: 'ris-type', term: 'JOUR' }],
    abstract: 'METHODS: We searched four databases for trials. RESULTS: Nine trials were included and are described in words.',
  });
  const { text } = draft(record);
  expect(text).toContain('usual where nothing else is said');
  expect(text).not.toContain('“”');
  expect(text).not.toContain('text “');
});
test('the register of venues is the basis of peer review', () => {
  const { text } = draft(TRIAL, '', FLOORS);
  expect(text).toContain('register of venues: Floors (by ISSN 9990-1048)');
});
test('a conflict is named as one', () => {
  const record = aRecord({
    title: 'X y z',
    types: [
      { vocabulary: 'mesh-publication-type', term: 'Editorial' },
      { vocabulary: 'mesh-publication-type', term: 'Practice Guideline' },
    ],
  });
  expect(draft(record).text).toMatch(/publication type disputed between guideline or editorial/i);
});

test.each([
  ['plural and hyphen', 'Knee-pads', 'Tilers kneel', ['Knee-pads', 'Tilers']],
  ['not inside other words', 'Painters', 'Reptilers', []],
  ['each phrase once', 'Pain', 'Pain and PAIN', ['Pain']],
])('mentions: %s', (_, title, abstract, quotes) => {
  const found = mentionsOf(title, abstract, QUESTION);
  expect(found.map((m) => m.quote)).toEqual(quotes);
  for (const m of found) expect((m.field === 'title' ? title : abstract).slice(m.start, m.end)).toBe(m.quote);
});
