/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { act, renderHook } from '@testing-library/react';
import { asked } from '@/testing/doubles/next-navigation';
import { saveWords, useAutosave } from './useAutosave';

/** A server that answers when it is told to; saves come to it one after another. */
class Saves {
  readonly came: string[] = [];
  private waiting: ((said: { ok: true } | { ok: false; code: string; message: string }) => void)[] = [];
  save = (value: string) => {
    this.came.push(value);
    return new Promise<{ ok: true } | { ok: false; code: string; message: string }>((done) => this.waiting.push(done));
  };
  answer = (said: { ok: true } | { ok: false; code: string; message: string } = { ok: true }) => this.waiting.shift()!(said);
}

let saves: Saves;
let key = 0;
beforeEach(() => {
  jest.useFakeTimers();
  saves = new Saves();
  key++;
  sessionStorage.clear();
  asked.length = 0;
});
afterEach(() => jest.useRealTimers());
const open = (initial = 'before') => renderHook(() => useAutosave(`field-${key}`, initial, saves.save));
const pass = (ms: number) => act(async () => void (await jest.advanceTimersByTimeAsync(ms)));
const words = (hook: ReturnType<typeof open>) => saveWords(hook.result.current.state);

test('saves a moment after the last change, once, and then has the page read anew', async () => {
  const hook = open();
  for (const text of ['a', 'ab', 'abc']) {
    act(() => hook.result.current.change(text));
    await pass(300);
  }
  expect([saves.came, words(hook), hook.result.current.value]).toEqual([[], 'Not saved yet', 'abc']);
  await pass(600);
  expect([saves.came, words(hook)]).toEqual([['abc'], 'Saving …']);
  await act(async () => saves.answer());
  expect([words(hook), asked, sessionStorage.length]).toEqual(['Saved', ['refresh'], 0]);
});

test('a change made while another is being saved waits for it, and has the last word on what is shown', async () => {
  const hook = open();
  act(() => hook.result.current.change('first'));
  await pass(700);
  act(() => hook.result.current.change('second'));
  await act(async () => saves.answer());
  // Saved is what was there before: the newer change is not.
  expect([words(hook), sessionStorage.getItem(`field-${key}`)]).toEqual(['Not saved yet', '"second"']);
  await pass(700);
  expect(saves.came).toEqual(['first', 'second']);
  await act(async () => saves.answer());
  expect([words(hook), sessionStorage.length]).toEqual(['Saved', 0]);
});

test('two saves never overtake each other', async () => {
  const hook = open();
  act(() => hook.result.current.change('slow'));
  await pass(700);
  act(() => hook.result.current.change('quick'));
  await pass(700);
  expect(saves.came).toEqual(['slow']);
  await act(async () => saves.answer());
  expect(saves.came).toEqual(['slow', 'quick']);
});

test('left at once: what was typed is handed to the server all the same', async () => {
  const hook = open();
  act(() => hook.result.current.change('typed'));
  hook.unmount();
  await pass(0);
  expect(saves.came).toEqual(['typed']);
});

test('a page that is closed hands over what was typed', async () => {
  const hook = open();
  act(() => hook.result.current.change('typed'));
  window.dispatchEvent(new Event('pagehide'));
  await pass(0);
  expect(saves.came).toEqual(['typed']);
  hook.unmount();
  await pass(0);
  expect(saves.came).toEqual(['typed']);
});

test.each([
  [{ ok: false as const, code: 'tag-taken', message: 'The tag is taken.' }, 'The tag is taken.'],
  [{ ok: false as const, code: 'no-answer', message: 'x' }, /did not answer\. Your text is kept in this tab/],
])('what was not saved (%j) is said, kept in the tab, and offered again', async (refusal, said) => {
  const hook = open();
  act(() => hook.result.current.change('typed'));
  await pass(700);
  await act(async () => saves.answer(refusal));
  expect(words(hook)).toEqual(typeof said === 'string' ? said : expect.stringMatching(said));
  expect([hook.result.current.value, asked]).toEqual(['typed', []]);
  hook.unmount();
  // The page again, as after a reload: what was typed is there, and is saved.
  const again = open();
  expect(again.result.current.value).toBe('typed');
  await pass(700);
  expect(saves.came).toEqual(['typed', 'typed']);
  await act(async () => saves.answer());
  expect(words(again)).toBe('Saved');
});
