import { emptyRecord, readable } from '@/core/record';
import { claimsOfRecord } from './claims-of-record';
import { CUE_RULES } from './cue-rules';
import { NO_SCOPE } from './stated';
import { USUAL_RULES } from './usual-rules';

const LONG = 200_000;
/** A text made of some words again and again, as a record with it is read by rules. */
const again = (words: string) =>
  readable({ ...emptyRecord('ris'), abstract: `${words.replaceAll('.', '')} `.repeat(LONG / (words.length + 1)) }).abstract;

/** One word, two and three words in a row of each example of a rule: what its pattern begins to match, without end. */
function seedsOf(examples: readonly (string | object)[]): Set<string> {
  const seeds = new Set<string>();
  for (const example of examples) {
    const words = (typeof example === 'string' ? example : Object.values(example).join(' ')).split(/\s+/).slice(0, 24);
    for (const n of [1, 2, 3]) for (let i = 0; i + n <= words.length; i += n) seeds.add(words.slice(i, i + n).join(' '));
  }
  return seeds;
}
const patterns: [string, RegExp[], readonly (string | object)[]][] = [
  ...CUE_RULES.map((r): [string, RegExp[], readonly string[]] => [r.id, [r.pattern, r.unless ?? /$^/], r.hits]),
  ...USUAL_RULES.map((r): [string, RegExp[], readonly (string | object)[]] => [r.id, [r.has ?? /$^/, r.lacks ?? /$^/], r.hits]),
];

// With the cube of the length, as some were, one of these would take minutes.
test('no rule is kept busy by its own words, repeated without end', () => {
  let tried = 0;
  for (const [, own, examples] of patterns)
    for (const seed of seedsOf(examples)) {
      const text = again(seed);
      for (const pattern of own) {
        pattern.lastIndex = 0;
        pattern.test(text);
        tried++;
      }
    }
  expect(tried).toBeGreaterThan(5000);
});

test.each(['saved a ', 'tested again ', 'randomi', 'the ', 'A ', '(', '. ', '.', ' ', '\n', 'we we ', 'a-', '95% CI '])(
  'a record of nothing but %j is classified',
  (words) => {
    const text = words.repeat(LONG / words.length);
    const record = { ...emptyRecord('ris'), title: text, abstract: text, container: text, publisher: text, headings: [text] };
    expect(claimsOfRecord(record, NO_SCOPE).claims).toBeDefined();
  },
);
