import { emptyStates, reconcile } from './reconcile';
import { isAgainstSieve, stateOf } from './states';

test.each([
  [0, null, 'undecided', false],
  [1, null, 'held', false],
  [2, null, 'stopped', false],
  [2, 'keep', 'kept', true],
  [0, 'exclude', 'excluded', false],
  [1, 'wait', 'waiting', true],
  [0, 'background', 'background', false],
  [2, 'undo', 'stopped', false],
] as const)('fate %i with decision %s is %s', (fate, verdict, state, against) => {
  expect(stateOf(fate, verdict)).toBe(state);
  expect(isAgainstSieve(fate, verdict)).toBe(against);
});

const GOOD = {
  files: [{ name: 'a.ris', database: 'A', parsed: 10, rejected: 2, entries: 12 }],
  records: 10,
  works: 8,
  mergedAway: 1,
  aside: 1,
  states: { ...emptyStates(), stopped: 3, held: 1, undecided: 2, kept: 2 },
  funnel: { through: 4, held: 1, stopped: 3 },
};
test('all identities hold on counts that add up', () => expect(reconcile(GOOD).filter((i) => !i.holds)).toEqual([]));
test.each([
  ['an entry too many', { files: [{ ...GOOD.files[0]!, entries: 13 }] }, 'file:a.ris'],
  ['a record lost', { records: 9 }, 'records'],
  ['a merge not counted', { mergedAway: 0 }, 'works'],
  ['a record set aside and not counted', { aside: 0 }, 'works'],
  ['a work in no state', { states: { ...GOOD.states, held: 0 } }, 'states'],
  ['a work the sieve forgot', { funnel: { through: 3, held: 1, stopped: 3 } }, 'sieve'],
])('names %s', (_, change, id) =>
  expect(
    reconcile({ ...GOOD, ...change })
      .filter((i) => !i.holds)
      .map((i) => i.id),
  ).toContain(id),
); // prettier-ignore
