/** @jest-environment jsdom */
import { act, renderHook, waitFor } from '@testing-library/react';
import { AServer, done } from '@/testing/a-server';
import { said } from '@/testing/doubles/sonner';
import type { QuestionLine } from '../queries/pair-view';
import { useSettle } from './useSettle';

const pair = (a: number, b: number): QuestionLine => ({ a, b, titles: [`Work ${a}`, `Work ${b}`], score: 1, held: false });
const PAIRS = [pair(1, 2), pair(3, 4), pair(5, 6), pair(7, 8), pair(9, 10)];

let server: AServer;
beforeEach(() => {
  server = new AServer();
  said.length = 0;
});
const open = (pairs: readonly QuestionLine[] = PAIRS) => renderHook(() => useSettle('r', pairs));
type Hook = ReturnType<typeof open>;
const rule = (hook: Hook, ...by: Parameters<Hook['result']['current']['rule']>) => act(() => void hook.result.current.rule(...by));
const undo = (hook: Hook) => act(() => void hook.result.current.undo());
const answered = (what: string, answer: object) => act(async () => (await server.arrived(what)).answer(answer));
const asked = () => server.waiting.filter((w) => w.what === 'ask/pair').map((w) => (w.input as { a: number }).a);

test('the next two pairs are asked for while one is looked at, each once', () => {
  const hook = open();
  expect(asked()).toEqual([1, 3, 5]);
  act(() => hook.result.current.go(1));
  expect(asked()).toEqual([1, 3, 5, 7]);
  act(() => hook.result.current.go(-4));
  expect([hook.result.current.at, asked()]).toEqual([0, [1, 3, 5, 7]]);
  act(() => hook.result.current.go(40));
  expect(hook.result.current.question).toBe(PAIRS[4]);
});

test('a pair that the server does not know is said so; one that it did not answer is asked for again', async () => {
  const hook = open(PAIRS.slice(0, 2));
  const [first, second] = [...server.waiting];
  await act(async () => first!.answer({ ok: false, code: 'not-found', message: 'There is no such pair.' }));
  await act(async () => second!.cut());
  expect(hook.result.current.pair).toBe('There is no such pair.');
  act(() => hook.result.current.go(1));
  expect([hook.result.current.pair, asked()]).toEqual([undefined, [3]]);
});

test('a ruled pair gives way to the next open one, and after the last to the first that is left', async () => {
  const hook = open(PAIRS.slice(0, 3));
  act(() => hook.result.current.go(1));
  rule(hook, 'join');
  expect([hook.result.current.at, hook.result.current.left]).toEqual([2, 2]);
  rule(hook, 'apart');
  expect([hook.result.current.at, hook.result.current.left]).toEqual([0, 1]);
  rule(hook, 'link', 'comment-on', false);
  // None is left: the last stays where it is, and is not ruled on twice.
  expect([hook.result.current.at, hook.result.current.verdict, hook.result.current.left]).toEqual([0, 'link', 0]);
  rule(hook, 'join');
  const rulings = server.waiting.filter((w) => w.what === 'do/rule-merge').map((w) => w.input);
  expect(rulings).toMatchObject([
    { verdict: 'join', a: 3, others: [4], link: null },
    { verdict: 'apart', a: 5, others: [6] },
    { verdict: 'link', a: 2, others: [1], link: 'comment-on' },
  ]);
});

test('what is refused comes back, and is nothing that could be undone', async () => {
  const hook = open();
  rule(hook, 'join');
  await answered('do/rule-merge', { ok: false, code: 'changed-meanwhile', message: 'Somebody else ruled on it.' });
  await waitFor(() => expect(said).toEqual(['error: Somebody else ruled on it.']));
  expect([hook.result.current.at, hook.result.current.verdict, hook.result.current.left]).toEqual([0, null, 5]);
  undo(hook);
  await waitFor(() => expect(said).toHaveLength(2));
  expect([said[1], server.next('do/undo-merge')]).toEqual([expect.stringMatching(/^Nothing was settled on this visit/), null]);
});

test('undo may be asked for before the ruling is answered, and goes back one after another', async () => {
  const hook = open();
  rule(hook, 'join');
  rule(hook, 'apart');
  undo(hook);
  expect(server.next('do/undo-merge')).toBeNull();
  const [first, second] = server.waiting.filter((w) => w.what === 'do/rule-merge');
  await act(async () => second!.answer(done({ act: 'second' })));
  expect((await server.arrived('do/undo-merge')).input).toEqual({ act: 'second' });
  await answered('do/undo-merge', done({}));
  expect([hook.result.current.at, hook.result.current.verdict, hook.result.current.left]).toEqual([1, null, 4]);
  await act(async () => first!.answer(done({ act: 'first' })));
  undo(hook);
  await answered('do/undo-merge', done({}));
  expect([hook.result.current.at, hook.result.current.left]).toEqual([0, 5]);
});

test('an undo that is refused can be asked for again', async () => {
  const hook = open();
  rule(hook, 'join');
  await answered('do/rule-merge', done({ act: 'one' }));
  undo(hook);
  await answered('do/undo-merge', { ok: false, code: 'busy', message: 'A merge is running.' });
  await waitFor(() => expect(said).toEqual(['error: A merge is running.']));
  expect(hook.result.current.left).toBe(4);
  undo(hook);
  await answered('do/undo-merge', done({}));
  expect([hook.result.current.at, hook.result.current.left]).toEqual([0, 5]);
});
