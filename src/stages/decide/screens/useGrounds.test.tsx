/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import type { WorkDetail } from '@/client/types';
import { useGrounds } from './useGrounds';

const work = (no: number, history: object[] = []) => ({ no, draft: `Draft of ${no}.`, history }) as unknown as WorkDetail;
beforeEach(() => sessionStorage.clear());
const open = (no: number, of = work(no)) =>
  renderHook(({ current, shown }: { current: number; shown: WorkDetail | null }) => useGrounds('r', 'title-abstract', current, shown), {
    initialProps: { current: no, shown: of as WorkDetail | null },
  });

test('the draft stands until somebody writes; what is written is theirs', () => {
  const hook = open(1);
  expect(hook.result.current).toMatchObject({ grounds: 'Draft of 1.', own: false, page: '', note: '' });
  act(() => hook.result.current.type({ grounds: 'My own words.' }));
  expect(hook.result.current).toMatchObject({ grounds: 'My own words.', own: true });
  act(() => hook.result.current.type({ grounds: 'Draft of 1.' }));
  expect(hook.result.current.own).toBe(false);
});

test('what is typed for one work is not shown for another, and is there when one comes back', () => {
  const hook = open(1);
  act(() => hook.result.current.type({ grounds: 'Of the first.', note: 'Ask.' }));
  hook.rerender({ current: 2, shown: work(2) });
  expect(hook.result.current).toMatchObject({ grounds: 'Draft of 2.', note: '' });
  act(() => hook.result.current.type({ page: '7' }));
  hook.rerender({ current: 1, shown: work(1) });
  expect(hook.result.current).toMatchObject({ grounds: 'Of the first.', note: 'Ask.', page: '' });
  hook.rerender({ current: 2, shown: work(2) });
  expect(hook.result.current.page).toBe('7');
});

test('a reload loses none of it; what was stored with a decision is forgotten', () => {
  const before = open(1);
  act(() => before.result.current.type({ grounds: 'Typed.' }));
  before.unmount();
  const after = open(1);
  expect(after.result.current.grounds).toBe('Typed.');
  act(() => after.result.current.forget(1));
  expect(after.result.current.grounds).toBe('Draft of 1.');
  expect(sessionStorage.length).toBe(0);
});

test('what stands with the last decision at this stage comes before the draft', () => {
  const history = [
    { stage: 'full-text', grounds: 'Of the other stage.', page: '3', note: '' },
    { stage: 'title-abstract', grounds: 'As decided.', page: '', note: 'A note.' },
    { stage: 'title-abstract', grounds: 'An earlier one.', page: '', note: '' },
  ];
  expect(open(1, work(1, history)).result.current).toMatchObject({ grounds: 'As decided.', note: 'A note.', page: '' });
});

test('what another program left in the tab’s storage does no harm', () => {
  sessionStorage.setItem('grounds:r:title-abstract:1', '{not json');
  expect(open(1).result.current.grounds).toBe('Draft of 1.');
});
