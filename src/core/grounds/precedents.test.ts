import { seeded } from '@/testing/seeded';
import { TextIndex } from './likeness';
import { changedSince, type DecidedOn } from './look-again';
import { type Decided, differenceOf, inconsistentOf, type Profile, precedentsOf, profileKey } from './profile';
import { DEFAULT_TEMPLATES, fillTemplate, SLOTS, TEMPLATE_KINDS, unknownSlots } from './templates';

const profile = (work: number, rest: Partial<Profile> = {}): Profile => ({
  work,
  masks: [1, 2, 4, 8, 16],
  stops: 0,
  holds: 0,
  difference: '',
  ...rest,
});
const decided = (work: number, verdict: 'keep' | 'exclude', rest: Partial<Profile> = {}, reasonCode = ''): Decided => ({
  ...profile(work, rest),
  verdict,
  reasonCode,
});

test.each([
  ['all the same', {}, { axes: [], limiters: [], written: false }],
  ['another design', { masks: [1, 2, 4, 9, 16] }, { axes: ['design'], limiters: [], written: false }],
  ['stopped by the third limiter', { stops: 4 }, { axes: [], limiters: [2], written: false }],
  ['held by the 32nd', { holds: 1 << 31 }, { axes: [], limiters: [31], written: false }],
  ['a written difference', { difference: 'half of them work days' }, { axes: [], limiters: [], written: true }],
  ['only its capitals differ', { difference: ' ' }, { axes: [], limiters: [], written: false }],
])('%s', (_, rest, expected) => expect(differenceOf(profile(1), profile(2, rest))).toEqual(expected));

test('precedents: the nearest profile first, then the nearest text; words are compared only where they can tell', () => {
  const near = [
    { work: 2, distance: 1 },
    { work: 3, distance: 0 },
    { work: 4, distance: 0 },
    { work: 5, distance: 2 },
  ];
  const asked: number[] = [];
  const likeness = (works: readonly number[]) => {
    asked.push(...works);
    return works.map((w) => (w === 4 ? 0.9 : 0.2));
  };
  expect(precedentsOf(near, likeness).map((p) => p.work)).toEqual([4, 3, 2, 5]);
  asked.length = 0;
  expect(precedentsOf(near, likeness, 1).map((p) => p.work)).toEqual([4]);
  expect(asked.sort()).toEqual([3, 4]);
});

test('opposite decisions on equal profiles are inconsistent until a difference is written', () => {
  const pair = [decided(1, 'keep'), decided(2, 'exclude', {}, 'population'), decided(3, 'exclude', { stops: 1 })];
  expect(inconsistentOf(pair)).toEqual([{ key: profileKey(pair[0]!), kept: [1], excluded: [{ work: 2, reasonCode: 'population' }] }]);
  expect(inconsistentOf([pair[0]!, { ...pair[1]!, difference: 'day workers only' }])).toEqual([]);
});

// The quick way to find them is held against the slow, plain one.
test.each([1, 2, 3, 20261126])('inconsistent pairs are those that a comparison of all pairs finds, seed %i', (seed) => {
  const next = seeded(seed);
  const some = (n: number) => Math.floor(next() * n);
  const all = Array.from({ length: 60 }, (_, work) =>
    decided(work, some(2) ? 'keep' : 'exclude', { masks: [some(2), 0, some(2), 0, 0], stops: some(2), difference: some(4) ? '' : 'x' }),
  );
  const slow = all.filter((a) =>
    all.some((b) => {
      const d = differenceOf(a, b);
      return a.verdict !== b.verdict && d.axes.length + d.limiters.length === 0 && !d.written;
    }),
  );
  const quick = inconsistentOf(all).flatMap((g) => [...g.kept, ...g.excluded.map((e) => e.work)]);
  expect(quick.sort((a, b) => a - b)).toEqual(slow.map((d) => d.work));
});

