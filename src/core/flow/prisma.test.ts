import { seeded } from '@/testing/seeded';
import { flowNotes, flowRows } from './boxes';
import { drawFlow } from './drawing';
import { FlowError, type FlowInput, type FlowWork, flowIdentities, flowOf } from './prisma';
import { NOT_RETRIEVED, standing } from './stages';
import { type DecisionVerdict, stateOf, type WORK_STATES } from './states';

const work = (rest: Partial<FlowWork>): FlowWork => ({
  ...{ state: 'undecided', screening: null, fullText: null, reason: '', limiter: '', study: 0 },
  ...rest,
});
const times = (n: number, rest: Partial<FlowWork>) => Array.from({ length: n }, (_, i) => work({ study: i, ...rest }));
const kept = { state: 'kept', screening: 'keep', fullText: 'keep' } as const;
const excluded = { state: 'excluded', screening: 'exclude', reason: 'population' } as const;
const late = { state: 'excluded', screening: 'keep', fullText: 'exclude', reason: 'outcome' } as const;

// The worked example of item 16a in the PRISMA 2020 explanation and elaboration paper (BMJ 2021;372:n160), from memory:
// 1333 records found, 1092 screened after duplicates were removed, 34 full texts reviewed, six papers included.
test('the flow of a published worked example', () => {
  const flow = flowOf({
    sources: [{ name: 'All databases', kind: 'database', records: 1333 }],
    mergedAway: 241,
    works: [...times(1058, excluded), ...times(28, late), ...times(6, kept)],
    twoStages: true,
  });
  expect(flow).toMatchObject({
    ...{ identified: 1333, duplicates: 241, screened: 1092, sought: 34, notRetrieved: 0, assessed: 34 },
    ...{ excluded: [{ name: 'population', n: 1058 }], excludedFullText: [{ name: 'outcome', n: 28 }] },
    ...{ included: 6, includedStudies: 6, interim: false },
  });
});

// The same example goes on: works that cite the included ones, and what those cite, were searched, and "no extra articles that
// fulfilled inclusion criteria were found"; how many were looked at it does not say, so the arm stands with nothing in it.
test('the second form of the same example: citations searched, nothing added', () => {
  const flow = flowOf({
    sources: [
      { name: 'All databases', kind: 'database', records: 1333 },
      { name: 'Citation searching', kind: 'other', records: 0 },
    ],
    mergedAway: 241,
    works: [...times(1058, excluded), ...times(28, late), ...times(6, kept)],
    twoStages: true,
  });
  expect(flow.other).toMatchObject({ identified: 0, sought: 0, assessed: 0, included: 0 });
  expect(flow.total.included).toBe(6);
  expect(flowRows(flow).flatMap((r) => (r.other ? [r.other.id] : []))).toEqual(['otherIdentified', 'otherSought', 'otherAssessed']);
});

test('sources found in other ways stand in their own arm; one that a database gave too is the databases’', () => {
  const input: FlowInput = {
    sources: [
      { name: 'A', kind: 'database', records: 10 },
      { name: 'Citation searching', kind: 'other', records: 5 },
      { name: 'People asked', kind: 'other', records: 2 },
    ],
    mergedAway: 3,
    other: { mergedAway: 2, aside: 0 },
    works: [
      ...times(4, kept),
      ...times(5, excluded),
      ...times(1, { ...kept, other: true }),
      ...times(1, { ...late, other: true }),
      work({ state: 'excluded', screening: 'keep', fullText: 'exclude', reason: NOT_RETRIEVED, other: true }),
      work({ state: 'stopped', limiter: 'Refereed', other: true }),
      work({ other: true }),
    ],
    twoStages: true,
  };
  const flow = flowOf(input);
  expect(flow).toMatchObject({ identified: 10, duplicates: 1, included: 4, total: { included: 5, due: { undecided: 1 } }, interim: true });
  expect(flow.other).toMatchObject({
    ...{ identified: 7, duplicates: 2, screened: 3, sought: 3, notRetrieved: 1, assessed: 2, included: 1 },
    ...{ stopped: [{ name: 'Refereed', n: 1 }], excludedFullText: [{ name: 'outcome', n: 1 }] },
  });
  const svg = drawFlow(flow);
  expect(svg).toContain('People asked');
  expect(svg).toContain('found in other ways alone');
  expect(svg).toContain('Flow of sources: 17 records identified, 5 reports included');
  expect(() => flowOf({ ...input, other: { mergedAway: 1, aside: 0 } })).toThrow(/other ways: identified/);
});

