/** @jest-environment jsdom */
import { AServer, done } from '@/testing/a-server';
import { ask, call } from './call';
import { keyOf, queryClient } from './query-client';
import { askAhead, asked } from './useAsk';

let server: AServer;
let review = 0;
const id = () => `review-${review}`;
beforeEach(() => {
  server = new AServer();
  review++;
});
const work = (no: number, state: string) => ({ ok: true, work: { no, state }, rests: ['classification', 'each-work'] });
const known = (query: string, input: object) =>
  queryClient.getQueryData(keyOf(id(), query, input)) as { work?: { state: string } } | undefined;

async function knowsWork(no: number, state: string) {
  const wanted = asked(id(), 'work', { no });
  (await server.arrived('ask/work')).answer(work(no, state));
  return wanted;
}

test('what was asked once is known, and is asked again when something that it rests on has changed', async () => {
  await knowsWork(1, 'undecided');
  expect(await asked(id(), 'work', { no: 1 })).toMatchObject({ work: { state: 'undecided' } });
  expect(server.came).toEqual(['ask/work']);

  const ruling = call(id(), 'undo-ruling', { seq: 1 });
  (await server.arrived('do/undo-ruling')).answer(done({}, { stale: ['classification'] }));
  expect(await ruling).toMatchObject({ ok: true });
  const again = asked(id(), 'work', { no: 1 });
  (await server.arrived('ask/work')).answer(work(1, 'kept'));
  expect(await again).toMatchObject({ work: { state: 'kept' } });
});

test('what rests on something else stays known', async () => {
  await knowsWork(1, 'undecided');
  const saved = call(id(), 'save-stages', { twoStages: true });
  (await server.arrived('do/save-stages')).answer(done({}, { stale: ['write-up'] }));
  await saved;
  expect(await asked(id(), 'work', { no: 1 })).toMatchObject({ work: { state: 'undecided' } });
  expect(server.came).toEqual(['ask/work', 'do/save-stages']);
});

test('another review’s change is nothing to this one', async () => {
  await knowsWork(1, 'undecided');
  const saved = call('another', 'undo-ruling', { seq: 1 });
  (await server.arrived('do/undo-ruling')).answer(done({}, { stale: ['classification'] }));
  await saved;
  await asked(id(), 'work', { no: 1 });
  expect(server.came.filter((c) => c === 'ask/work')).toHaveLength(1);
});

test('a command brings the answers that were asked for with it, and the figures: no second request', async () => {
  await knowsWork(1, 'undecided');
  const decided = call(id(), 'undo-ruling', { seq: 1 }, [{ ask: 'work', input: { no: 1 } }]);
  const request = await server.arrived('do/undo-ruling');
  expect(request.follows).toEqual([
    { ask: 'work', input: { no: 1 } },
    { ask: 'figures', input: {} },
  ]);
  request.answer(done({}, { stale: ['classification'], followed: [work(1, 'kept'), { ok: true, figures: { works: 7 }, rests: [] }] }));
  await decided;
  expect(known('work', { no: 1 })?.work?.state).toBe('kept');
  expect(known('figures', {})).toMatchObject({ figures: { works: 7 } });
  await asked(id(), 'work', { no: 1 });
  expect(server.came).toEqual(['ask/work', 'do/undo-ruling']);
});

test('a follow that failed beside a command leaves what was known, and is asked again', async () => {
  await knowsWork(1, 'undecided');
  const decided = call(id(), 'undo-ruling', { seq: 1 }, [{ ask: 'work', input: { no: 1 } }]);
  (await server.arrived('do/undo-ruling')).answer(
    done(
      {},
      {
        stale: ['classification'],
        followed: [
          { ok: false, code: 'fault', message: 'x' },
          { ok: true, figures: {}, rests: [] },
        ],
      },
    ),
  );
  await decided;
  const again = asked(id(), 'work', { no: 1 });
  (await server.arrived('ask/work')).answer(work(1, 'kept'));
  expect(await again).toMatchObject({ work: { state: 'kept' } });
});

test.each([
  ['the line is cut', (s: AServer) => s.next('do/save-stages')!.cut()],
  ['it is no JSON', (s: AServer) => s.next('do/save-stages')!.answer(null as never)],
])('when %s, a command is a refusal with a sentence, and never throws', async (_why, end) => {
  const saved = call(id(), 'save-stages', { twoStages: true });
  await server.arrived('do/save-stages');
  if (_why === 'it is no JSON') globalThis.fetch = (async () => ({ json: async () => JSON.parse('<html>') })) as unknown as typeof fetch;
  if (_why === 'the line is cut') {
    end(server);
    expect(await saved).toMatchObject({ ok: false, code: 'no-answer', message: expect.stringMatching(/did not answer/) });
  } else {
    expect(await call(id(), 'save-stages', { twoStages: true })).toMatchObject({ ok: false, code: 'no-answer' });
  }
});

test('a question that gets no answer does not say that nothing was changed', async () => {
  const asked = ask(id(), 'work', { no: 1 });
  (await server.arrived('ask/work')).cut();
  expect(await asked).toEqual({ ok: false, code: 'no-answer', message: 'The server did not answer. Try again.' });
});

test('a refusal changes nothing of what is known', async () => {
  await knowsWork(1, 'undecided');
  const saved = call(id(), 'undo-ruling', { seq: 1 });
  (await server.arrived('do/undo-ruling')).answer({ ok: false, code: 'not-standing', message: 'It was taken back already.' });
  expect(await saved).toMatchObject({ code: 'not-standing' });
  await asked(id(), 'work', { no: 1 });
  expect(server.came).toEqual(['ask/work', 'do/undo-ruling']);
});

test('work that was put into the queue has the jobs looked at again', async () => {
  const jobs = asked(id(), 'jobs', {});
  (await server.arrived('ask/jobs')).answer({ ok: true, jobs: [], rests: [] });
  await jobs;
  const merged = call(id(), 'merge-again', {});
  (await server.arrived('do/merge-again')).answer(done({}, { queued: true }));
  await merged;
  const again = asked(id(), 'jobs', {});
  (await server.arrived('ask/jobs')).answer({ ok: true, jobs: [{ id: 'a' }], rests: [] });
  expect(await again).toMatchObject({ jobs: [{ id: 'a' }] });
});

test('asking ahead asks once, and not for what is known', async () => {
  askAhead(id(), 'work', { no: 2 });
  askAhead(id(), 'work', { no: 2 });
  (await server.arrived('ask/work')).answer(work(2, 'undecided'));
  await new Promise((later) => setTimeout(later, 10));
  askAhead(id(), 'work', { no: 2 });
  expect(server.came).toEqual(['ask/work']);
});

test('a question that is too long for an address is sent as a body', async () => {
  const numbers = Array.from({ length: 400 }, (_, i) => 100_000 + i);
  const methods: (string | undefined)[] = [];
  globalThis.fetch = (async (_address: string, request?: RequestInit) => {
    methods.push(request?.method);
    return { json: async () => ({ ok: true, numbers: [], rests: [] }) };
  }) as unknown as typeof fetch;
  await ask(id(), 'order-works', { numbers, order: 'number', find: '' } as never);
  await ask(id(), 'order-works', { numbers: [1], order: 'number', find: '' } as never);
  expect(methods).toEqual(['POST', undefined]);
});
