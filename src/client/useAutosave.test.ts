/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { act, renderHook } from '@testing-library/react';
import { asked } from '@/testing/doubles/next-navigation';
import { type Saved, saveWords, useAutosave } from './useAutosave';

/** A server that answers when it is told to; saves come to it one after another. */
class Saves {
  readonly came: string[] = [];
  /** What the person began with, as it was said with each save. */
  readonly seen: unknown[] = [];
  private waiting: ((said: Saved<never>) => void)[] = [];
  save = (value: unknown, seen: unknown) => {
    this.came.push(value as string);
    this.seen.push(seen);
    return new Promise<Saved<never>>((done) => this.waiting.push(done));
  };
  answer = (said: Saved<unknown> = { ok: true }) => this.waiting.shift()!(said as Saved<never>);
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
  expect([words(hook), JSON.parse(sessionStorage.getItem(`field-${key}`)!).value]).toEqual(['Not saved yet', 'second']);
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

test('what was refused is said, kept in the tab, and offered again after a reload', async () => {
  const hook = open();
  act(() => hook.result.current.change('typed'));
  await pass(700);
  await act(async () => saves.answer({ ok: false, code: 'tag-taken', message: 'The tag is taken.' }));
  expect([words(hook), hook.result.current.value, asked]).toEqual(['The tag is taken.', 'typed', []]);
  hook.unmount();
  // The page again, as after a reload: what was typed is there, and is saved.
  const again = open('what the server has by now');
  expect(again.result.current.value).toBe('typed');
  await pass(700);
  expect([saves.came, saves.seen]).toEqual([
    ['typed', 'typed'],
    ['before', 'before'],
  ]);
  await act(async () => saves.answer());
  expect(words(again)).toBe('Saved');
});

test('what did not reach the server is sent again by itself until it does', async () => {
  const hook = open();
  act(() => hook.result.current.change('typed'));
  await pass(700);
  for (let turn = 1; turn <= 3; turn++) {
    await act(async () => saves.answer({ ok: false, code: turn % 2 ? 'no-answer' : 'try-again', message: 'x' }));
    expect(words(hook)).toMatch(/did not answer\. Your text is kept in this tab/);
    await pass(5100);
    expect(saves.came).toHaveLength(turn + 1);
  }
  await act(async () => saves.answer());
  expect([words(hook), sessionStorage.length]).toEqual(['Saved', 0]);
});

describe('somebody else saves the same thing', () => {
  const before = { title: 'Mats', note: '', people: 'tilers' };
  const openForm = () => renderHook(() => useAutosave(`form-${key}`, before, saves.save));
  const type = (hook: ReturnType<typeof openForm>, fields: Partial<typeof before>) =>
    act(() => hook.result.current.change({ ...hook.result.current.value, ...fields }));

  test('what they changed elsewhere in it is taken in, beneath what is typed meanwhile', async () => {
    const hook = openForm();
    type(hook, { title: 'Knee mats' });
    await pass(700);
    type(hook, { note: 'typed meanwhile' });
    await act(async () => saves.answer({ ok: true, merged: true, value: { ...before, title: 'Knee mats', people: 'roofers' } }));
    expect(hook.result.current.value).toEqual({ title: 'Knee mats', note: 'typed meanwhile', people: 'roofers' });
    await pass(700);
    expect([saves.came.at(-1), saves.seen.at(-1)]).toEqual([
      { title: 'Knee mats', note: 'typed meanwhile', people: 'roofers' },
      { title: 'Knee mats', note: '', people: 'roofers' },
    ]);
  });

  const theirs = { title: 'Straps', note: 'of theirs', people: 'tilers' };
  const inConflict = async () => {
    const hook = openForm();
    type(hook, { title: 'Knee mats' });
    await pass(700);
    const conflicts = [{ path: ['title'], mine: 'Knee mats', theirs: 'Straps' }];
    await act(async () => saves.answer({ ok: false, code: 'changed-meanwhile', message: 'Somebody else.', current: theirs, conflicts }));
    expect(hook.result.current.state).toEqual({ state: 'conflict', message: 'Somebody else.', conflicts });
    return hook;
  };
  test.each([
    ['mine', 'Knee mats'],
    ['theirs', 'Straps'],
  ] as const)('what contradicts is asked about; with %s, what does not is kept of both', async (whose, title) => {
    const hook = await inConflict();
    // Typing goes on, and nothing is sent until it is settled.
    type(hook, { people: 'roofers' });
    await pass(3000);
    expect(saves.came).toHaveLength(1);
    act(() => hook.result.current.settle(whose));
    await pass(0);
    expect([saves.came.at(-1), saves.seen.at(-1)]).toEqual([{ title, note: 'of theirs', people: 'roofers' }, theirs]);
    await act(async () => saves.answer());
    expect([hook.result.current.value.title, saveWords(hook.result.current.state)]).toEqual([title, 'Saved']);
  });
});
