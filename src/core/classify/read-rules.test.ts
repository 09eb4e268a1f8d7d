import { aRecord } from '@/testing/a-record';
import { CUE_RULES } from './cue-rules';
import { fieldsAre } from './field-test';
import { readCues, readUsual } from './read-rules';

const CUE = {
  id: 'title-rope-trial',
  tier: 'strong',
  zones: ['title'],
  pattern: ['\\brope trial\\b', '\\bknot trial\\b'],
  explain: 'The title names a trial of ropes.',
  hits: ['A rope trial'],
  misses: ['A rope'],
};
const USUAL = { id: 'usual-rope', axis: 'design', among: ['@RANDOMISED'], to: ['randomised-trial'], explain: 'What ropes are.' };

test('alternatives are one expression, and names stand for words and for groups of values', () => {
  const [plain] = readCues('ropes.json', [CUE]);
  expect(plain!.pattern).toEqual(/\brope trial\b|\bknot trial\b/i);
  expect(plain!.sets).toEqual({});
  const [named] = readCues('ropes.json', [{ ...CUE, unless: '<<ABOUT>>', includes: ['@RANDOMISED', 'cohort-prospective'] }]);
  expect(named!.unless!.test('Ropes: a systematic review')).toBe(true);
  expect(named!.includes).toContain('cluster-randomised-trial');
  expect(named!.includes).toContain('cohort-prospective');
});

test('rules that ask for the same words share one expression, so that a text is asked once', () => {
  const about = CUE_RULES.filter((r) => r.unless?.source.includes('systematic|scoping|umbrella'));
  const sources = new Map<string, Set<RegExp>>();
  for (const r of about) sources.set(r.unless!.source, (sources.get(r.unless!.source) ?? new Set()).add(r.unless!));
  for (const same of sources.values()) expect(same.size).toBe(1);
});

test.each([
  ['a word nobody defined', { pattern: '<<NOBODY>>' }, /no words of the name NOBODY/],
  ['a name that every object has', { pattern: '<<constructor>>' }, /no words of the name constructor/],
  ['a value that is none', { sets: { design: ['rope-trial'] } }, /rule 1 of ropes\.json: .*no code of its axis/s],
  ['a group that is none', { sets: { design: ['@ROPES'] } }, /no code of its axis/],
  ['a zone that is none', { zones: ['footnote'] }, /rule 1 of ropes\.json: .*zones/s],
  ['a key that no rule has', { because: 'so' }, /because/],
  ['no near miss', { misses: [] }, /misses/],
  ['a pattern that is none', { pattern: '(' }, /Invalid regular expression/],
])('a rule with %s is refused', (_, change, message) => expect(() => readCues('ropes.json', [{ ...CUE, ...change }])).toThrow(message));

test('a rule of what is usual is refused with values of another axis', () => {
  const rule = { ...USUAL, hits: ['Ropes.'], misses: ['Sheds.'] };
  expect(readUsual('ropes.json', [rule])[0]!.among).toContain('crossover-randomised-trial');
  expect(() => readUsual('ropes.json', [{ ...rule, to: ['newspaper'] }])).toThrow(/no code of its axis/);
  expect(() => readUsual('ropes.json', [{ ...rule, when: { facts: ['rope'] } }])).toThrow(/rule 1 of ropes\.json/);
});

const own = (term: string) => ({ types: [{ vocabulary: 'own' as const, term }] });
test.each([
  ['no test at all', {}, {}, true],
  ['a field that is filled', { filled: ['container'] }, { container: 'Ropes' }, true],
  ['a field that is not', { filled: ['issns'] }, {}, false],
  ['a field that is to be empty', { empty: ['pages'] }, { pages: '3-5' }, false],
  ['enough pages', { pages: { atLeast: 3 } }, { pages: '301-303' }, true],
  ['too many pages', { pages: { atMost: 5 } }, { pages: '301-309' }, false],
  ['authors within bounds', { authors: { atLeast: 1, atMost: 2 } }, { authors: [{ family: 'Falk', given: 'Iben' }] }, true],
  ['words in one of two texts', { texts: [{ of: ['container', 'title'], has: /rope/i }] }, { title: 'Ropes' }, true],
  [
    'words that only the first text may give',
    { texts: [{ of: ['container', 'title'], first: true, has: /rope/i }] },
    { container: 'Sheds', title: 'Ropes' },
    false,
  ],
  [
    'the second text where the first is empty',
    { texts: [{ of: ['container', 'title'], first: true, has: /rope/i }] },
    { title: 'Ropes' },
    true,
  ],
  ['words that none may have', { texts: [{ of: ['types'], lacks: /^letter$/i }] }, own('Letter'), false],
  [
    'one of two',
    { any: [{ pages: { atLeast: 15 } }, { texts: [{ of: ['container'], has: /quarterly/i }] }] },
    { container: 'Rope Quarterly' },
    true,
  ],
  ['none of two', { any: [{ pages: { atLeast: 15 } }, { facts: ['periodical'] }] }, {}, false],
  ['a magazine by its own word', { facts: ['called-a-magazine'] }, own('Magazines'), true],
  [
    'a magazine by the type of a format alone',
    { facts: ['called-a-magazine'] },
    { types: [{ vocabulary: 'ris-type' as const, term: 'MGZN' }] },
    false,
  ],
  ['which is popular all the same', { facts: ['not-popular'] }, { types: [{ vocabulary: 'ris-type' as const, term: 'MGZN' }] }, false],
] as const)('fields: %s', (_, wanted, fields, holds) => expect(fieldsAre(wanted, aRecord(fields as object))).toBe(holds));
