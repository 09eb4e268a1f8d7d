/** @jest-environment jsdom */

import { QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import { AServer } from '@/testing/a-server';
import { asked } from '@/testing/doubles/next-navigation';
import { queryClient } from './query-client';
import type { JobLine } from './types';
import { useRefreshAfterJobs } from './useJobs';

const job = (id: string, state: JobLine['state'], more: Partial<JobLine> = {}): JobLine => ({
  ...{ id, kind: 'classify-review', fileId: null, state, done: 0, total: 0, entries: 0, seconds: 0 },
  ...{ justEnded: false, cancel: false, attempts: 0, message: '', because: '' },
  ...more,
});

let server: AServer;
let review = 0;
beforeEach(() => {
  server = new AServer();
  asked.length = 0;
  review++;
});
afterEach(() => queryClient.clear());

function open(given: JobLine[], page = true) {
  const id = `review ${review}`;
  const hook = renderHook(() => useRefreshAfterJobs(id, given, page), {
    wrapper: ({ children }) => <QueryClientProvider client={queryClient}>{children}</QueryClientProvider>,
  });
  return {
    hook,
    says: async (jobs: JobLine[]) => {
      await server.arrived('ask/jobs');
      // One that was asked for anew before it was answered is not listened to any more.
      await act(async () => {
        for (const question of [...server.waiting]) question.answer({ ok: true, jobs, rests: [] });
      });
      await waitFor(() => expect(hook.result.current).toEqual(jobs));
    },
    /** What a command does that has put something into the queue. */
    ask: () => act(async () => void queryClient.invalidateQueries({ queryKey: [id, 'jobs'] })),
  };
}

test('the page is drawn anew when a job begins and when it ends, not while it goes on', async () => {
  const { says, ask } = open([]);
  await says([]);
  expect(asked).toEqual([]);
  await ask();
  await says([job('a', 'queued')]);
  expect(asked).toHaveLength(1);
  await says([job('a', 'running', { done: 5 })]);
  await says([job('a', 'running', { done: 50 })]);
  expect(asked).toHaveLength(1);
  await says([job('a', 'done')]);
  expect(asked).toHaveLength(2);
});

test('a job that began and ended between two questions is noticed', async () => {
  const { says, ask } = open([job('old', 'done')]);
  await says([job('old', 'done')]);
  expect(asked).toEqual([]);
  await ask();
  await says([job('quick', 'done'), job('old', 'done')]);
  expect(asked).toHaveLength(1);
  await ask();
  await says([job('quick', 'done', { seconds: 1 }), job('old', 'done')]);
  expect(asked).toHaveLength(1);
});

test.each([
  ['was under way when the page was made', job('a', 'running')],
  ['ended just then', job('a', 'done', { justEnded: true })],
])('a job that %s may have ended after a part of it was drawn', async (_, given) => {
  const { says } = open([given]);
  await says([job('a', 'done', { seconds: 1 })]);
  expect(asked).toHaveLength(1);
});

test('where a person is in the middle of it the page stays as it is', async () => {
  const { says } = open([job('a', 'running')], false);
  await says([job('a', 'done')]);
  expect(asked).toEqual([]);
});
