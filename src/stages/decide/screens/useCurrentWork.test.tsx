/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { act, renderHook } from '@testing-library/react';
import { queryClient } from '@/client/query-client';
import { AServer } from '@/testing/a-server';
import { AHEAD, useCurrentWork } from './useCurrentWork';
import type { Queue } from './useQueue';

let server: AServer;
beforeEach(() => {
  jest.useFakeTimers();
  queryClient.clear();
  server = new AServer();
  window.history.replaceState(null, '', '/decide');
});
afterEach(() => jest.useRealTimers());

const queue = (numbers: number[], decided: number[] = []): Queue => ({
  numbers,
  has: (no) => numbers.includes(no),
  of: (no) => ({ state: decided.includes(no) ? 'kept' : 'undecided', reasonCode: '' }),
  against: new Set(),
  open: numbers.length - decided.length,
});

type Change = [changes: Record<string, string>, step: boolean];
function open(of: Queue, asked = Number.NaN) {
  const changes: Change[] = [];
  const set = (change: Record<string, string>, options?: { step: boolean }) => void changes.push([change, options?.step ?? false]);
  const hook = renderHook(() => useCurrentWork('r', of, asked, set));
  return { changes, now: () => hook.result.current };
}
const pass = (ms: number) => act(async () => void (await jest.advanceTimersByTimeAsync(ms)));
const asked = (what: string) => server.waiting.filter((w) => w.what === what).map((w) => Object.values(w.input as object)[0]);

test('one begins with the first undecided work; with the first where all are decided; with none where there is none', () => {
  const starts = [queue([4, 5, 6], [4]), queue([4, 5], [4, 5]), queue([])].map((q) => open(q).now());
  expect(starts.map(({ current, at }) => [current, at])).toEqual([
    [5, 1],
    [4, 0],
    [null, -1],
  ]);
});

test('the work of the address comes first, also when the queue does not have it', () => {
  expect([open(queue([4, 5]), 5).now().at, open(queue([4, 5]), 77).now().current, open(queue([4, 5]), 77).now().at]).toEqual([1, 77, -1]);
});

test('an opened work is there at once; the address follows, and the way back leads to where one was', async () => {
  const { now, changes } = open(queue([4, 5, 6]));
  act(() => now().open(6));
  expect([now().current, now().at, changes]).toEqual([6, 2, []]);
  await pass(200);
  expect(changes).toEqual([
    [{ work: '4' }, false],
    [{ work: '6' }, true],
  ]);
});

test('of works that were passed over quickly the address tells the last', async () => {
  const { now, changes } = open(queue([4, 5, 6, 7]), 4);
  for (const to of [1, 2, 3]) {
    act(() => now().go(to));
    await pass(40);
  }
  await pass(200);
  expect(changes).toEqual([[{ work: '7' }, true]]);
  act(() => now().go(9));
  expect(now().current).toBe(7);
});

test('the browser’s way back opens the work of the address, whatever was on its way there', async () => {
  const { now, changes } = open(queue([4, 5, 6]), 4);
  act(() => now().open(6));
  window.history.replaceState(null, '', '/decide?work=5');
  act(() => void window.dispatchEvent(new PopStateEvent('popstate')));
  await pass(300);
  expect([now().current, changes]).toEqual([5, []]);
  window.history.replaceState(null, '', '/decide');
  act(() => void window.dispatchEvent(new PopStateEvent('popstate')));
  expect(now().current).toBe(4);
});

test('the next works are asked for when one is read, not when one goes past it', async () => {
  const { now } = open(queue([1, 2, 3, 4, 5, 6, 7, 8, 9]));
  await pass(100);
  act(() => now().open(5));
  await pass(100);
  expect(asked('ask/work')).toEqual([]);
  await pass(500);
  expect([asked('ask/work'), asked('ask/precedents')]).toEqual([[6, 7, 8], [6]]);
  expect(AHEAD).toBe(3);
});
