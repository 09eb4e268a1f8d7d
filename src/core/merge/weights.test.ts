import { comparisonWords, evidence, evidenceWhy, evidenceWords, type Field, THRESHOLDS, WEIGHTS } from './weights';

const ALL = (Object.keys(WEIGHTS) as Field[]).flatMap((field) => Object.keys(WEIGHTS[field]).map((outcome) => ({ field, outcome })));

test('every weight says what it is called and why it is so', () => {
  expect(ALL.filter((e) => evidenceWords(e).length < 5 || evidenceWhy(e).length < 20)).toEqual([]);
});

test('what agrees weighs for, what differs against, and nothing joins by one field alone', () => {
  const weight = (e: (typeof ALL)[number]) => evidence(e.field, e.outcome).weight;
  expect(ALL.filter((e) => e.outcome === 'same' && weight(e) <= 0)).toEqual([]);
  expect(ALL.filter((e) => e.outcome === 'differs' && weight(e) >= 0)).toEqual([]);
  expect(ALL.filter((e) => weight(e) >= THRESHOLDS.join.score)).toEqual([]);
  expect(THRESHOLDS.ask.score).toBeLessThan(THRESHOLDS.join.score);
});

test('a comparison in words', () => {
  const found = [evidence('title', 'same'), evidence('doi', 'differs')];
  expect(comparisonWords({ evidence: found, contradictions: ['doi'] }, true)).toBe(
    'the same title; but different DOIs; not joined because their DOIs differ; kept apart because a record of their works, or one that fits as well, contradicts',
  );
});
