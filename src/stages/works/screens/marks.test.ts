import { claimsOfRecord, classifyWork, levelTable } from '@/core/classify';
import { mentionsOf } from '@/core/grounds';
import { aRecord } from '@/testing/a-record';
import { marksFor } from './marks';

const RECORD = aRecord({
  title: 'Knee pads for tilers: a randomised controlled trial',
  abstract:
    'BACKGROUND: Earlier cohort studies were small. METHODS: Forty tilers were randomly allocated to knee pads. CONCLUSIONS: Larger randomised trials are needed.',
  types: [{ vocabulary: 'ris-type', term: 'JOUR' }],
});
const QUESTION = { population: 'tilers', intervention: 'knee pads', comparison: '', outcome: '' };
const classification = classifyWork(
  [{ key: 7, found: claimsOfRecord(RECORD, { allJournalsRefereed: false }) }],
  levelTable('ocebm-2011', 'treatment-benefit'),
);
const marks = (field: 'title' | 'abstract', record = 7) =>
  marksFor(field, record, classification, mentionsOf(RECORD.title, RECORD.abstract, QUESTION));
const quoted = (field: 'title' | 'abstract') => marks(field).map((m) => `${m.kind} ${m.label}: ${RECORD[field].slice(m.start, m.end)}`);

test('used cues, mentions of designs and words of the question are marked, each as what it is', () => {
  expect(quoted('title')).toEqual([
    'mention intervention: Knee pads',
    'mention population: tilers',
    'used design: randomised controlled trial',
  ]);
  expect(quoted('abstract')).toEqual([
    'aside set aside: cohort studies',
    'used design: randomly allocated',
    'aside set aside: randomised trials',
  ]);
});
test('marks are in order and never overlap', () => {
  for (const field of ['title', 'abstract'] as const) {
    marks(field).forEach((mark, i, all) => {
      expect(mark.end).toBeGreaterThan(mark.start);
      if (i > 0) expect(mark.start).toBeGreaterThanOrEqual(all[i - 1]!.end);
    });
  }
});
test('cues of another record of the work are not marked in this text', () => {
  expect(marks('title', 8).every((m) => m.kind === 'mention')).toBe(true);
});

test('what weighed for a likely value is marked in a way of its own, where nothing stronger stands', () => {
  const likely = {
    codes: ['randomised-trial'],
    ...{ before: 28, disputed: false, likeliest: 'randomised-trial', facts: [], alike: [] },
    words: [
      {
        record: 7,
        field: 'abstract' as const,
        start: RECORD.abstract.indexOf('Forty'),
        end: RECORD.abstract.indexOf('Forty') + 5,
        words: 'Forty',
      },
      {
        record: 7,
        field: 'abstract' as const,
        start: RECORD.abstract.indexOf('allocated'),
        end: RECORD.abstract.indexOf('allocated') + 9,
        words: 'allocated',
      },
      { record: 8, field: 'abstract' as const, start: 0, end: 4, words: 'else' },
    ],
  };
  const found = marksFor('abstract', 7, classification, [], { design: likely }).filter((m) => m.kind === 'likely');
  expect(found.map((m) => [RECORD.abstract.slice(m.start, m.end), m.title])).toEqual([['Forty', 'Makes randomised trial more likely']]);
});