test.each([1, 2, 3, 4, 5, 20261126])('whatever was decided, the boxes add up, seed %i', (seed) => {
  const next = seeded(seed);
  const some = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const n = Math.floor(next() * 300);
  const works = Array.from({ length: n }, (): FlowWork => {
    const fate = some([0, 0, 1, 2]);
    const screening = some([null, 'keep', 'exclude', 'wait', 'background', 'undo'] as const);
    const fullText = some([null, null, 'keep', 'exclude', 'wait', 'undo', 'background'] as const);
    const latest = standing(screening ? { verdict: screening } : undefined, fullText ? { verdict: fullText } : undefined);
    const plain = (v: DecisionVerdict | null) => (v === 'undo' ? null : v);
    return {
      state: stateOf(fate, latest?.verdict ?? null),
      screening: plain(screening),
      fullText: plain(fullText),
      reason: some(['population', NOT_RETRIEVED, 'outcome']),
      limiter: some(['Refereed', 'Recent']),
      study: Math.floor(next() * 20),
      other: next() < 0.2,
    };
  });
  const [mergedAway, inOther] = [20 + Math.floor(next() * 50), Math.floor(next() * 20)];
  const others = works.filter((w) => w.other).length;
  for (const twoStages of [true, false]) {
    const flow = flowOf({
      sources: [
        { name: 'A', kind: 'database', records: n - others + mergedAway - inOther },
        { name: 'Hand searching', kind: 'other', records: others + inOther },
      ],
      ...{ mergedAway, other: { mergedAway: inOther, aside: 0 }, works, twoStages },
    });
    for (const { left, right } of flowIdentities(flow)) expect(left).toBe(right);
    const count = (s: (typeof WORK_STATES)[number]) => works.filter((w) => w.state === s).length;
    if (!twoStages) expect(flow.total.included).toBe(count('kept') + works.filter((w) => w.state !== 'kept' && isKeptAtFirst(w)).length);
    expect(flow.total.due.held).toBe(count('held'));
    expect(flow.background + (flow.other?.background ?? 0)).toBe(count('background'));
  }
});
/** Kept by title and abstract, and something else said of its full text since: with one stage only the first counts. */
const isKeptAtFirst = (w: FlowWork) => w.screening === 'keep' && (w.state === 'excluded' || w.state === 'waiting');

test('a record too many is an error, not a picture', () => {
  const input: FlowInput = {
    sources: [{ name: 'A', kind: 'database', records: 5 }],
    mergedAway: 1,
    works: times(3, kept),
    twoStages: true,
  };
  expect(() => flowOf(input)).toThrow(FlowError);
  expect(() => flowOf(input)).toThrow(/5 is not 4/);
});

test.each([
  [undefined, undefined, undefined],
  ['keep', undefined, 'keep'],
  ['keep', 'exclude', 'exclude'],
  ['keep', 'undo', 'keep'],
  ['exclude', 'keep', 'exclude'],
  ['undo', 'keep', 'undo'],
  ['wait', 'keep', 'wait'],
] as const)('at the first stage %s, at the second %s: %s stands', (a, b, expected) =>
  expect(standing(a && { verdict: a }, b && { verdict: b })?.verdict).toBe(expected),
);

test('where two judged, it stands below the boxes, and the boxes are what they were', () => {
  const given = { sources: [{ name: 'A', kind: 'database' as const, records: 7 }], mergedAway: 0, twoStages: true };
  const works = [...times(3, kept), ...times(4, excluded)];
  const flow = flowOf({
    ...{ ...given, works, footnote: 'Databases applied limiters.' },
    byTwo: { 'title-abstract': { works: 1200, alike: 1100, kappa: 0.7 }, 'full-text': { works: 1, alike: 1, kappa: null } },
  });
  expect(flowNotes(flow)).toEqual([
    'Databases applied limiters.',
    'By title and abstract two people judged 1,200 works independently, 1,100 of them alike (kappa 0.70).',
    'By full text two people judged 1 work independently, 1 of them alike.',
  ]);
  expect(drawFlow(flow)).toContain('of them alike (kappa 0.70)');
  const plain = flowOf({ ...given, works });
  expect(flowNotes(plain)).toEqual([]);
  expect(flowRows(flow)).toEqual(flowRows(plain));
});

test('the drawing: every box with its count, words of one’s own, nothing that is not text', () => {
  const flow = flowOf({
    sources: [{ name: 'A <b> & "c"', kind: 'database', records: 13 }],
    mergedAway: 2,
    works: [
      ...times(3, kept),
      ...times(2, late),
      ...times(4, excluded),
      ...times(1, { state: 'stopped', limiter: 'Refereed' }),
      ...times(1, {}),
    ],
    twoStages: true,
    footnote: 'Databases applied limiters of their own.',
  });
  const svg = drawFlow(flow, { screened: 'Works screened by two people' });
  expect(svg).toContain('Works screened by two people');
  expect(svg).toContain('A &lt;b&gt; &amp; &quot;c&quot;');
  expect(svg).toContain('Databases applied limiters of their own.');
  expect(svg).toContain('Interim: still due');
  const ids = flowRows(flow).flatMap((r) => [r.main.id, r.side?.id]);
  expect(ids).toEqual([
    'identified',
    'removed',
    'screened',
    'excluded',
    'sought',
    'notRetrieved',
    'assessed',
    'excludedFullText',
    'studies',
    'interim',
  ]);
  expect(flowRows({ ...flow, twoStages: false }).map((r) => r.main.id)).toEqual(['identified', 'screened', 'studies']);
});
