import { aRecord } from '@/testing/a-record';
import { claimsOfRecord } from './claims-of-record';
import type { CueRule } from './cue-rule';
import { CUE_RULES } from './cue-rules';
import { NO_SCOPE } from './stated';

/** Puts an example where its rule looks first. */
function recordFor(rule: CueRule, text: string) {
  const zone = rule.zones[0];
  if (zone === 'venue') return aRecord({ container: text });
  if (zone === 'note') return aRecord({ extra: { N1: [text] } });
  if (zone === 'title') return aRecord({ title: text });
  if (zone === 'heading') return aRecord({ headings: [text] });
  return aRecord({ abstract: zone === 'methods' ? `BACKGROUND: Work goes on at night. METHODS: ${text} RESULTS: See the tables.` : text });
}
const firedOn = (rule: CueRule, text: string) => claimsOfRecord(recordFor(rule, text), NO_SCOPE).claims.map((c) => c.rule);

test('every rule has its own id, and examples of both kinds', () => {
  expect(new Set(CUE_RULES.map((r) => r.id)).size).toBe(CUE_RULES.length);
  for (const rule of CUE_RULES) {
    expect([rule.id, rule.hits.length > 0, rule.misses.length > 0]).toEqual([rule.id, true, true]);
    // Stateful patterns would answer differently from call to call.
    expect([rule.id, rule.pattern.global, rule.pattern.sticky]).toEqual([rule.id, false, false]);
  }
});

test.each(CUE_RULES.flatMap((rule) => rule.hits.map((text) => [rule.id, text, rule] as const)))('%s matches: %s', (id, text, rule) => {
  expect(firedOn(rule, text)).toContain(id);
});
test.each(CUE_RULES.flatMap((rule) => rule.misses.map((text) => [rule.id, text, rule] as const)))(
  '%s does not match: %s',
  (id, text, rule) => {
    expect(firedOn(rule, text)).not.toContain(id);
  },
);

// No rule may know the demo's scenario (its population, its intervention, its outcomes).
test('no pattern names words of the demo', () => {
  for (const rule of CUE_RULES)
    expect(rule.pattern.source + (rule.unless?.source ?? '')).not.toMatch(
      /bright|(?<!high)light|\blens|eyewear|melatonin|night|shift(?!s)|sleep|alert|\btid(?:e|al)|\bmills?\b/i,
    );
});

test('offsets point at the quoted words', () => {
  const record = aRecord({
    title: 'Hand splints for pianists: a randomised controlled trial',
    abstract:
      'BACKGROUND: Pianists hurt. METHODS: Sixty pianists were randomly allocated to splints. CONCLUSIONS: Larger randomised trials are needed.',
  });
  const { claims, asides } = claimsOfRecord(record, NO_SCOPE);
  for (const one of [...claims, ...asides].filter((c) => c.field === 'title' || c.field === 'abstract')) {
    expect(record[one.field as 'title' | 'abstract'].slice(one.start, one.end)).toBe(one.quote);
  }
  expect(asides.map((a) => a.quote)).toContain('randomised trials');
});
