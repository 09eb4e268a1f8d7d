import fc from 'fast-check';
import { OCEBM_2011 } from '@/core/classify';
import { type DecisionVerdict, isAgainstSieve, stateOf, type WorkState } from '@/core/flow';
import { textAsNumbers } from '@/core/numbers';
import { emptyColumns, LEFT, type Limiter } from '@/core/sieve';
import { CODED_AXES } from '@/core/vocabularies';
import type { Context } from '@/platform/context';
import type { Review } from '@/platform/db/schema';
import { sieveOf } from '@/stages/sieve/store/sieve-state';
import { decideQueue, packedQueue, queueInput } from './queries/decide-queue';
import { QUEUE_ORDERS, type QueueOrder } from './queries/queue-orders';
import type { CurrentDecision, StagedDecisions } from './store/latest-decisions';
import { decidedOn, type ReviewState } from './store/review-state';

const REFEREED = CODED_AXES.peerReview.values[0]!.code;
const SIEVE: Limiter[] = [
  {
    ...{ id: 'refereed', name: 'Refereed', evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: '', on: true },
    test: { kind: 'coded', axis: 'peerReview', allowed: [REFEREED] },
  },
];
const REVIEW = {
  ...{ id: 'r', sieve: SIEVE, asOf: '2026-09-14', twoStages: true, readers: null, scheme: OCEBM_2011.id },
} as unknown as Review;

interface Made {
  refereed: 'yes' | 'no' | 'either';
  level: number;
  from: number;
  dated: boolean;
  membership: number;
  screening: DecisionVerdict | null;
  fullText: DecisionVerdict | null;
}
const verdict = fc.constantFrom<DecisionVerdict | null>(null, null, null, 'keep', 'exclude', 'wait', 'background', 'undo');
const works = fc.array(
  fc.record<Made>({
    refereed: fc.constantFrom('yes', 'no', 'either'),
    level: fc.integer({ min: 1, max: 2 ** OCEBM_2011.levels.length - 1 }),
    ...{ from: fc.integer({ min: 0, max: 5 }), dated: fc.boolean(), membership: fc.integer({ min: 1, max: 7 }) },
    ...{ screening: verdict, fullText: verdict },
  }),
  { maxLength: 25 },
);

const said = (made: DecisionVerdict | null, stage: CurrentDecision['stage'], seq: number): CurrentDecision | undefined =>
  made
    ? ({ stage, verdict: made, seq, reasonCode: 'why', person: 'A. Reader', how: null, at: new Date(seq) } as CurrentDecision)
    : undefined;

function stateFor(made: readonly Made[], twoStages: boolean): ReviewState {
  const columns = emptyColumns(made.length, ['a', 'b', 'c'], 1);
  const staged = new Map<number, StagedDecisions>();
  made.forEach((w, i) => {
    // Numbers have gaps: some works became others.
    const no = 2 * i + 1;
    columns.numbers[i] = no;
    const [yes, no_] = [1, 2];
    columns.all.peerReview[i] = columns.stated.peerReview[i] = w.refereed === 'yes' ? yes : w.refereed === 'no' ? no_ : yes | no_;
    columns.all.level[i] = w.level;
    columns.membership[i] = w.membership;
    if (w.dated) columns.dates.earliest.to[i] = columns.dates.earliest.from[i] = w.from;
    const screening = said(w.screening, 'title-abstract', no);
    const fullText = w.screening === 'keep' ? said(w.fullText, 'full-text', no + 1) : undefined;
    if (screening || fullText) staged.set(no, { ...(screening && { screening }), ...(fullText && { fullText }) });
  });
  const review = { ...REVIEW, twoStages } as Review;
  const sieved = sieveOf(columns, review, { asOf: 0, scheme: OCEBM_2011, answers: new Map(), overrides: [] } as never);
  const whole = { ...sieved, review, scheme: OCEBM_2011 };
  return { ...whole, ...decidedOn(whole, staged) };
}

