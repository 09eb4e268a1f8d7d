import type { BibRecord } from '@/core/record';
import { CODED_AXES, codesOf } from '@/core/vocabularies';
import { aRecord } from '@/testing/a-record';
import { claimsOfRecord } from './claims-of-record';
import { classifyWork } from './classify-work';
import { levelTable } from './schemes';
import { NO_SCOPE } from './stated';
import type { WorkAxis } from './work-axes';

const LEVELS = levelTable('ocebm-2011', 'treatment-benefit');
const REFEREED = { allJournalsRefereed: true };
const jour = (fields: Partial<BibRecord>): BibRecord =>
  aRecord({ types: [{ vocabulary: 'ris-type', term: 'JOUR' }], issns: ['9990-1048'], ...fields });
const pt = (...terms: string[]): BibRecord['types'] => terms.map((term) => ({ vocabulary: 'mesh-publication-type', term }));

function classify(records: BibRecord[], scope = NO_SCOPE) {
  return classifyWork(
    records.map((record, key) => ({ key, found: claimsOfRecord(record, scope) })),
    LEVELS,
  ); // prettier-ignore
}
function values(axis: WorkAxis, record: BibRecord, scope = NO_SCOPE): string[] {
  const { mask } = classify([record], scope).axes[axis];
  return codesOf(axis === 'level' ? LEVELS.scheme.levels : CODED_AXES[axis].values, mask);
}
const S = (background: string, methods: string, conclusions = 'Done.') =>
  `BACKGROUND: ${background} METHODS: ${methods} RESULTS: See the tables. CONCLUSIONS: ${conclusions}`;

// What goes wrong when words are taken for designs. Fields other than the demo's on purpose.
test.each([
  [
    'a protocol is not the trial',
    jour({
      title: 'Insoles for postal workers: study protocol for a randomised trial',
      types: pt('Journal Article', 'Randomized Controlled Trial'),
    }),
    'publicationType',
    ['protocol'],
  ],
  [
    'a protocol is not a study',
    jour({
      title: 'Insoles for postal workers: study protocol for a randomised trial',
      types: pt('Journal Article', 'Randomized Controlled Trial'),
    }),
    'design',
    ['not-a-study'],
  ],
  [
    'trials wished for in conclusions',
    jour({
      title: 'Knee pain in tilers: a cohort study',
      abstract: S('Tilers kneel.', 'We followed 300 tilers for two years.', 'Randomised trials are needed.'),
    }),
    'design',
    ['cohort-prospective'],
  ],
  [
    'a review that searched for trials',
    jour({
      title: 'Knee pads: a systematic review',
      abstract: S('Knees hurt.', 'We searched four databases for randomised trials of knee pads.'),
    }),
    'design',
    ['systematic-review'],
  ],
  [
    'cohorts of others in the background',
    jour({
      title: 'Knee pads in tilers',
      abstract: S('Unlike previous cohort studies, ours is small.', 'Twenty tilers were randomly allocated to pads or none.'),
    }),
    'level',
    ['2'],
  ],
  ['non-randomised', jour({ title: 'Knee pads at two firms: a non-randomised trial' }), 'level', ['3']],
  ['quasi-randomised', jour({ title: 'Earplugs on the ward: a quasi-randomised trial' }), 'design', ['pseudo-randomised-trial']],
  [
    'an editorial about a systematic review',
    jour({ title: 'Editorial: what the systematic review of knee pads left out' }),
    'publicationType',
    ['editorial'],
  ],
  [
    'a letter that replies to a trial',
    jour({ title: 'Letter: allocation in a randomised trial of knee pads', types: pt('Letter') }),
    'publicationType',
    ['letter'],
  ],
  [
    'a registration',
    jour({ title: 'Trial registration: knee pads in tilers', types: [{ vocabulary: 'ris-type', term: 'GEN' }] }),
    'sourceType',
    ['study-register'],
  ],
  ['a review of a book', jour({ title: 'Book review: A history of floors' }), 'publicationType', ['book-review']],
  ['rats', jour({ title: 'Noise and weight in rats' }), 'level', ['5']],
  ['a title in capitals', jour({ title: 'KNEE PADS IN TILERS: A RANDOMISED CONTROLLED TRIAL' }), 'level', ['2']],
  [
    'a title in another language stays open',
    jour({ title: 'Estudio de las rodilleras en soladores' }),
    'design',
    CODED_AXES.design.values.map((v) => v.code),
  ],
  ['a review of randomised trials only', jour({ title: 'Knee pads: a meta-analysis of randomised trials' }), 'level', ['1']],
  ['a review of mixed studies', jour({ title: 'Knee pads: a systematic review' }), 'level', ['1', '2', '3']],
  [
    'an unstructured abstract of a trial',
    jour({
      title: 'Knee pads and pain',
      abstract: 'Tilers kneel all day. Forty tilers were randomly assigned to gel pads or foam pads for a month. Pain fell in both groups.',
    }),
    'level',
    ['2'],
  ],
  [
    'a random sample is no random allocation',
    jour({
      title: 'Pain in tilers',
      abstract: S('Pain is common.', 'A randomly selected sample of 300 tilers completed a questionnaire.'),
    }),
    'design',
    ['cross-sectional'],
  ],
  [
    'a thesis that reports a trial stays a thesis',
    aRecord({ title: 'Knee pads: a randomised trial', types: [{ vocabulary: 'ris-type', term: 'THES' }] }),
    'publicationType',
    ['thesis'],
  ],
] as const)('%s', (_, record, axis, expected) => expect(values(axis, record)).toEqual(expected));

