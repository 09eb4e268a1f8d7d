/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { AServer } from '@/testing/a-server';
import { said } from '@/testing/doubles/sonner';
import type { AuditView } from '../queries/audit';
import { useWhole } from './useWholeAudit';

let server: AServer;
beforeEach(() => {
  server = new AServer();
  said.length = 0;
});
const given = (...ids: string[]) => ({ lines: ids.map((id) => ({ id, leaks: null })), spot: null, version: 3 }) as unknown as AuditView;
const open = (first: AuditView) => renderHook(({ view }) => useWhole('r', view), { initialProps: { view: first } });
const told = (...ids: string[]) => ({
  ok: true,
  uneven: Object.fromEntries(ids.map((id) => [id, { leaks: [{ where: `Vellmora, ${id}`, works: 3 }] }])),
});

test('lines say what the databases did once that is there, each its own', async () => {
  const view = given('design', 'date');
  const hook = open(view);
  expect(hook.result.current).toBe(view);
  await act(async () => server.next('ask/audit-unevenness')!.answer(told('date')));
  expect(hook.result.current.lines).toEqual([
    { id: 'design', leaks: null },
    { id: 'date', leaks: [{ where: 'Vellmora, date', works: 3 }] },
  ]);
});

test('what was told of an earlier page is not said of a later one, whichever answer comes first', async () => {
  const hook = open(given('date'));
  const [early] = server.waiting;
  const later = given('date', 'design');
  hook.rerender({ view: later });
  expect(server.waiting).toHaveLength(2);
  await act(async () => early!.answer(told('date')));
  expect(hook.result.current).toBe(later);
  await act(async () => server.waiting[0]!.answer(told('design')));
  expect(hook.result.current.lines.map((l) => l.leaks?.[0]?.where)).toEqual([undefined, 'Vellmora, design']);
});

test('a refusal and a server that does not answer are said, and the page stays as it was given', async () => {
  const view = given('date');
  const hook = open(view);
  await act(async () => server.waiting[0]!.answer({ ok: false, code: 'too-soon', message: 'The works are not classified yet.' }));
  hook.rerender({ view: given('date') });
  await act(async () => server.waiting[0]!.cut());
  expect(said).toEqual([
    'error: The works are not classified yet.',
    'error: What the databases did could not be read: the server did not answer. Reload the page.',
  ]);
});

test('a page that was left hears nothing any more', async () => {
  const hook = open(given('date'));
  const [asked] = server.waiting;
  hook.unmount();
  await act(async () => asked!.cut());
  expect(said).toEqual([]);
});