/** The same by asking every work everything, and comparing works two by two. */
function bySlowWay(state: ReviewState, second: boolean, order: Exclude<QueueOrder, 'nearest' | 'random'>) {
  const { columns, outcomes, staged, review } = state;
  const at = (i: number): WorkState => {
    const own = staged.get(columns.numbers[i]!);
    if (second) return stateOf(LEFT, own?.fullText?.verdict ?? null);
    return review.twoStages ? stateOf(outcomes.fate[i]!, own?.screening?.verdict ?? null) : state.states[i]!;
  };
  const isDecided = (s: WorkState) => !['stopped', 'held', 'undecided'].includes(s);
  const all = [...columns.numbers.keys()].filter((i) =>
    second ? staged.get(columns.numbers[i]!)?.screening?.verdict === 'keep' : outcomes.fate[i] === LEFT || isDecided(at(i)),
  );
  const day = (i: number) => columns.dates.earliest.from[i]!;
  const dated = (i: number) => columns.dates.earliest.to[i] !== 2147483647;
  const rungs = (i: number) =>
    OCEBM_2011.levels.flatMap((l, rung) => (l.code !== 'not-graded' && (columns.all.level[i]! >>> rung) & 1 ? [rung] : []));
  const middle = (i: number) => (rungs(i).length ? rungs(i).reduce((a, b) => a + b, 0) / rungs(i).length : 1e9);
  const newest = (a: number, b: number) => day(b) - day(a) || a - b;
  const first = (i: number) => columns.databases.findIndex((_, bit) => (columns.membership[i]! >>> bit) & 1);
  const compare = {
    newest,
    oldest: (a: number, b: number) => Number(dated(b)) - Number(dated(a)) || day(a) - day(b) || a - b,
    database: (a: number, b: number) => first(a) - first(b) || newest(a, b),
    level: (a: number, b: number) => middle(a) - middle(b) || (rungs(a)[0] ?? 0) - (rungs(b)[0] ?? 0) || newest(a, b),
  }[order];
  const numbers = all.sort(compare);
  const no = (i: number) => columns.numbers[i]!;
  return {
    numbers: numbers.map(no),
    decided: numbers.filter((i) => isDecided(at(i))).map(no),
    against: numbers.filter((i) => isAgainstSieve(outcomes.fate[i]!, state.decisions.get(no(i))?.verdict ?? null)).map(no),
    open: numbers.filter((i) => at(i) === 'undecided').length,
    total: numbers.length,
  };
}

const ctx = { person: { id: null, name: 'A. Reader' } } as unknown as Context;
const ORDERS = ['level', 'newest', 'oldest', 'database'] as const;

test('the queue of each stage, in each order, is what asking every work gives', async () => {
  await fc.assert(
    fc.asyncProperty(works, fc.boolean(), fc.boolean(), fc.constantFrom(...ORDERS), async (made, twoStages, late, order) => {
      const second = twoStages && late;
      const state = stateFor(made, twoStages);
      const queue = await decideQueue(ctx, state, queueInput({ order, stage: second ? 'full-text' : 'title-abstract' }));
      expect({ ...queue, decided: queue.decided.map(([no]) => no) }).toMatchObject(bySlowWay(state, second, order));
    }),
  );
});

test('what is shown is a part of all, in the same order', async () => {
  await fc.assert(
    fc.asyncProperty(
      works,
      fc.constantFrom(...(Object.keys(QUEUE_ORDERS) as QueueOrder[]).filter((o) => o !== 'nearest')),
      fc.constantFrom('open', 'waiting', 'kept', 'excluded', 'background', 'against', 'unclear'),
      async (made, order, show) => {
        const state = stateFor(made, true);
        const all = await decideQueue(ctx, state, queueInput({ order }));
        const some = await decideQueue(ctx, state, queueInput({ order, show }));
        expect(some.numbers).toEqual(all.numbers.filter((no) => some.numbers.includes(no)));
        expect([some.open, some.total, some.kinds]).toEqual([all.open, all.total, all.kinds]);
        const states = new Map(all.decided.map(([no, now]) => [no, now]));
        if (['kept', 'excluded', 'background', 'waiting'].includes(show))
          expect(some.numbers).toEqual(all.numbers.filter((no) => states.get(no) === show));
      },
    ),
  );
});

test('an order drawn by lot is the same for the same seed, and another for another', async () => {
  const state = stateFor(
    Array.from({ length: 25 }, (_, i) => ({
      ...{ refereed: 'yes' as const, level: 1, from: i, dated: true, membership: 1, screening: null, fullText: null },
    })),
    true,
  );
  const drawn = async (seed: number) => (await decideQueue(ctx, state, queueInput({ order: 'random', seed }))).numbers;
  const first = await drawn(1);
  expect(await drawn(2)).not.toEqual(first);
  expect(await drawn(1)).toEqual(first);
  expect([...first].sort((a, b) => a - b)).toEqual([...state.columns.numbers]);
  const queue = await decideQueue(ctx, state, queueInput({}));
  expect(textAsNumbers(packedQueue(queue).numbers)).toEqual(queue.numbers);
});
