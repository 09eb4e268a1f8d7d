/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { addressHasChanged, isWaited, pageHasCome, refreshPage, whenPageIsHere } from './refresh-page';

beforeEach(() => {
  jest.useFakeTimers();
  pageHasCome();
});
afterEach(() => void jest.useRealTimers());

const aRouter = () => ({ refresh: jest.fn() });

test('a page that was on its way when the address changed is asked for once more, when the address stands still', () => {
  const router = aRouter();
  refreshPage(router);
  for (let i = 0; i < 5; i++) {
    addressHasChanged();
    jest.advanceTimersByTime(100);
  }
  expect(router.refresh).toHaveBeenCalledTimes(1);
  jest.advanceTimersByTime(1000);
  expect(router.refresh).toHaveBeenCalledTimes(2);
});

test('the browser’s way back is a change of the address', () => {
  const router = aRouter();
  refreshPage(router);
  window.dispatchEvent(new PopStateEvent('popstate'));
  jest.advanceTimersByTime(1000);
  expect(router.refresh).toHaveBeenCalledTimes(2);
});

test('a page that has come is not asked for again, nor one that nobody asked for, nor one that will not come', () => {
  const router = aRouter();
  addressHasChanged();
  refreshPage(router);
  addressHasChanged();
  pageHasCome();
  jest.advanceTimersByTime(1000);
  addressHasChanged();
  jest.advanceTimersByTime(1000);
  expect(router.refresh).toHaveBeenCalledTimes(1);
  refreshPage(router);
  jest.setSystemTime(Date.now() + 31_000);
  addressHasChanged();
  jest.advanceTimersByTime(1000);
  expect(router.refresh).toHaveBeenCalledTimes(2);
});

test('what waits for a page is done when it has come, in order, and at once where none is on its way', () => {
  const did: string[] = [];
  whenPageIsHere(() => did.push('at once'));
  refreshPage(aRouter());
  for (const what of ['first', 'second']) whenPageIsHere(() => did.push(what));
  jest.advanceTimersByTime(5000);
  expect([did, isWaited()]).toEqual([['at once'], true]);
  pageHasCome();
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
    pageHasCome();
    refreshPage(aRouter());
  }
  expect(did).toEqual([]);
  jest.advanceTimersByTime(2100);
  expect(did).toEqual(['it']);
});
