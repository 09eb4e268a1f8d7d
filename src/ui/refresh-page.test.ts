/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { addressHasChanged, followPages, isWaited, leadOverTo, leadTo, pagesAreDone, refreshPage, whenPageIsHere } from './refresh-page';

let leave: () => void;
beforeEach(() => {
  jest.useFakeTimers();
  leave = followPages((act) => act());
});
afterEach(() => {
  leave();
  jest.runAllTimers();
  jest.useRealTimers();
});

const aRouter = () => ({ refresh: jest.fn() });

test('a page that was on its way when the address changed is asked for once more, when the address stands still', () => {
  const router = aRouter();
  refreshPage(router);
  addressHasChanged();
  pagesAreDone();
  for (let i = 0; i < 5; i++) {
    jest.advanceTimersByTime(200);
    addressHasChanged();
  }
  expect(router.refresh).toHaveBeenCalledTimes(1);
  jest.advanceTimersByTime(1000);
  expect(router.refresh).toHaveBeenCalledTimes(2);
  pagesAreDone();
  jest.advanceTimersByTime(1000);
  expect(router.refresh).toHaveBeenCalledTimes(2);
});

test('a page that is asked for anew while it is on its way is asked for once it has come, once', () => {
  const router = aRouter();
  for (let i = 0; i < 3; i++) refreshPage(router);
  jest.advanceTimersByTime(1000);
  expect(router.refresh).toHaveBeenCalledTimes(1);
  pagesAreDone();
  jest.advanceTimersByTime(1);
  expect(router.refresh).toHaveBeenCalledTimes(2);
  pagesAreDone();
  jest.advanceTimersByTime(1000);
  expect(router.refresh).toHaveBeenCalledTimes(2);
});

test('one that was asked for meanwhile is enough', () => {
  const router = aRouter();
  refreshPage(router);
  addressHasChanged();
  pagesAreDone();
  refreshPage(router);
  pagesAreDone();
  jest.advanceTimersByTime(1000);
  expect(router.refresh).toHaveBeenCalledTimes(2);
});

test('the browser’s way back is a change of the address', () => {
  const router = aRouter();
  refreshPage(router);
  window.dispatchEvent(new PopStateEvent('popstate'));
  pagesAreDone();
  jest.advanceTimersByTime(1000);
  expect(router.refresh).toHaveBeenCalledTimes(2);
});

test('a page that has come is not asked for again, nor one that nobody asked for; one that is late is', () => {
  const router = aRouter();
  addressHasChanged();
  refreshPage(router);
  pagesAreDone();
  addressHasChanged();
  jest.advanceTimersByTime(1000);
  expect(router.refresh).toHaveBeenCalledTimes(1);
  refreshPage(router);
  jest.setSystemTime(Date.now() + 31_000);
  addressHasChanged();
  pagesAreDone();
  jest.advanceTimersByTime(1000);
  expect(router.refresh).toHaveBeenCalledTimes(3);
});

test('outside the frame that follows pages they are asked for, and nothing waits for them', () => {
  leave();
  const router = aRouter();
  refreshPage(router);
  const did: string[] = [];
  whenPageIsHere(() => did.push('it'));
  addressHasChanged();
  jest.advanceTimersByTime(1000);
  expect([did, router.refresh.mock.calls.length]).toEqual([['it'], 1]);
});

test('what waits for a page is done when it has come, in order, and at once where none is on its way', () => {
  const did: string[] = [];
  whenPageIsHere(() => did.push('at once'));
  refreshPage(aRouter());
  for (const what of ['first', 'second']) whenPageIsHere(() => did.push(what));
  jest.advanceTimersByTime(5000);
  expect([did, isWaited()]).toEqual([['at once'], true]);
  pagesAreDone();
  whenPageIsHere(() => did.push('third'));
  expect(did).toHaveLength(1);
  jest.advanceTimersByTime(100);
  expect([did, isWaited()]).toEqual([['at once', 'first', 'second', 'third'], false]);
});

test('a page that is asked for again just when it has come is waited for, but no longer than a page is waited for at all', () => {
  const did: string[] = [];
  refreshPage(aRouter());
  whenPageIsHere(() => did.push('it'));
  for (let i = 0; i < 4; i++) {
    jest.advanceTimersByTime(7000);
    pagesAreDone();
    refreshPage(aRouter());
  }
  expect(did).toEqual([]);
  jest.advanceTimersByTime(2100);
  expect(did).toEqual(['it']);
});

test('what waits is done before a link is followed, or the address led elsewhere, and not after that', () => {
  const did: string[] = [];
  const router = { push: (href: string) => did.push(`to ${href}`), replace: (href: string) => did.push(`over to ${href}`) };
  document.body.innerHTML = '<a href="?b=1"><b>There</b></a><button>Here</button>';
  document.body.addEventListener('click', (event) => event.preventDefault());
  const click = (what: string, init: MouseEventInit = {}) => {
    document.querySelector(what)!.dispatchEvent(new MouseEvent('click', { bubbles: true, cancelable: true, ...init }));
    did.push(`clicked ${what}`);
  };
  refreshPage(aRouter());
  whenPageIsHere(() => did.push('picked'));
  click('button');
  // A link that opens beside this page leads nowhere from here.
  click('b', { ctrlKey: true });
  click('b');
  whenPageIsHere(() => did.push('picked again'));
  leadTo(router, '?c=1');
  whenPageIsHere(() => did.push('picked once more'));
  leadOverTo(router, '/d');
  pagesAreDone();
  jest.advanceTimersByTime(60_000);
  const clicks = ['clicked button', 'clicked b', 'picked', 'clicked b'];
  expect(did).toEqual([...clicks, 'picked again', 'to ?c=1', 'picked once more', 'over to /d']);
});
