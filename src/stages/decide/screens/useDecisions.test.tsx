/** @jest-environment jsdom */
import { act, renderHook, waitFor } from '@testing-library/react';
import type { WorkDetail } from '@/client/types';
import { numbersAsText } from '@/core/numbers';
import { AServer, done } from '@/testing/a-server';
import { said } from '@/testing/doubles/sonner';
import type { PackedQueue } from '../queries/decide-queue';
import { useDecisions } from './useDecisions';
import { useQueue } from './useQueue';

const TITLES = ['', 'Mats', 'Straps', 'Gloves', 'Boots'];
/** As much of a work as deciding looks at. */
const aWork = (no: number, verdict?: string, seenSeq = 0) =>
  ({
    ...{ no, seenSeq, state: verdict ? { keep: 'kept', exclude: 'excluded' }[verdict] : 'undecided', shown: { title: TITLES[no] } },
    ...{ staged: verdict ? { 'title-abstract': verdict } : {} },
    history: verdict ? [{ stage: 'title-abstract', reasonCode: '', grounds: 'It is.', page: '', note: '' }] : [],
  }) as unknown as WorkDetail;
const GIVEN = { numbers: numbersAsText([1, 2, 3, 4]), decided: [], against: [], open: 4, total: 4 } as unknown as PackedQueue;
const typed = { grounds: 'It fits.', page: '', note: '' };

let server: AServer;
let review = 0;
beforeEach(() => {
  server = new AServer();
  review++;
  said.length = 0;
});

/** Deciding, with what the screen around it does: which work is open, and what was stored. */
function deciding(undoable: [no: number, seq: number][] = []) {
  const opened: number[] = [];
  const stored: number[] = [];
  const hook = renderHook(() => {
    const [queue, set] = useQueue(GIVEN);
    const decisions = useDecisions({
      ...{ reviewId: `decisions-${review}`, stage: 'title-abstract', queue, set, undoable },
      ...{ open: (no: number) => void opened.push(no), stored: (no: number) => void stored.push(no) },
    });
    return { queue, decisions };
  });
  const state = (no: number) => hook.result.current.queue.of(no).state;
  return { hook, opened, stored, state };
}
const followed = (no: number, verdict?: string, seq = 1) => [{ ok: true, work: aWork(no, verdict, seq), rests: ['each-work'] }];

test('the next work is there at once, and one key is one request', async () => {
  const { hook, opened, state, stored } = deciding();
  act(() => void hook.result.current.decisions.decide(aWork(1), 'keep', '', typed));
  expect([opened, state(1), hook.result.current.queue.open]).toEqual([[2], 'kept', 3]);
  const request = await server.arrived('do/decide');
  expect(request.input).toMatchObject({ workNo: 1, verdict: 'keep', grounds: 'It fits.', seenSeq: 0 });
  // What the screen will want comes along: the work as it is now, what is alike to the next ones, and the works after.
  expect(request.follows.map((t) => t.ask)).toEqual(['work', 'precedents', 'precedents', 'work', 'work', 'figures']);
  await act(async () => request.answer(done({ seq: 1 }, { stale: ['decisions'], followed: followed(1, 'keep') })));
  await waitFor(() => expect(said).toEqual(['Kept: Mats']));
  expect([stored, state(1), server.came]).toEqual([[1], 'kept', ['do/decide']]);
});

test('a refusal brings the screen back, with what somebody else decided', async () => {
  const { hook, opened, state } = deciding();
  act(() => void hook.result.current.decisions.decide(aWork(1), 'keep', '', typed));
  await act(async () =>
    (await server.arrived('do/decide')).answer({ ok: false, code: 'changed-meanwhile', message: 'Somebody else decided.' }),
  );
  await act(async () => (await server.arrived('ask/work')).answer({ ok: true, work: aWork(1, 'exclude', 1), rests: [] }));
  await waitFor(() => expect(said).toEqual(['error: Somebody else decided.']));
  expect([opened, state(1)]).toEqual([[2, 1], 'excluded']);
});

test('without an answer nothing counts as decided, and the grounds stay', async () => {
  const { hook, opened, state, stored } = deciding();
  act(() => void hook.result.current.decisions.decide(aWork(1), 'keep', '', typed));
  await act(async () => (await server.arrived('do/decide')).cut());
  await act(async () => (await server.arrived('ask/work')).cut());
  await waitFor(() => expect(said[0]).toMatch(/^error: The decision was not saved/));
  expect([opened, state(1), stored]).toEqual([[2, 1], 'undecided', []]);
});

