import { asVenues, VenueRegister } from '@/core/venues';
import { CODED_AXES, codesOf } from '@/core/vocabularies';
import { aRecord } from '@/testing/a-record';
import { causesOf } from './causes';
import { classifyWork } from './classify-work';
import { hingesOf, narrowsLevel, narrowsPeerReview } from './explain';
import { readyRecord } from './record-of-work';
import { levelTable } from './schemes';
import { NO_SCOPE } from './stated';

const LEVELS = levelTable('ocebm-2011', 'treatment-benefit');
const PADS = aRecord({
  title: 'Knee pads: a randomised controlled trial',
  container: 'Annals of Floors',
  issns: ['9990-1048'],
  volume: '3',
  pages: '1-9',
  types: [{ vocabulary: 'ris-type', term: 'JOUR' }],
  dates: { online: '', issue: '2015', added: '' },
});
const one = (record = PADS, judged = {}) => classifyWork([readyRecord(1, record, NO_SCOPE)], LEVELS, judged);

test('the words on which an axis hangs, and what would be left without them', () => {
  const found = one();
  const hinges = hingesOf(found, 'design').map((h) => h.claim.quote);
  expect(hinges).toContain('randomised controlled trial');
  // The type says "in a periodical": the title alone settles the rest.
  expect(hingesOf(found, 'publicationType').every((h) => h.claim.rule !== 'ris-type')).toBe(true);
});
test('what would settle peer review: a statement about the venue', () => {
  expect(narrowsPeerReview(one())).toEqual([
    { known: 'that the venue is refereed (an entry in the register)', codes: ['refereed'] },
    { known: 'that the venue is not refereed (an entry in the register)', codes: ['not-refereed'] },
  ]);
  const register = new VenueRegister(
    asVenues([
      {
        type: 'journal',
        title: 'Annals of Floors',
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
  const settled = one(PADS, { register });
  expect(narrowsPeerReview(settled)).toEqual([]);
  expect(codesOf(CODED_AXES.peerReview.values, settled.axes.peerReview.mask)).toEqual(['refereed']);
});
test('what would settle the level: a fact about the design', () => {
  const cohort = one(aRecord({ ...PADS, title: 'Knee pain in tilers: a prospective cohort study' }));
  expect(narrowsLevel(cohort, LEVELS)).toContainEqual({
    known: 'that it is compared with a group observed at the same time',
    codes: ['3'],
  });
  expect(narrowsLevel(one(), LEVELS)).toEqual([]);
});
test('two records that cannot both be right about a date are a conflict of that date', () => {
  const later = aRecord({ ...PADS, dates: { online: '', issue: '2017 Mar', added: '2020' } });
  const work = classifyWork([readyRecord(1, PADS, NO_SCOPE), readyRecord(2, later, NO_SCOPE)], LEVELS);
  expect(work.dates.conflicts).toEqual(['issue']);
  const finer = aRecord({ ...PADS, dates: { online: '', issue: '2015 Mar', added: '2020' } });
  expect(classifyWork([readyRecord(1, PADS, NO_SCOPE), readyRecord(2, finer, NO_SCOPE)], LEVELS).dates.conflicts).toEqual([]);
});
test('a dispute is named by who says what, so that works alike share it', () => {
  const typed = (term: string) => aRecord({ title: 'On knee pads', types: [{ vocabulary: 'mesh-publication-type', term }] });
  const work = classifyWork([readyRecord(1, typed('Editorial'), NO_SCOPE), readyRecord(2, typed('Guideline'), NO_SCOPE)], LEVELS);
  const { publicationType } = causesOf(work, (record) => (record === 1 ? 'VH' : 'OF'));
  expect(publicationType).toEqual([
    {
      kind: 'conflict',
      key: 'conflict|publicationType|OF’s “Guideline”|VH’s “Editorial”',
      label: 'OF’s “Guideline” against VH’s “Editorial”',
    },
  ]);
});
test('a venue that is said to be refereed and not is a conflict, and settles nothing', () => {
  const both = aRecord({ ...PADS, extra: { N1: ['Peer reviewed: Yes', 'Peer reviewed: No'] } });
  expect(one(both).axes.peerReview.status).toBe('conflicting');
});
// NISO RP-8: author's original and submitted manuscript come before review, accepted manuscript and later after it.
test.each([
  ['submittedVersion', ['preprint', 'not-refereed']],
  ['Accepted manuscript', ['refereed', 'not-refereed']],
  ['Version of record', ['refereed', 'not-refereed']],
])('a version that is said to be %j', (note, expected) => {
  const { mask } = one(aRecord({ ...PADS, extra: { N1: [note] } })).axes.peerReview;
  expect(codesOf(CODED_AXES.peerReview.values, mask).every((c) => (expected as string[]).includes(c))).toBe(true);
});
