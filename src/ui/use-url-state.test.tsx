/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { act, renderHook } from '@testing-library/react';
import { PathnameContext, SearchParamsContext } from 'next/dist/shared/lib/hooks-client-context.shared-runtime';
import type { ReactNode } from 'react';
import { followPages, pagesAreDone, refreshPage } from './refresh-page';
import { useUrlState } from './use-url-state';

/** jsdom has no steps of the history: a number each, as browsers give them a key. */
let steps = 0;
const push = window.history.pushState.bind(window.history);
window.history.pushState = (...args: Parameters<typeof push>) => {
  steps++;
  push(...args);
};
const navigation = {
  get currentEntry() {
    return { key: String(steps) };
  },
};
beforeEach(() => {
  Object.assign(window, { navigation });
});

const query = () => window.location.search.slice(1);

/** A page whose router says what the address is: at once, or late, as after a page that was asked for anew. */
function aPage(path: string) {
  window.history.pushState(null, '', path);
  let said = new URLSearchParams(query());
  const wrapper = ({ children }: { children: ReactNode }) => (
    <PathnameContext.Provider value={window.location.pathname}>
      <SearchParamsContext.Provider value={said}>{children}</SearchParamsContext.Provider>
    </PathnameContext.Provider>
  );
  const hook = renderHook(() => useUrlState(), { wrapper });
  /** The router has the page, and puts the address of it where the address is. */
  const comes = (of: string) => {
    window.history.replaceState(null, '', of ? `?${of}` : window.location.pathname);
    said = new URLSearchParams(of);
    act(() => hook.rerender());
  };
  const shown = () => hook.result.current[0].toString();
  return {
    comes,
    shown,
    set: (changes: Record<string, string | null>, options?: { step: boolean }) => act(() => hook.result.current[1](changes, options)),
    unmount: hook.unmount,
  };
}

test('a change stands in the address beside what else it holds, and null takes it out', () => {
  const page = aPage('/one?kept=1');
  page.set({ limiter: 'a' });
  expect(query()).toBe('kept=1&limiter=a');
  page.set({ kept: null, limiter: 'b c' });
  expect(query()).toBe('limiter=b+c');
});

test('a change shows before the router tells of it; a link to somewhere else on the page shows what it leads to', () => {
  const page = aPage('/shown?row=1');
  page.set({ row: '2' });
  expect(page.shown()).toBe('row=2');
  page.comes('row=1');
  expect(page.shown()).toBe('row=2');
  page.comes('row=7');
  expect(page.shown()).toBe('row=7');
  page.comes('row=2');
  expect(page.shown()).toBe('row=2');
});

test.each([1, 2, 5])(
  '%i picks made while the page was being asked for anew stay, though the page comes with the address of before',
  (picks) => {
    const page = aPage(`/picks-${picks}?limiter=first`);
    for (let i = 1; i <= picks; i++) page.set({ limiter: `pick ${i}` });
    page.comes('limiter=first');
    expect(query()).toBe(`limiter=pick+${picks}`);
    if (picks > 1) page.comes('limiter=pick+1');
    expect(query()).toBe(`limiter=pick+${picks}`);
  },
);

test('picks of two parts of a page are one: neither brings back what the other left', () => {
  const one = aPage('/parts?row=1');
  one.set({ row: '2' });
  const other = aPage('/parts?row=2');
  other.set({ row: '1' });
  one.comes('row=1');
  expect(query()).toBe('row=1');
});

test('an address that was not left here, or left long ago, is taken as it comes', () => {
  const page = aPage('/taken?row=1');
  page.set({ row: '2' });
  page.comes('row=9');
  expect(query()).toBe('row=9');
  page.set({ row: '3' });
  jest.spyOn(Date, 'now').mockReturnValue(Date.now() + 31_000);
  page.comes('row=1');
  expect(query()).toBe('row=1');
  jest.restoreAllMocks();
});

test('what was changed on another page is nothing to this one', () => {
  const page = aPage('/there?row=1');
  page.set({ row: '2' });
  page.unmount();
  const here = aPage('/here?row=2');
  here.comes('row=1');
  expect(query()).toBe('row=1');
});

test('who comes to the page again, by another step, is shown what the address says', () => {
  const page = aPage('/again');
  page.set({ row: '2' });
  page.unmount();
  aPage('/elsewhere').unmount();
  const again = aPage('/again');
  expect(again.shown()).toBe('');
});

test('a step opens what its way back closes', () => {
  const page = aPage('/steps');
  const before = steps;
  page.set({ open: '1' }, { step: true });
  expect([steps, query(), page.shown()]).toEqual([before + 1, 'open=1', 'open=1']);
  // The browser has gone back: the router tells of it later.
  steps = before;
  window.history.replaceState(null, '', '/steps');
  act(() => void window.dispatchEvent(new PopStateEvent('popstate')));
  expect(page.shown()).toBe('');
});

test('where the browser tells no steps apart, what the router says is shown', () => {
  Object.assign(window, { navigation: undefined });
  const page = aPage('/no-steps?row=1');
  page.set({ row: '2' });
  expect(query()).toBe('row=2');
  page.comes('row=1');
  expect([query(), page.shown()]).toEqual(['row=1', 'row=1']);
});

describe('while the page is being asked for anew', () => {
  let leave: () => void;
  beforeEach(() => {
    jest.useFakeTimers();
    leave = followPages((act) => act());
    refreshPage({ refresh: () => {} });
  });
  afterEach(() => {
    leave();
    jest.runAllTimers();
    jest.useRealTimers();
  });
  const pass = (ms: number) => act(() => jest.advanceTimersByTime(ms));

  test('what is picked shows at once, and the address follows when the page has come', () => {
    const page = aPage('/waits?row=1');
    for (const row of ['2', '3']) page.set({ row });
    expect([page.shown(), query()]).toEqual(['row=3', 'row=1']);
    page.comes('row=1');
    expect([page.shown(), query()]).toEqual(['row=3', 'row=1']);
    pagesAreDone();
    pass(100);
    expect([page.shown(), query()]).toEqual(['row=3', 'row=3']);
    page.comes('row=3');
    expect([page.shown(), query()]).toEqual(['row=3', 'row=3']);
  });

  test('steps are steps then, each', () => {
    const page = aPage('/waits-steps');
    const before = steps;
    page.set({ work: '1' });
    page.set({ work: '2' }, { step: true });
    page.set({ work: '3' }, { step: true });
    expect([steps, page.shown()]).toEqual([before, 'work=3']);
    pagesAreDone();
    pass(100);
    expect([steps, query(), page.shown()]).toEqual([before + 2, 'work=3', 'work=3']);
  });

  test('who went elsewhere meanwhile stays there', () => {
    const page = aPage('/waits-here');
    page.set({ row: '2' });
    page.unmount();
    window.history.pushState(null, '', '/waits-there?row=7');
    pagesAreDone();
    pass(100);
    expect(window.location.pathname + window.location.search).toBe('/waits-there?row=7');
  });

  test('a page that does not come is not waited for long', () => {
    const page = aPage('/waits-long');
    page.set({ row: '2' });
    pass(31_000);
    expect([query(), page.shown()]).toEqual(['row=2', 'row=2']);
  });
});
