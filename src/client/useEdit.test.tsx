/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { asked } from '@/testing/doubles/next-navigation';
import { said } from '@/testing/doubles/sonner';
import type { Saved } from './useAutosave';
import { useEdit } from './useEdit';

interface Form {
  title: string;
  note: string;
}
const BEFORE: Form = { title: 'Mats', note: '' };

let sent: [value: Form, seen: Form][];
let answers: Saved<Form>[];
beforeEach(() => {
  [sent, answers, said.length, asked.length] = [[], [], 0, 0];
});
const open = (given = BEFORE) =>
  renderHook(
    ({ from }) =>
      useEdit<Form>(
        from,
        async (value, seen) => {
          sent.push([value, seen]);
          return answers.shift()!;
        },
        'Saved.',
      ),
    { initialProps: { from: given } },
  );
type Hook = ReturnType<typeof open>;
const write = (hook: Hook, change: Partial<Form>) => act(() => hook.result.current.setValue({ ...hook.result.current.value, ...change }));
const save = (hook: Hook) => act(() => hook.result.current.save());
const CONFLICT: Saved<Form> = {
  ok: false,
  code: 'changed-meanwhile',
  message: 'Somebody else changed the title.',
  current: { title: 'Straps', note: 'Theirs.' },
  conflicts: [{ path: ['title'], mine: 'Gloves', theirs: 'Straps' }],
};

test('it is changed until it is saved, or as it was again; then the page is read anew', async () => {
  const hook = open();
  write(hook, { title: 'Gloves' });
  expect(hook.result.current.changed).toBe(true);
  write(hook, { title: 'Mats' });
  expect(hook.result.current.changed).toBe(false);
  write(hook, { title: 'Gloves' });
  answers = [{ ok: true }];
  await save(hook);
  expect([hook.result.current.changed, sent, said, asked]).toEqual([
    false,
    [[{ title: 'Gloves', note: '' }, BEFORE]],
    ['Saved.'],
    ['refresh'],
  ]);
});

test('what somebody else changed elsewhere in it is taken in, and said', async () => {
  const hook = open();
  write(hook, { title: 'Gloves' });
  answers = [{ ok: true, merged: true, value: { title: 'Gloves', note: 'Theirs.' } }];
  await save(hook);
  expect(hook.result.current).toMatchObject({ value: { title: 'Gloves', note: 'Theirs.' }, changed: false });
  expect(said).toEqual(['Saved. What somebody else changed meanwhile is in it.']);
});

test('a page that was drawn anew meanwhile is not what the person began with', async () => {
  const hook = open();
  write(hook, { title: 'Gloves' });
  hook.rerender({ from: { title: 'Straps', note: '' } });
  expect(hook.result.current.value.title).toBe('Gloves');
  answers = [{ ok: true }];
  await save(hook);
  expect(sent[0]![1]).toEqual(BEFORE);
});

test('a refusal keeps what was written', async () => {
  const hook = open();
  write(hook, { note: 'Mine.' });
  answers = [{ ok: false, code: 'no-answer', message: 'The server did not answer.' }];
  await save(hook);
  expect([hook.result.current.value.note, hook.result.current.changed, said, asked]).toEqual([
    'Mine.',
    true,
    ['error: The server did not answer.'],
    [],
  ]);
});

test.each([
  ['mine', { title: 'Gloves', note: 'Theirs.' }],
  ['theirs', { title: 'Straps', note: 'Theirs.' }],
] as const)('of two that contradict each other %s stays, and what does not contradict of both', async (whose, kept) => {
  const hook = open();
  write(hook, { title: 'Gloves' });
  answers = [CONFLICT];
  await save(hook);
  expect(hook.result.current.conflict).toMatchObject({ message: 'Somebody else changed the title.', conflicts: [{ path: ['title'] }] });
  expect(said).toEqual([]);
  answers = [{ ok: true }];
  await act(async () => hook.result.current.settle(whose));
  expect([hook.result.current.conflict, hook.result.current.value, hook.result.current.changed]).toEqual([null, kept, false]);
  // It is sent against what the other left, so that it is not refused for the same again.
  expect(sent[1]).toEqual([kept, { title: 'Straps', note: 'Theirs.' }]);
});

test('without a conflict there is nothing to settle', async () => {
  const hook = open();
  await act(async () => hook.result.current.settle('mine'));
  expect(sent).toEqual([]);
});
