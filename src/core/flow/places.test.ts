import { FACTS, type FactTables } from '@/core/write-up';
import { seeded } from '@/testing/seeded';
import { countPlaces, PLACES, type Placed, placeOf, progressOf } from './places';
import { flowOf } from './prisma';
import { NOT_RETRIEVED, standing } from './stages';
import { type DecisionVerdict, stateOf, type WORK_STATES } from './states';

const placed = (rest: Partial<Placed>): Placed => ({ state: 'kept', screening: 'keep', fullText: null, reason: '', ...rest });

test.each<[Partial<Placed>, boolean, string]>([
  [{}, true, 'full-text-due'],
  [{}, false, 'included'],
  [{ fullText: 'keep' }, true, 'included'],
  [{ state: 'waiting', fullText: 'wait' }, true, 'full-text-waiting'],
  [{ state: 'excluded', fullText: 'exclude', reason: 'outcome' }, true, 'excluded-full-text'],
  [{ state: 'excluded', fullText: 'exclude', reason: NOT_RETRIEVED }, true, 'not-retrieved'],
  [{ state: 'excluded', screening: 'exclude', reason: 'outcome' }, true, 'excluded'],
  [{ state: 'waiting', screening: 'wait' }, true, 'waiting'],
  [{ state: 'held', screening: null }, true, 'held'],
  [{ state: 'background', screening: 'background' }, true, 'background'],
])('%j, full texts read: %s, is %s', (work, twoStages, place) => expect(placeOf(placed(work), twoStages)).toBe(place));

const SEEDS = [1, 2, 3, 4, 5, 6, 7, 20261129];
describe.each(SEEDS)('one truth in every figure, seed %i', (seed) => {
  const next = seeded(seed);
  const some = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const plain = (v: DecisionVerdict | null) => (v === 'undo' ? null : v);
  const twoStages = seed % 3 !== 0;
  const works = Array.from({ length: 200 }, (_, no) => {
    const fate = some([0, 0, 0, 1, 2]);
    const screening = some([null, 'keep', 'keep', 'exclude', 'wait', 'background', 'undo'] as const);
    const fullText = twoStages ? some([null, null, 'keep', 'exclude', 'wait', 'undo', 'background'] as const) : null;
    const stands = standing(screening ? { verdict: screening } : undefined, fullText ? { verdict: fullText } : undefined);
    const state = stateOf(fate, stands?.verdict ?? null);
    const reason = state === 'excluded' ? some(['population', 'outcome', NOT_RETRIEVED]) : '';
    return { no, state, screening: plain(screening), fullText: plain(fullText), reason, limiter: 'Refereed', study: no };
  });
  const counts = countPlaces(works, twoStages);
  const progress = progressOf(counts);
  const flow = flowOf({ sources: [{ name: 'A', kind: 'database', records: works.length }], mergedAway: 0, works, twoStages });
  const tables: FactTables = {
    ...{ records: [], leaks: [], sample: null, known: [], twoStages },
    works: works.map((w) => ({
      ...{ no: w.no, state: w.state, fate: 'through' as const, stops: [], holds: [], likelyAt: [], overridden: [], reason: w.reason },
      ...{ screening: w.screening ?? '', fullText: w.fullText ?? '' },
    })),
  };
  const inState = (state: (typeof WORK_STATES)[number]) => works.filter((w) => w.state === state).length;

  test('every work is in one place, and done, due, held back and stopped are all of them', () => {
    expect(PLACES.reduce((n, p) => n + counts[p], 0)).toBe(works.length);
    expect(progress.firstDone + progress.firstDue + counts.held + counts.stopped).toBe(works.length);
    expect(progress.due).toBe(progress.firstDue + counts.held + progress.fullTextsDue);
    expect(progress.sought).toBe(progress.fullTextsDone + progress.fullTextsDue);
    expect(progress.screened).toBe(progress.sought + counts.excluded);
    expect(progress.sought).toBe(progress.assessed + counts['not-retrieved'] + progress.fullTextsDue);
    expect(progress.assessed).toBe(progress.included + counts['excluded-full-text']);
  });
  test('what the states say and what the places say is the same', () => {
    expect(progress.keptSoFar).toBe(inState('kept'));
    expect(progress.excluded).toBe(inState('excluded'));
    expect(counts.waiting + counts['full-text-waiting']).toBe(inState('waiting'));
    for (const state of ['stopped', 'held', 'undecided', 'background'] as const) expect(counts[state]).toBe(inState(state));
  });
  test('the flow and the methods say the same', () => {
    const asked = (name: keyof typeof FACTS) => FACTS[name](tables, '');
    expect([flow.screened, flow.sought, flow.assessed, flow.included]).toEqual([
      ...[progress.screened, progress.sought, progress.assessed, progress.included],
    ]);
    expect([asked('screened'), asked('sought'), asked('assessed'), asked('included')]).toEqual([
      ...[flow.screened, flow.sought, flow.assessed, flow.included],
    ]);
    expect(asked('due')).toBe(Object.values(flow.due).reduce((a, b) => a + b, 0));
    expect([asked('kept-so-far'), asked('excluded'), asked('not-retrieved')]).toEqual([
      ...[progress.keptSoFar, progress.excluded, flow.notRetrieved],
    ]);
    expect(flow.interim).toBe(progress.due > 0);
  });
});
