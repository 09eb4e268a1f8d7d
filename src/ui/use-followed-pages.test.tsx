/** @jest-environment jsdom */
import { act, render, screen } from '@testing-library/react';
import { Suspense, startTransition, use, useEffect, useState } from 'react';
import { refreshPage, whenPageIsHere } from './refresh-page';
import { useFollowedPages } from './use-followed-pages';

/** Pages come in the order in which they were asked for, as with the framework's router: each a promise that is drawn when it is kept. */
class ARouter {
  readonly waiting: ((page: string) => void)[] = [];
  put: (page: Promise<string>) => void = () => {};
  refresh = () => startTransition(() => this.put(new Promise((done) => this.waiting.push(done))));
  /** As when the address changes meanwhile: the page that is on its way is dropped for the one that is there. */
  drop = (page: string) => {
    this.waiting.length = 0;
    startTransition(() => this.put(Promise.resolve(page)));
  };
  come = (page: string) => act(async () => this.waiting.shift()!(page));
}

function Frame({ router, onDrawn }: { router: ARouter; onDrawn?: (page: string) => void }) {
  const [page, setPage] = useState<string | Promise<string>>('first');
  router.put = setPage;
  return <Page of={typeof page === 'string' ? page : use(page)} onDrawn={onDrawn} />;
}
function Page({ of, onDrawn }: { of: string; onDrawn?: ((page: string) => void) | undefined }) {
  // What hears that the page was drawn comes before what follows pages, as it may.
  useEffect(() => onDrawn?.(of), [of, onDrawn]);
  useFollowedPages('/here');
  return <p role="status">{of}</p>;
}

const shown = () => screen.getByRole('status').textContent;
const later = (ms = 120) => act(() => new Promise((done) => setTimeout(done, ms)));
function open(onDrawn?: (page: string, router: ARouter) => void) {
  const router = new ARouter();
  render(
    <Suspense fallback="…">
      <Frame router={router} onDrawn={(page) => onDrawn?.(page, router)} />
    </Suspense>,
  );
  const did: string[] = [];
  return { router, did, ask: () => act(async () => refreshPage(router)), wait: (what: string) => whenPageIsHere(() => did.push(what)) };
}

test('what waits for a page is done once it is drawn, and at once when none is on its way', async () => {
  const { router, did, ask, wait } = open();
  wait('at once');
  await ask();
  wait('later');
  await later();
  expect([shown(), did]).toEqual(['first', ['at once']]);
  await router.come('second');
  await later();
  expect([shown(), did]).toEqual(['second', ['at once', 'later']]);
});

test('one at a time is asked for: the next when the first has come, and after what waited for that', async () => {
  const { router, did, ask, wait } = open();
  for (let i = 0; i < 3; i++) await ask();
  wait('it');
  await later();
  expect([router.waiting.length, did]).toEqual([1, []]);
  await router.come('second');
  await later();
  expect([shown(), router.waiting.length, did]).toEqual(['second', 0, ['it']]);
  await later(400);
  await router.come('third');
  await later(400);
  expect([shown(), router.waiting.length]).toEqual(['third', 0]);
});

test('one that is asked for because another was drawn is waited for', async () => {
  const { router, did, ask, wait } = open((page, its) => {
    if (page === 'second') refreshPage(its);
  });
  await ask();
  await router.come('second');
  wait('it');
  await later();
  expect([shown(), did, router.waiting.length]).toEqual(['second', [], 1]);
  await router.come('third');
  await later();
  expect([shown(), did]).toEqual(['third', ['it']]);
});

test('one that was dropped for a change of the address is asked for once more', async () => {
  const { router, ask } = open();
  await ask();
  await act(async () => {
    window.dispatchEvent(new PopStateEvent('popstate'));
    router.drop('as it was');
  });
  await later(500);
  expect([shown(), router.waiting.length]).toEqual(['as it was', 1]);
  await router.come('second');
  await later(500);
  expect([shown(), router.waiting.length]).toEqual(['second', 0]);
});
