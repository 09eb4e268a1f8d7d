/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { act, render } from '@testing-library/react';
import { call } from '@/client/call';
import { AServer, done } from '@/testing/a-server';
import { asked } from '@/testing/doubles/next-navigation';
import type { Stamps } from '../queries/pulse';
import { Pulse } from './Pulse';

let server: AServer;
beforeEach(() => {
  jest.useFakeTimers();
  server = new AServer();
  asked.length = 0;
});
afterEach(() => void jest.useRealTimers());

const STOOD = { rulings: 1, decisions: 1 } as unknown as Stamps;
const pass = (ms: number) => act(() => jest.advanceTimersByTimeAsync(ms));
/** Each of what changed as a stamp; the next question comes eight seconds later. */
async function says(rulings: number, also: string[] = []) {
  await pass(8000);
  await act(async () => server.next('pulse')!.answer({ ok: true, stamps: { rulings, decisions: 1 }, also }));
}

test('what others change has the page drawn anew: at most so often, and never not at all', async () => {
  render(<Pulse reviewId="r" stood={STOOD} />);
  await says(1);
  expect(asked).toEqual([]);
  await says(2);
  expect(asked).toEqual(['refresh']);
  // Too soon after the last, and nothing changes any more.
  await says(3);
  expect(asked).toHaveLength(1);
  await says(3);
  await says(3);
  expect(asked).toHaveLength(2);
  for (let i = 0; i < 5; i++) await says(3);
  expect(asked).toHaveLength(2);
});

test('what others changed after the page was drawn, before it first asked, has it drawn anew', async () => {
  // Whatever one changed oneself in another review before.
  void call('another', 'merge-again', {});
  render(<Pulse reviewId="r" stood={STOOD} />);
  await says(2);
  expect(asked).toEqual(['refresh']);
});

test('what one changed oneself is on the page already', async () => {
  render(<Pulse reviewId="r" stood={STOOD} />);
  await says(1);
  await act(async () => {
    const own = call('r', 'merge-again', {});
    server.next('do/merge-again')!.answer(done({}));
    await own;
  });
  await says(2);
  expect(asked).toEqual([]);
  await says(3);
  expect(asked).toEqual(['refresh']);
});

test('so is what one changes while that is asked', async () => {
  render(<Pulse reviewId="r" stood={STOOD} />);
  await says(1);
  await pass(8000);
  void call('r', 'merge-again', {});
  await says(2);
  await says(3);
  expect(asked).toEqual([]);
  await says(4);
  expect(asked).toEqual(['refresh']);
});

test('who else has the same work open is said, for as long as they have', async () => {
  const { container } = render(<Pulse reviewId="r" stood={STOOD} />);
  await says(1, ['Ada Lind', 'Jon Berg']);
  expect(container.textContent).toBe('also here: Ada Lind, Jon Berg');
  await says(1);
  expect(container.textContent).toBe('');
});

test('nothing is asked while nobody looks at the page, nor of a review that is gone', async () => {
  const looked = jest.spyOn(document, 'visibilityState', 'get').mockReturnValue('hidden');
  render(<Pulse reviewId="r" stood={STOOD} />);
  await pass(60_000);
  expect(server.came).toEqual([]);
  looked.mockRestore();
  await pass(8000);
  await act(async () => server.next('pulse')!.answer({ ok: false, code: 'not-found', message: 'There is no such review.' }));
  await pass(60_000);
  expect(server.came).toEqual(['pulse']);
});