// Common pairs of publication types on one citation (NLM, Publication Types; common practice): they must not conflict.
test.each([
  ['Case Reports', 'Review'],
  ['Case Reports', 'Letter'],
  ['Letter', 'Comment'],
  ['Editorial', 'Comment'],
  ['Clinical Trial', 'Randomized Controlled Trial'],
  ['Review', 'Systematic Review', 'Meta-Analysis'],
  ['Journal Article', 'Review'],
  ['Journal Article', 'Multicenter Study', 'Observational Study'],
  ['Journal Article', 'Retracted Publication', 'Randomized Controlled Trial'],
  ['Practice Guideline', 'Systematic Review'],
  ['News', 'Comment'],
  ['Published Erratum', 'Journal Article'],
  ['Randomized Controlled Trial', 'Letter'],
  ['Preprint', 'Journal Article'],
  ['Scoping Review', 'Review'],
])('%s beside %s does not conflict', (...terms) => {
  const { axes } = classify([aRecord({ types: pt(...terms.filter((t) => typeof t === 'string')) })]);
  for (const axis of ['sourceType', 'publicationType', 'peerReview', 'design'] as const)
    expect([axis, axes[axis].status]).not.toEqual([axis, 'conflicting']);
});
test('a term that stands alone means what it says, and gives way beside a more fitting one', () => {
  expect(values('publicationType', aRecord({ types: pt('Journal Article', 'Case Reports') }))).toEqual(['case-report']);
  expect(values('publicationType', aRecord({ types: pt('Case Reports', 'Letter') }))).toEqual(['letter']);
});

// Peer review is of the item: editorial matter in a refereed journal is not refereed (common practice).
test.each([
  ['a trial in a refereed journal', jour({ title: 'Knee pads: a randomised trial' }), ['refereed']],
  ['an editorial there', jour({ title: 'Editorial: knee pads' }), ['venue-only']],
  ['a book review there', jour({ title: 'Book review: Floors' }), ['venue-only']],
  ['a magazine piece', aRecord({ types: [{ vocabulary: 'ris-type', term: 'MGZN' }] }), ['not-refereed']],
  ['a thesis', aRecord({ types: [{ vocabulary: 'ris-type', term: 'THES' }] }), ['examined']],
  ['a preprint', aRecord({ title: 'Pads: a randomised trial', types: pt('Preprint', 'Journal Article') }), ['preprint']],
] as const)('peer review of %s', (_, record, expected) => expect(values('peerReview', record, REFEREED)).toEqual(expected));
test('without a statement about the venue, research is refereed or not', () => {
  const record = aRecord({ title: 'Knee pads: a randomised trial', types: pt('Journal Article', 'Randomized Controlled Trial') });
  expect(values('peerReview', record)).toEqual(['refereed', 'not-refereed']);
});

test('flags: retracted in any record, and not indexed yet', () => {
  const [a, b] = [jour({ title: 'RETRACTED: Knee pads: a randomised trial' }), jour({ title: 'Knee pads: a randomised trial' })];
  expect(classify([a, b]).flags).toEqual(['retracted']);
  const fresh = aRecord({ types: [...pt('Journal Article'), { vocabulary: 'medline-status', term: 'In-Process' }] });
  expect(classify([fresh]).flags).toEqual(['not-indexed-yet']);
  const indexed = aRecord({ types: [...pt('Journal Article', 'Letter'), { vocabulary: 'medline-status', term: 'In-Process' }] });
  expect(classify([indexed]).flags).toEqual([]);
});
test('unmapped terms are listed, never dropped', () => {
  expect(classify([aRecord({ types: [...pt('Lamp Study'), { vocabulary: 'ris-type', term: 'XYZZ' }] })]).unmapped).toEqual([
    'mesh-publication-type|Lamp Study',
    'ris-type|XYZZ',
  ]);
});
test('the order of records does not matter', () => {
  const records = [
    jour({ title: 'Pads: a cohort study', dates: { online: '', issue: '2020', added: '' } }),
    jour({ title: 'Pads', types: pt('Editorial'), dates: { online: '20191201', issue: '2020 Jan', added: '' } }),
  ];
  const one = (order: number[]) =>
    classifyWork(
      order.map((i) => ({ key: i, found: claimsOfRecord(records[i]!, NO_SCOPE) })),
      LEVELS,
    ); // prettier-ignore
  expect(one([1, 0])).toEqual(one([0, 1]));
});

test('what a protocol tells of a design is no dissent; what contradicts the type "systematic review" is one', () => {
  const allotted = S('Hands hurt.', 'Sixty pianists were randomly allocated to splints or none.');
  const dissents = (record: BibRecord) => {
    const { axes } = classify([record]);
    return axes.design.dissents.map((c) => c.rule);
  };
  expect(dissents(jour({ title: 'Hand splints: protocol for a randomised trial', abstract: allotted }))).toEqual([]);
  expect(dissents(jour({ title: 'Hand splints for pianists', types: pt('Systematic Review'), abstract: allotted }))).toContain(
    'methods-randomised',
  );
});

test('what merely tells a design is not asked of a text that names one', () => {
  const rulesOf = (title: string) =>
    claimsOfRecord(jour({ title, abstract: S('Falls hurt.', 'One ward had new rails and the other kept the old.') }), NO_SCOPE).claims.map(
      (c) => c.rule,
    );
  expect(rulesOf('Rails and falls')).toContain('told-decided-by-others');
  expect(rulesOf('Rails and falls: a retrospective cohort study')).not.toContain('told-decided-by-others');
});