test('an undo waits for the decision that it takes back, and names it', async () => {
  const { hook, opened, state } = deciding();
  act(() => void hook.result.current.decisions.decide(aWork(1), 'keep', '', typed));
  act(() => void hook.result.current.decisions.undo(1, null));
  const first = await server.arrived('do/decide');
  // Nothing of the undo is on its way before the decision is answered.
  expect(server.came).toEqual(['do/decide']);
  await act(async () => first.answer(done({ seq: 1 }, { followed: followed(1, 'keep') })));
  const undo = await server.arrived('do/decide');
  expect(undo.input).toMatchObject({ workNo: 1, verdict: 'undo', seenSeq: 1, grounds: 'It fits.' });
  await act(async () => undo.answer(done({ seq: 2 }, { followed: followed(1, undefined, 2) })));
  await waitFor(() => expect(state(1)).toBe('undecided'));
  expect(opened).toEqual([2, 1]);
});

test('works are decided side by side: a slow answer for one does not hold up another', async () => {
  const { hook, state } = deciding();
  act(() => void hook.result.current.decisions.decide(aWork(1), 'keep', '', typed));
  act(() => void hook.result.current.decisions.decide(aWork(2), 'exclude', 'population', typed));
  await waitFor(() => expect(server.waiting).toHaveLength(2));
  const [slow, quick] = [...server.waiting];
  await act(async () => quick!.answer(done({ seq: 1 }, { followed: followed(2, 'exclude') })));
  await waitFor(() => expect(said).toEqual(['Excluded: Straps']));
  await act(async () => slow!.answer(done({ seq: 1 }, { followed: followed(1, 'keep') })));
  await waitFor(() => expect(said).toEqual(['Excluded: Straps', 'Kept: Mats']));
  expect([state(1), state(2)]).toEqual(['kept', 'excluded']);
});

test('at the end of the queue it goes on with what was left undecided before', () => {
  const { hook, opened } = deciding();
  act(() => void hook.result.current.decisions.decide(aWork(4), 'keep', '', typed));
  expect(opened).toEqual([1]);
});

test('a tab with a decision under way asks before it closes; one without does not', async () => {
  const { hook } = deciding();
  const closes = () => {
    const event = new Event('beforeunload', { cancelable: true });
    window.dispatchEvent(event);
    return !event.defaultPrevented;
  };
  expect(closes()).toBe(true);
  act(() => void hook.result.current.decisions.decide(aWork(1), 'keep', '', typed));
  expect(closes()).toBe(false);
  await act(async () => (await server.arrived('do/decide')).answer(done({ seq: 1 }, { followed: followed(1, 'keep') })));
  await waitFor(() => expect(closes()).toBe(true));
});

test('decisions are taken back one after another, those of before the page was loaded too', async () => {
  const { hook, opened } = deciding([
    [3, 2],
    [2, 1],
  ]);
  const { decisions } = hook.result.current;
  act(() => void decisions.decide(aWork(1), 'keep', '', typed));
  await act(async () => (await server.arrived('do/decide')).answer(done({ seq: 1 }, { followed: followed(1, 'keep') })));
  const taken: object[] = [];
  for (const no of [1, 3, 2]) {
    expect(decisions.lastDecided()).toBe(no);
    act(() => void decisions.undo(no, null));
    // While it is not answered the next press means the one before.
    expect([decisions.isTakenBack(no), decisions.lastDecided()]).not.toContain(no);
    // What was decided before the page was loaded is asked for, for its grounds. Somebody decided work 3 since.
    if (no !== 1)
      await act(async () => (await server.arrived('ask/work')).answer({ ok: true, work: aWork(no, 'keep', no === 3 ? 9 : 1), rests: [] }));
    const request = await server.arrived('do/decide');
    taken.push(request.input as object);
    await act(async () => request.answer(done({ seq: 5 }, { followed: followed(no, undefined, 5) })));
  }
  expect(decisions.lastDecided()).toBeNull();
  expect(opened.slice(1)).toEqual([1, 3, 2]);
  expect(taken).toMatchObject([
    { workNo: 1, verdict: 'undo', seenSeq: 1, grounds: 'It fits.' },
    { workNo: 3, verdict: 'undo', seenSeq: 2, grounds: 'It is.' },
    { workNo: 2, verdict: 'undo', seenSeq: 1, grounds: 'It is.' },
  ]);
});
