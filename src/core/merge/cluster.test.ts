import { aRecord } from '@/testing/a-record';
import { seeded } from '@/testing/seeded';
import { Clustering, clusterRecords, type MergeRuling, worksOf } from './cluster';
import { mergeKeys } from './keys';
import type { MergeKeys } from './merge-keys';
import { type Pair, scorePairs } from './pairs';

const keysOf = (doi: string, title = 'Knee pads for tilers and roofers') =>
  mergeKeys(aRecord({ title, doi, authors: [{ family: 'Falk', given: 'Iben' }], dates: { online: '', issue: '2020', added: '' } }));
const SAME = [keysOf('10.5555/a'), keysOf('10.5555/a'), keysOf('10.5555/a'), keysOf('10.5555/z', 'Ear plugs in glassworks of the north')];
const order = (n: number) => Array.from({ length: n }, (_, i) => `r${i}`);

function score(keys: MergeKeys[], from = 0) {
  const steps = scorePairs(keys, from);
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
}
const works = (rulings: MergeRuling[], keys = SAME) =>
  worksOf(clusterRecords(keys, order(keys.length), score(keys).pairs, rulings).head).map((w) => w.join());

test.each<[string, MergeRuling[], string[]]>([
  ['nothing ruled', [], ['0,1,2', '3']],
  [
    'split: one taken out stays out',
    [
      { verdict: 'apart', a: 0, b: 2 },
      { verdict: 'apart', a: 1, b: 2 },
    ],
    ['0,1', '2', '3'],
  ],
  ['what nothing speaks for is joined', [{ verdict: 'join', a: 1, b: 3 }], ['0,1,2,3']],
  [
    'the newest ruling on a pair holds',
    [
      { verdict: 'apart', a: 0, b: 3 },
      { verdict: 'join', a: 3, b: 0 },
    ],
    ['0,1,2,3'],
  ],
  [
    'joined, and later kept apart',
    [
      { verdict: 'join', a: 3, b: 0 },
      { verdict: 'apart', a: 0, b: 3 },
    ],
    ['0,1,2', '3'],
  ],
  [
    'older joins give way to a newer split between their ends',
    [
      { verdict: 'join', a: 0, b: 3 },
      { verdict: 'apart', a: 1, b: 3 },
    ],
    ['0,1,2', '3'],
  ],
])('%s', (_, rulings, expected) => expect(works(rulings).sort()).toEqual([...expected].sort())); // prettier-ignore

test('a question is asked once for each two works, and not again once somebody ruled', () => {
  const keys = [keysOf('10.5555/a'), keysOf('10.5555/a'), keysOf('10.5555/b'), keysOf('10.5555/b')].map((k) => ({
    ...k,
    first: '12',
    volume: '3',
  }));
  const pairs = score(keys).pairs;
  expect(clusterRecords(keys, order(4), pairs).questions).toHaveLength(1);
  for (const verdict of ['join', 'apart'] as const)
    expect(clusterRecords(keys, order(4), pairs, [{ verdict, a: 1, b: 3 }]).questions).toEqual([]);
});

test('a record that fits two which contradict each other is joined with neither, and both are asked', () => {
  const placed = (doi: string) => ({ ...keysOf(doi), first: '12', volume: '3', container: 'annals of floors' });
  const keys = [placed('10.5555/a1'), placed('10.5555/b2'), placed('')];
  const { head, questions } = clusterRecords(keys, order(3), score(keys).pairs);
  expect(worksOf(head)).toHaveLength(3);
  expect(questions.map((q) => [q.a, q.b]).sort()).toEqual([
    [0, 1],
    [0, 2],
    [1, 2],
  ]);
});

/** Keys as a few hundred records of some dozens of publications have them. */
function someKeys(seed: number, size: number): MergeKeys[] {
  const next = seeded(seed);
  const pick = <T>(list: T[]): T => list[Math.floor(next() * list.length)]!;
  return Array.from({ length: size }, () =>
    mergeKeys(
      aRecord({
        title: `${pick(['Knee pads', 'Ear plugs', 'Rest breaks', 'Cold air'])} and ${pick(['pain', 'sleep', 'falls'])} in ${pick(['tilers', 'bakers', 'divers'])} of the north`,
        authors: [{ family: pick(['Falk', 'Sund', 'Ngata']), given: pick(['I', 'Iben', '']) }],
        dates: { online: '', issue: pick(['2019', '2020']), added: '' },
        doi: pick(['', '', '', '10.5555/a', '10.5555/b']),
        pages: pick(['', '1-9', '12']),
      }),
    ),
  ); // prettier-ignore
}
const sorted = (pairs: Pair[]) => pairs.map((p) => `${p.a} ${p.b} ${p.score} ${p.verdict}`).sort();

