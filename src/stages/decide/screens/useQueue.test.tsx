/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import type { WorkState } from '@/core/flow';
import { numbersAsText } from '@/core/numbers';
import type { PackedQueue } from '../queries/decide-queue';
import { useQueue } from './useQueue';

type Line = [no: number, state: WorkState, reasonCode: string];
const given = (numbers: number[], decided: Line[] = [], open = numbers.length - decided.length, against: number[] = []) =>
  ({ numbers: numbersAsText(numbers), decided, against, open }) as unknown as PackedQueue;
const open = (first: PackedQueue) => renderHook(({ from }) => useQueue(from), { initialProps: { from: first } });
const queueOf = (hook: ReturnType<typeof open>) => hook.result.current[0];
const set = (hook: ReturnType<typeof open>, no: number, state: WorkState, reasonCode = '') =>
  act(() => hook.result.current[1](no, { state, reasonCode }));

test('works stand in the order of the server, each as it was decided', () => {
  const queue = queueOf(open(given([7, 3, 900], [[3, 'excluded', 'D2']], 2, [3])));
  expect([queue.numbers, queue.open, [...queue.against]]).toEqual([[7, 3, 900], 2, [3]]);
  expect([7, 3].map((no) => queue.of(no))).toEqual([
    { state: 'undecided', reasonCode: '' },
    { state: 'excluded', reasonCode: 'D2' },
  ]);
  expect([7, 900, 8, 901, 0].map((no) => queue.has(no))).toEqual([true, true, false, false, false]);
});

test('what is decided since counts against what the server counted, once however often it is changed', () => {
  const hook = open(given([1, 2, 3, 4], [[4, 'kept', '']], 3));
  set(hook, 1, 'kept');
  set(hook, 1, 'waiting');
  set(hook, 2, 'excluded', 'P1');
  expect([queueOf(hook).open, queueOf(hook).of(2)]).toEqual([1, { state: 'excluded', reasonCode: 'P1' }]);
  set(hook, 1, 'undecided');
  set(hook, 4, 'undecided');
  expect([queueOf(hook).open, queueOf(hook).of(4).state]).toEqual([3, 'undecided']);
});

test('the count is over the whole stage: works that a filter hides are in it, and one that is decided elsewhere is known', () => {
  const hook = open(given([5], [], 40));
  set(hook, 6, 'kept');
  expect([queueOf(hook).open, queueOf(hook).has(6), queueOf(hook).numbers]).toEqual([39, true, [5]]);
});

test('a queue that the server gives anew has what was decided on this screen, and its own count', () => {
  const hook = open(given([1, 2, 3]));
  set(hook, 1, 'kept');
  expect(queueOf(hook).open).toBe(2);
  hook.rerender({ from: given([1, 2, 3, 4], [[1, 'kept', '']], 3) });
  expect([queueOf(hook).open, queueOf(hook).numbers, queueOf(hook).of(1).state]).toEqual([3, [1, 2, 3, 4], 'kept']);
});

test('an empty queue is one', () => {
  const queue = queueOf(open(given([])));
  expect([queue.numbers, queue.open, queue.has(0), queue.has(1)]).toEqual([[], 0, false, false]);
});
