/** @jest-environment jsdom */
import { QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import { createElement, type ReactNode } from 'react';
import { queryClient } from '@/client/query-client';
import { AServer, done } from '@/testing/a-server';
import { said } from '@/testing/doubles/sonner';
import type { SampleToJudge } from '../queries/samples-view';
import { useJudging } from './useJudging';

let server: AServer;
beforeEach(() => {
  queryClient.clear();
  server = new AServer();
  said.length = 0;
  window.history.replaceState(null, '', '/checks');
});

/** A sample of works, of which some were judged: by the number each had when it was drawn. */
const sample = (works: { no: number; verdict?: string; note?: string }[]) =>
  ({
    number: 2,
    works: works.map(({ no, verdict = '', note = '' }) => ({ no, drawn: no, verdict, note })),
  }) as unknown as SampleToJudge;
const around = ({ children }: { children: ReactNode }) => createElement(QueryClientProvider, { client: queryClient }, children);

/** The works of a sample on the screen, each as the server tells of it. */
async function open(of: SampleToJudge) {
  const hook = renderHook(() => useJudging('r', of), { wrapper: around });
  await tell();
  return hook;
}
/** Answers every question about a work that waits. */
async function tell() {
  for (let waits = server.next('ask/work'); waits; waits = server.next('ask/work')) {
    const { no } = waits.input as { no: number };
    await act(async () => waits!.answer({ ok: true, work: { no }, rests: [] }));
  }
  // Answers reach the screen a moment after they came.
  await act(() => new Promise((later) => setTimeout(later, 5)));
}
type Hook = Awaited<ReturnType<typeof open>>;
const say = (hook: Hook, verdict: 'keep' | 'exclude' | 'unsure' | 'undo') => act(() => void hook.result.current.say(verdict));
const judged = () => server.waiting.filter((w) => w.what === 'do/judge-sample');

test('one begins with the first that is not judged; the next ones are asked for', async () => {
  const hook = await open(sample([{ no: 4, verdict: 'keep' }, { no: 5 }, { no: 6 }, { no: 7 }, { no: 8 }]));
  expect([hook.result.current.at, hook.result.current.current?.no, hook.result.current.work?.no]).toEqual([1, 5, 5]);
  expect(server.came.filter((what) => what === 'ask/work')).toHaveLength(3);
});

test('what was said moves on at once to the next open one, and is sent with its note', async () => {
  const hook = await open(sample([{ no: 4 }, { no: 5, verdict: 'exclude' }, { no: 6 }]));
  act(() => void hook.result.current.setNote('Not sure of the dose.'));
  say(hook, 'keep');
  expect([hook.result.current.current?.no, hook.result.current.said.get(4), hook.result.current.saved]).toEqual([6, 'keep', false]);
  const request = await server.arrived('do/judge-sample');
  expect(request.input).toEqual({ check: 2, workNo: 4, verdict: 'keep', note: 'Not sure of the dose.' });
  await act(async () => request.answer(done({})));
  expect(hook.result.current.saved).toBe(true);
});

test('a work that is not on the screen yet cannot be judged', async () => {
  const hook = renderHook(() => useJudging('r', sample([{ no: 4 }])), { wrapper: around });
  say(hook, 'keep');
  expect([judged(), hook.result.current.said.size]).toEqual([[], 0]);
  await tell();
  say(hook, 'keep');
  expect(judged()).toHaveLength(1);
});

test('a refusal brings the work back, with what had been said of it before', async () => {
  const hook = await open(sample([{ no: 4, verdict: 'unsure' }, { no: 5 }]));
  act(() => hook.result.current.open(0));
  await tell();
  say(hook, 'exclude');
  expect(hook.result.current.said.get(4)).toBe('exclude');
  const request = await server.arrived('do/judge-sample');
  await act(async () => request.answer({ ok: false, code: 'closed', message: 'The sample is closed.' }));
  await waitFor(() => expect(said).toEqual(['error: The sample is closed.']));
  expect([hook.result.current.at, hook.result.current.said.get(4), hook.result.current.saved]).toEqual([0, 'unsure', true]);
});

test('what was said is taken back, and nothing where nothing was said', async () => {
  const hook = await open(sample([{ no: 4 }]));
  say(hook, 'undo');
  expect(judged()).toEqual([]);
  say(hook, 'keep');
  await act(async () => (await server.arrived('do/judge-sample')).answer(done({})));
  say(hook, 'undo');
  expect([hook.result.current.said.size, judged()[0]!.input]).toEqual([0, { check: 2, workNo: 4, verdict: 'undo', note: '' }]);
});

test('a note that is written after the word goes with the word again; one that did not change does not', async () => {
  const hook = await open(sample([{ no: 4, verdict: 'keep', note: 'Old.' }]));
  await act(() => hook.result.current.keepNote());
  expect(judged()).toEqual([]);
  act(() => void hook.result.current.setNote('New.'));
  act(() => void hook.result.current.keepNote());
  expect((await server.arrived('do/judge-sample')).input).toEqual({ check: 2, workNo: 4, verdict: 'keep', note: 'New.' });
});