test.each([1, 2, 3])('what new records add to what was scored is what all together give, seed %i', (seed) => {
  const keys = someKeys(seed, 400);
  const [before, added] = [score(keys.slice(0, 330)), score(keys, 330)];
  expect(added.stale).toBe(false);
  expect(sorted([...before.pairs, ...added.pairs])).toEqual(sorted(score(keys).pairs));
});

test('new records that make a block too large say that all must be scored', () => {
  const keys = Array.from({ length: 1010 }, (_, i) => ({ ...keysOf('10.5555/a'), first: String(i + 1) }));
  expect(score(keys, 900).stale).toBe(true);
  expect(score(keys, 1005).stale).toBe(false);
});

test('merging again what was merged changes nothing', () => {
  const keys = someKeys(9, 300);
  const { head } = clusterRecords(keys, order(300), score(keys).pairs);
  // The works as rulings: the same works come out, whatever else is scored.
  const rulings: MergeRuling[] = worksOf(head).flatMap((w) => w.slice(1).map((b) => ({ verdict: 'join' as const, a: w[0]!, b })));
  expect(clusterRecords(keys, order(300), score(keys).pairs, rulings).head).toEqual(head);
});

const randomRulings = (seed: number, size: number): MergeRuling[] => {
  const next = seeded(seed);
  const any = () => Math.floor(next() * size);
  return Array.from({ length: 30 }, () => ({ verdict: next() < 0.5 ? ('join' as const) : ('apart' as const), a: any(), b: any() })).filter(
    ({ a, b }) => a !== b,
  );
};

test.each([1, 2, 3, 4])('works are given in the order of their first records, each once and whole, seed %i', (seed) => {
  const keys = someKeys(seed, 200);
  const clustering = new Clustering(keys, order(200), score(keys).pairs, randomRulings(seed, 200));
  const given = [...clustering.each()];
  expect(given).toEqual(worksOf(clustering.done().head));
  expect(given.length).toBeGreaterThan(20);
  expect(given.length).toBeLessThan(190);
});

test.each([1, 2, 3])('what comes of some records does not depend on others that nothing ties to them, seed %i', (seed) => {
  const [some, others] = [someKeys(seed, 120), someKeys(seed + 50, 120)];
  const [pairs, more] = [score(some).pairs, score(others).pairs.map((p) => ({ ...p, a: p.a + 120, b: p.b + 120 }))];
  const [ruled, moreRuled] = [randomRulings(seed, 120), randomRulings(seed + 50, 120).map((r) => ({ ...r, a: r.a + 120, b: r.b + 120 }))];
  const together = clusterRecords([...some, ...others], order(240), [...more, ...pairs], [...moreRuled, ...ruled]);
  const alone = clusterRecords(some, order(120), pairs, ruled);
  expect([...together.head.subarray(0, 120)]).toEqual([...alone.head]);
  expect(together.questions.filter((q) => q.a < 120)).toEqual(alone.questions);
});

test('the first works are given before records of the last are looked at', () => {
  const alike = SAME.slice(0, 3);
  const later = alike.map((k) => ({ ...k, doi: '10.5555/later' }));
  const keys = [...alike, ...later];
  const seen = new Set<number>();
  const watched = {
    length: keys.length,
    at(place: number) {
      seen.add(place);
      return keys[place];
    },
  };
  const pairs = [0, 3].flatMap((o) =>
    [
      [0, 1],
      [1, 2],
    ].map(([a, b]): Pair => ({ a: a! + o, b: b! + o, score: 20, verdict: 'join' })),
  ); // prettier-ignore
  const clustering = new Clustering(watched, order(6), pairs);
  const [first] = clustering.each();
  expect(first).toEqual([0, 1, 2]);
  expect(Math.max(...seen)).toBe(2);
  // Who stops to ask loses nothing.
  expect(worksOf(clustering.done().head)).toEqual([
    [0, 1, 2],
    [3, 4, 5],
  ]);
  expect(Math.max(...seen)).toBe(5);
});
