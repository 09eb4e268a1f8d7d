/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { AServer, type Waiting } from '@/testing/a-server';
import { said } from '@/testing/doubles/sonner';
import { useWorkLines } from './useWorkLines';

let server: AServer;
beforeEach(() => {
  server = new AServer();
  said.length = 0;
});

const NUMBERS = Array.from({ length: 150 }, (_, i) => i + 1);
const open = () =>
  renderHook(({ from, to, version }) => useWorkLines('r', NUMBERS, from, to, version), { initialProps: { from: 0, to: 20, version: 1 } });
type Hook = ReturnType<typeof open>;
const lines = (waiting: Waiting, title: string) => ({ ok: true, works: (waiting.input as number[]).map((no) => ({ no, title })) });
const answer = (waiting: Waiting, title: string) => act(async () => waiting.answer(lines(waiting, title)));
const titleOf = (hook: Hook, no: number) => hook.result.current.get(no)?.title;

test('pages are asked for as they come into sight, each once', async () => {
  const hook = open();
  expect(server.waiting.map((w) => (w.input as number[]).length)).toEqual([60]);
  await answer(server.waiting[0]!, 'Mats');
  hook.rerender({ from: 50, to: 70, version: 1 });
  expect(server.waiting.map((w) => (w.input as number[])[0])).toEqual([61]);
  hook.rerender({ from: 0, to: 20, version: 1 });
  expect([server.waiting.length, titleOf(hook, 1), titleOf(hook, 61)]).toEqual([1, 'Mats', undefined]);
});

test('when works change, what is shown stays until the new lines are there; a late answer of before is not taken for newer', async () => {
  const hook = open();
  await answer(server.waiting[0]!, 'first');
  hook.rerender({ from: 0, to: 20, version: 2 });
  const late = server.waiting[0]!;
  hook.rerender({ from: 0, to: 20, version: 3 });
  expect(titleOf(hook, 1)).toBe('first');
  await answer(server.waiting[1]!, 'third');
  expect(titleOf(hook, 1)).toBe('third');
  await answer(late, 'second');
  expect(titleOf(hook, 1)).toBe('third');
});

test('a page that could not be read is said so, and asked for again when it is looked at next', async () => {
  const hook = open();
  await act(async () => server.waiting[0]!.cut());
  expect(said).toHaveLength(1);
  hook.rerender({ from: 50, to: 70, version: 1 });
  expect(server.waiting.map((w) => (w.input as number[])[0])).toEqual([1, 61]);
});