describe('likeness of texts', () => {
  const all = new TextIndex();
  all.add(1, 'Bright light and daytime sleep in night nurses');
  all.add(2, 'Daytime sleep of night nurses under bright lights');
  all.add(3, 'Repair of tide mills along an estuary');
  all.add(4, '');
  const index = all.over([1, 2, 3, 4]);
  test('a text is wholly like itself, and not at all like one without a common word', () => {
    expect(index.likeness(1, 1)).toBeCloseTo(1, 5);
    expect(index.likeness(1, 3)).toBe(0);
    expect(index.likeness(1, 4)).toBe(0);
    expect(index.likeness(1, 2)).toBeGreaterThan(0.9);
  });
  test('nearness to the middle of others, or to words while there are none', () => {
    const near = index.nearness([1, 3], [2], '');
    expect(near.get(1)!).toBeGreaterThan(near.get(3)!);
    const words = index.nearness([1, 3], [], 'tide mills');
    expect(words.get(3)!).toBeGreaterThan(words.get(1)!);
  });
  // tf-idf by hand: three texts with words; "mill" stands in one: weight ln(5/1) each, so equal weights in text 3.
  test('weights follow the formula', () => expect(index.nearness([3], [], 'mill').get(3)).toBeCloseTo(1 / Math.sqrt(5), 4));

  test('it depends on the texts that are compared, not on what was asked before or in which order', () => {
    const texts = ['Bright light in night nurses', 'Night nurses and light at night', 'Tide mills and light', 'Nurses, nurses'];
    const fresh = new TextIndex();
    const used = new TextIndex();
    texts.forEach((text, i) => {
      fresh.add(i, text);
    });
    for (let i = 50; i < 90; i++) used.add(i, `${texts[i % 4]} and ${i} other nurses`);
    for (const i of [3, 1, 2, 0]) used.add(i, texts[i]!);
    used.over([50, 60, 70]).likenessTo(50, [60, 70]);
    const asked = [0, 1, 2];
    for (const a of asked) expect(used.over(asked).likenessTo(a, asked)).toEqual(fresh.over(asked).likenessTo(a, asked));
    expect(used.over(asked).shared(0, [1], 3)).toEqual(fresh.over(asked).shared(0, [1], 3));
  });
});

const ON: DecidedOn = {
  axes: { design: { codes: ['rct'] } },
  dateWords: 'May 2020',
  limiters: { fate: 'through', stops: [], holds: [] },
  outcome: '',
};
test.each([
  ['nothing', {}, []],
  ['a limiter was renamed', { outcome: 'through all two' }, []],
  ['the design', { axes: { design: { codes: ['cohort'] } } }, ['design']],
  ['one more possible value', { axes: { design: { codes: ['rct', 'cohort'] } } }, ['design']],
  ['the date', { dateWords: '2020' }, ['date']],
  ['the outcome', { limiters: { fate: 'stopped' as const, stops: ['a'], holds: [] } }, ['outcome']],
])('look again: %s', (_, rest, expected) =>
  expect(changedSince(ON, { ...ON, ...rest }, (id) => id.toUpperCase()).map((c) => c.what)).toEqual(expected),
);
test('an old decision that stored only words is compared by them', () => {
  const old = { ...ON, limiters: null, outcome: 'through all 4 limiters' };
  expect(changedSince(old, { ...ON, outcome: 'through all 4 limiters' }, String)).toEqual([]);
  expect(changedSince(old, { ...ON, outcome: 'held by Recent' }, String)).toMatchObject([{ now: ['held by Recent'] }]);
});

test.each([
  ['{design}; {date}', { design: 'cohort study', date: 'first public 2020' }, 'Cohort study; first public 2020.'],
  ['{design}; {date}', { date: 'first public 2020' }, 'First public 2020.'],
  ['{design}', {}, ''],
  ['not met: {reason}; seen by two', { reason: 'population' }, 'Not met: population; seen by two.'],
  ['not met: {reason}; seen by two', {}, 'Seen by two.'],
])('%s', (template, texts, expected) => expect(fillTemplate(template, texts)).toBe(expected));
test('templates of the start use known slots; others are named', () => {
  for (const kind of TEMPLATE_KINDS) expect(unknownSlots(DEFAULT_TEMPLATES[kind])).toEqual([]);
  expect(unknownSlots('{design}; {verdict}')).toEqual(['verdict']);
  expect(Object.keys(SLOTS)).not.toContain('verdict');
});
