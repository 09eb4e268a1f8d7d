/** @jest-environment jsdom */
import { QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import { queryClient } from '@/client/query-client';
import type { JobLine } from '@/client/types';
import { AServer } from '@/testing/a-server';
import type { ClassifyView } from '../queries/classify-view';
import { useClassifyView } from './useClassifyView';
import { useWordedLike } from './useWordedLike';

let server: AServer;
let review = 0;
let id: string;
beforeEach(() => {
  server = new AServer();
  id = `review ${++review}`;
});
afterEach(() => queryClient.clear());
const view = (revision: number, works = 3) => ({ revision, works }) as unknown as ClassifyView;
const job = (kind: string, state: JobLine['state']): JobLine => ({
  ...{ id: kind + state, kind: kind as JobLine['kind'], fileId: null, state, done: 0, total: 0, entries: 0, seconds: 0 },
  ...{ justEnded: false, cancel: false, attempts: 0, message: '', because: '' },
});
const open = <P, R>(hook: (props: P) => R, initialProps: P) =>
  renderHook(hook, {
    initialProps,
    wrapper: ({ children }) => <QueryClientProvider client={queryClient}>{children}</QueryClientProvider>,
  });
const classify = () => open(({ given }) => useClassifyView(id, given), { given: view(4) });
const answer = async (what: string, said: object) => act(async () => (await server.arrived(what)).answer({ ok: true, ...said }));

test('the view is that of the page, of a ruling made here when it is newer, and of a later page again', async () => {
  const hook = classify();
  expect(hook.result.current.view).toEqual(view(4));
  act(() => hook.result.current.refresh());
  await answer('ask/classify-view', { view: view(6) });
  await waitFor(() => expect(hook.result.current.view).toEqual(view(6)));
  // Made before the ruling, it came after it.
  hook.rerender({ given: view(5) });
  expect(hook.result.current.view).toEqual(view(6));
  hook.rerender({ given: view(7, 9) });
  expect(hook.result.current.view).toEqual(view(7, 9));
});

test('a view that cannot be read anew stays as it is', async () => {
  const hook = classify();
  act(() => hook.result.current.refresh());
  await act(async () => (await server.arrived('ask/classify-view')).cut());
  expect(hook.result.current.view).toEqual(view(4));
});

test.each([
  ['one that classifies is told', [job('import-file', 'running'), job('classify-review', 'queued')], 'classify-reviewqueued'],
  ['one that reads a file changes nothing here', [job('import-file', 'running')], null],
  ['one that is over is none', [job('classify-review', 'done'), job('classify-review', 'failed')], null],
])('of the jobs under way %s', async (_, jobs, told) => {
  const hook = classify();
  queryClient.setQueryData([id, 'jobs', {}], { ok: true, jobs });
  await waitFor(() => expect(hook.result.current.job?.id ?? null).toBe(told));
});

test('works that are worded alike are asked for when there is something to compare them with', async () => {
  const hook = open(({ ready }) => useWordedLike(id, ready), { ready: false });
  expect([hook.result.current, server.came]).toEqual([null, []]);
  hook.rerender({ ready: true });
  await answer('ask/worded-like', { works: [] });
  await waitFor(() => expect(hook.result.current).toMatchObject({ works: [] }));
});
