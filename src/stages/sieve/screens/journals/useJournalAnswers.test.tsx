/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { AServer, done } from '@/testing/a-server';
import { said } from '@/testing/doubles/sonner';
import { useJournalAnswers } from './useJournalAnswers';

let server: AServer;
beforeEach(() => {
  server = new AServer();
  said.length = 0;
});
const open = () => renderHook(() => useJournalAnswers('r')).result;
const annals = { title: 'Annals of Floors', issns: ['9990-1048'], refereed: 'yes' as const, since: 1998 };
const letters = { title: 'Letters on Mats', issns: [], refereed: 'no' as const, since: null };
const entry = (title: string) => ({ type: 'journal', title, issns: [], kind: '', publisher: '', tags: [], refereed: '' });
/** Two entries were made of the one that stood there before. */
const BEFORE = [
  { made: ['annals since 1998', 'annals before'], gone: [entry('Annals of Floors'), entry('Annals')] },
  { made: ['letters'], gone: [] },
];
const refused = (code: string) => ({ ok: false, code, message: `It was refused: ${code}.` });

async function answered() {
  const hook = open();
  let told: Promise<boolean>;
  act(() => {
    told = hook.current.answer([annals, letters]);
  });
  expect(hook.current.busy).toBe(true);
  await act(async () => (await server.arrived('do/answer-journals')).answer(done({ before: BEFORE })));
  expect([await told!, hook.current.busy]).toEqual([true, false]);
  return hook;
}
/** Answers requests as they come, until none is left to be answered. */
async function answerAll(hook: Awaited<ReturnType<typeof answered>>, title: string, answers: object[]): Promise<unknown[]> {
  const inputs: unknown[] = [];
  await act(async () => {
    const over = hook.current.takeBack(title);
    for (const answer of answers) {
      await new Promise((later) => setTimeout(later, 5));
      const [waiting] = server.waiting;
      inputs.push([
        waiting!.what,
        (waiting!.input as { key?: string; entry?: { title: string } }).key ?? (waiting!.input as { entry: { title: string } }).entry.title,
      ]);
      waiting!.answer(answer);
    }
    await over;
  });
  expect(server.waiting).toEqual([]);
  return inputs;
}

test('answers are kept with what they made and what stood there before', async () => {
  const hook = await answered();
  expect([...hook.current.answers]).toEqual([
    ['Annals of Floors', { refereed: 'yes', since: 1998, ...BEFORE[0] }],
    ['Letters on Mats', { refereed: 'no', since: null, ...BEFORE[1] }],
  ]);
});

test('what was refused is said, and is no answer', async () => {
  const hook = open();
  let told: Promise<boolean>;
  act(() => {
    told = hook.current.answer([annals]);
  });
  await act(async () => (await server.arrived('do/answer-journals')).answer(refused('not-allowed')));
  expect([await told!, hook.current.answers.size, hook.current.busy]).toEqual([false, 0, false]);
  expect(said).toEqual(['error: It was refused: not-allowed.']);
});

test('one that is taken back leaves the register as it was; the other stays', async () => {
  const hook = await answered();
  const asked = await answerAll(hook, 'Annals of Floors', [done({}), done({}), done({}), done({})]);
  expect(asked).toEqual([
    ['do/drop-venue', 'annals since 1998'],
    ['do/drop-venue', 'annals before'],
    ['do/save-venue', 'Annals of Floors'],
    ['do/save-venue', 'Annals'],
  ]);
  expect([[...hook.current.answers.keys()], hook.current.busy, said]).toEqual([['Letters on Mats'], false, []]);
});

test('taking back that fails half-way is said, and goes on from there when it is tried again', async () => {
  const hook = await answered();
  await answerAll(hook, 'Annals of Floors', [done({}), done({}), done({}), refused('try-again')]);
  expect(said).toEqual(['error: It was refused: try-again.']);
  expect(hook.current.answers.get('Annals of Floors')).toMatchObject({ made: [], gone: [{ title: 'Annals' }] });
  expect(await answerAll(hook, 'Annals of Floors', [done({})])).toEqual([['do/save-venue', 'Annals']]);
  expect(hook.current.answers.has('Annals of Floors')).toBe(false);
});

test('an entry that somebody else has dropped since does not keep it from being taken back', async () => {
  const hook = await answered();
  await answerAll(hook, 'Letters on Mats', [refused('no-entry')]);
  expect([hook.current.answers.has('Letters on Mats'), said]).toEqual([false, []]);
});
