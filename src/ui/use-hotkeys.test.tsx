/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { useHotkeys } from './use-hotkeys';

beforeEach(() => localStorage.clear());

/** A screen with two keys, and what was done by them. */
function aScreen(name: string) {
  const did: string[] = [];
  const hook = renderHook(() => useHotkeys(name, { a: () => did.push('keep'), '?': () => did.push('help') }, true));
  return { did, keys: () => hook.result.current, unmount: hook.unmount };
}
const press = (key: string, more: KeyboardEventInit = {}) =>
  document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }));

test('a key acts, whatever the case; held down, or with another key, it does not', () => {
  const { did } = aScreen('one');
  for (const more of [{}, { ctrlKey: true }, { metaKey: true }, { altKey: true }, { repeat: true }]) press('A', more);
  expect(did).toEqual(['keep']);
});

test('while a person types, keys are letters', () => {
  const { did } = aScreen('one');
  for (const tag of ['input', 'textarea', 'select']) {
    const field = document.body.appendChild(document.createElement(tag));
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'a', bubbles: true }));
    field.remove();
  }
  expect(did).toEqual([]);
});

test('another key can be chosen for a screen; it is kept, and other screens keep theirs', () => {
  const one = aScreen('one');
  const other = aScreen('other');
  act(() => void one.keys().change('a', 'K'));
  press('a');
  expect([one.did, other.did]).toEqual([[], ['keep']]);
  press('k');
  expect([one.did, one.keys().shown('A'), one.keys().changed]).toEqual([['keep'], 'K', true]);
  one.unmount();
  const later = aScreen('one');
  press('k');
  expect([later.did, later.keys().shown('a'), one.did.length]).toEqual([['keep'], 'K', 1]);
  act(() => later.keys().reset());
  press('a');
  expect([later.did.length, later.keys().changed]).toEqual([2, false]);
});

test('no key does two things, and none is chosen that cannot be printed', () => {
  const { keys } = aScreen('one');
  for (const key of ['?', ' ', '', 'Enter', '\n']) expect([key, keys().change('a', key)]).toEqual([key, false]);
  expect(keys().shown('a')).toBe('A');
});

test('switched off, no key acts and none is shown, on any screen', () => {
  const one = aScreen('one');
  const other = aScreen('other');
  act(() => one.keys().setOff(true));
  press('a');
  expect([one.did, other.did, one.keys().shown('a')]).toEqual([[], [], undefined]);
});

test('who switched them off in an earlier version still has them off, until they are switched on', () => {
  localStorage.setItem('narrow-sieve:keys-off', '1');
  const { did, keys } = aScreen('one');
  press('a');
  act(() => keys().setOff(false));
  press('a');
  expect(did).toEqual(['keep']);
});

test('what cannot be read of earlier choices is the usual', () => {
  localStorage.setItem('narrow-sieve:keys', '{"own":');
  const { did } = aScreen('one');
  press('a');
  expect(did).toEqual(['keep']);
});
