/** @jest-environment jsdom */
import { QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { hydrateRoot } from 'react-dom/client';
import { AServer } from '@/testing/a-server';
import { ask } from './call';
import { forget, queryClient } from './query-client';
import type { StripFigures } from './types';
import { askAhead, asked, NotAnswered, useAsk } from './useAsk';
import { useFigures } from './useFigures';
import { useWork } from './useWork';

let server: AServer;
let review = 0;
let id: string;
beforeEach(() => {
  server = new AServer();
  id = `review ${++review}`;
  window.history.replaceState(null, '', '/reviews/r/merge');
});
afterEach(() => queryClient.clear());
const wrapper = ({ children }: { children: ReactNode }) => <QueryClientProvider client={queryClient}>{children}</QueryClientProvider>;
const answer = async (what: string, said: object) => act(async () => (await server.arrived(what)).answer(said));
const figures = (works: number) => ({ works }) as unknown as StripFigures;

describe('a work', () => {
  const open = (first: number | null) => renderHook(({ no }) => useWork(id, no), { wrapper, initialProps: { no: first } });

  test('is read when it is opened, and not again when it is opened once more', async () => {
    const hook = open(null);
    expect([hook.result.current, server.came]).toEqual([{ state: 'loading' }, []]);
    hook.rerender({ no: 3 });
    expect(server.next('ask/work')!.input).toEqual({ no: 3 });
    await answer('ask/work', { ok: true, work: { no: 3 } });
    await waitFor(() => expect(hook.result.current).toEqual({ state: 'ready', work: { no: 3 } }));
    hook.rerender({ no: 4 });
    // Never one work under the number of another.
    expect(hook.result.current).toEqual({ state: 'loading' });
    hook.rerender({ no: 3 });
    expect(hook.result.current).toEqual({ state: 'ready', work: { no: 3 } });
    expect(server.came.filter((what) => what === 'ask/work')).toHaveLength(2);
  });

  test('that is not there any more says so; what was read before stays when it cannot be read again', async () => {
    const hook = open(3);
    await answer('ask/work', { ok: false, code: 'no-work', message: 'This work is not in the review any more.' });
    await waitFor(() => expect(hook.result.current).toEqual({ state: 'failed', message: 'This work is not in the review any more.' }));
    act(() => forget(id));
    await answer('ask/work', { ok: true, work: { no: 3 } });
    await waitFor(() => expect(hook.result.current.state).toBe('ready'));
    act(() => forget(id));
    await act(async () => (await server.arrived('ask/work')).cut());
    expect(hook.result.current).toEqual({ state: 'ready', work: { no: 3 } });
  });
});

test('a question is asked again when what it rests on has changed, and then only', async () => {
  const hook = renderHook(() => useAsk(id, 'work', { no: 1 }), { wrapper });
  await answer('ask/work', { ok: true, work: { no: 1 }, rests: ['rulings'] });
  await waitFor(() => expect(hook.result.current.data).toBeDefined());
  await act(async () => forget(id, ['decisions']));
  await act(async () => forget('another review', ['rulings']));
  expect(server.waiting).toEqual([]);
  await act(async () => forget(id, ['rulings']));
  expect(server.waiting.map((w) => w.what)).toEqual(['ask/work']);
});

test('what is asked ahead is there when a part of a screen wants it; what failed is not kept', async () => {
  askAhead(id, 'work', { no: 2 });
  await answer('ask/work', { ok: true, work: { no: 2 } });
  expect(await asked(id, 'work', { no: 2 })).toMatchObject({ work: { no: 2 } });
  expect(server.came).toHaveLength(1);
  const failing = asked(id, 'work', { no: 5 });
  void answer('ask/work', { ok: false, code: 'no-work', message: 'It is gone.' });
  await expect(failing).rejects.toThrow(NotAnswered);
  const again = asked(id, 'work', { no: 5 });
  void answer('ask/work', { ok: true, work: { no: 5 } });
  expect(await again).toMatchObject({ work: { no: 5 } });
});

test('only what is asked of servers outside is broken off', async () => {
  const signals: (AbortSignal | null | undefined)[] = [];
  globalThis.fetch = (async (_: string, request?: RequestInit) => {
    signals.push(request?.signal);
    return { json: async () => ({ ok: true, count: 1 }) };
  }) as unknown as typeof fetch;
  await asked(id, 'count-block', { databaseId: 'd', line: {} } as never);
  await asked(id, 'work', { no: 1 });
  await ask(id, 'work', { no: 1 });
  expect(signals.map((s) => s instanceof AbortSignal)).toEqual([true, false, false]);
});

describe('the figures of the strip', () => {
  const open = () => renderHook(({ given }) => useFigures(id, given), { wrapper, initialProps: { given: figures(5) } });

  test('are those that the page came with, until a change brings others, and those of a later page', async () => {
    const hook = open();
    expect([hook.result.current, server.came]).toEqual([figures(5), []]);
    act(() => forget(id));
    await answer('ask/figures', { ok: true, figures: figures(6), rests: [] });
    await waitFor(() => expect(hook.result.current).toEqual(figures(6)));
    hook.rerender({ given: figures(7) });
    await waitFor(() => expect(hook.result.current).toEqual(figures(7)));
    expect(server.waiting).toEqual([]);
  });

  test('are asked for anew on each screen, not when the same is drawn again', async () => {
    const hook = open();
    const given = figures(5);
    hook.rerender({ given });
    hook.rerender({ given });
    expect(server.came).toEqual([]);
    window.history.replaceState(null, '', '/reviews/r/sieve');
    hook.rerender({ given });
    expect(server.waiting.map((w) => w.what)).toEqual(['ask/figures']);
  });
});

function Works({ of }: { of: string }) {
  const { data } = useAsk(of, 'figures', {}, { given: { figures: figures(5) } });
  return <p>{String((data!.figures as unknown as { works: number }).works)}</p>;
}

test('a page that the server drew is taken over as it was drawn, though more is known by then', async () => {
  const place = document.createElement('div');
  // As the server drew it, with what it knew.
  place.innerHTML = '<p>5</p>';
  queryClient.setQueryData([id, 'figures', {}], { ok: true, figures: figures(8) });
  const faults: unknown[] = [];
  await act(async () => {
    hydrateRoot(place, wrapper({ children: <Works of={id} /> }), { onRecoverableError: (error) => faults.push(error) });
  });
  expect([place.textContent, faults]).toEqual(['8', []]);
});
