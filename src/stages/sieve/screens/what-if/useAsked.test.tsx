/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { said } from '@/testing/doubles/sonner';
import type { SieveInHand } from '../useSieve';
import { useAsked } from './useAsked';

/** A question that reached the engine, to be answered when the test wants. */
interface Question {
  of: string;
  answer(found: string): void;
  fail(error: unknown): void;
}
let waiting: Question[];
beforeEach(() => {
  waiting = [];
  said.length = 0;
});
const ENGINE = {
  count: (of: string) => new Promise<string>((answer, fail) => waiting.push({ of, answer, fail })),
};
const READY = { state: 'ready', engine: ENGINE };
interface Props {
  engine?: unknown;
  ran?: number;
  of?: string;
}
const open = (first: Props = {}) =>
  renderHook(
    ({ engine = READY, ran = 1, of = 'all' }: Props) =>
      useAsked({ engine, ran } as unknown as SieveInHand, (there) => (there as unknown as typeof ENGINE).count(of), [of]),
    { initialProps: first },
  );

test('nothing is asked before the engine is there and the sieve has run', () => {
  const hook = open({ engine: { state: 'loading' } });
  hook.rerender({ ran: 0 });
  expect([waiting.length, hook.result.current]).toEqual([0, null]);
  hook.rerender({});
  expect(waiting.map((q) => q.of)).toEqual(['all']);
});

test('it is asked after every run and when the question changes, but not for a page drawn again', async () => {
  const hook = open();
  hook.rerender({});
  hook.rerender({ ran: 2 });
  hook.rerender({ ran: 2, of: 'some' });
  expect(waiting.map((q) => q.of)).toEqual(['all', 'all', 'some']);
});

test('what was answered stays until the next answer, and an answer to an older question is not shown', async () => {
  const hook = open();
  await act(async () => waiting[0]!.answer('twelve'));
  hook.rerender({ of: 'some' });
  expect(hook.result.current).toBe('twelve');
  hook.rerender({ of: 'few' });
  await act(async () => waiting[2]!.answer('three'));
  await act(async () => waiting[1]!.answer('nine'));
  expect(hook.result.current).toBe('three');
});

test('what could not be counted is said, and the answer before stays', async () => {
  const hook = open();
  await act(async () => waiting[0]!.answer('twelve'));
  hook.rerender({ ran: 2 });
  await act(async () => waiting[1]!.fail(new Error('the columns are of another version')));
  expect([hook.result.current, said]).toEqual(['twelve', ['error: This could not be counted: the columns are of another version']]);
});
