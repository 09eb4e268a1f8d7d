/** @jest-environment jsdom */
import { act, renderHook, waitFor } from '@testing-library/react';
import { AServer } from '@/testing/a-server';
import { useDroppedPdfs } from './useDroppedPdfs';

const file = (name: string) => new File(['%PDF-1.4'], name);
const fit = { no: 4, doi: false, title: 'whole', authors: 0, name: false };

test('one after another: attached, refused, or asked of; a choice sends the same file to its work', async () => {
  const server = new AServer();
  const { result } = renderHook(() => useDroppedPdfs('review'));
  const states = () => result.current.dropped.map((d) => d.state);
  act(() => void result.current.add([file('a.pdf'), file('b.pdf'), file('c.pdf')]));
  await act(async () => (await server.arrived('pdfs')).answer({ ok: true, attachment: { workNo: 2 } }));
  // The next is sent when the one before was answered, so that a hundred of them do not come at once.
  await waitFor(() => expect(server.came).toHaveLength(2));
  await act(async () => (await server.arrived('pdfs')).answer({ ok: false, code: 'damaged', message: 'b.pdf: it is damaged.' }));
  await act(async () => (await server.arrived('pdfs')).answer({ ok: true, offered: [{ fit, title: 'Gloves' }] }));
  await waitFor(() => expect(states()).toEqual(['attached', 'refused', 'asked']));
  // The list names the file beside it.
  expect(result.current.dropped[1]).toMatchObject({ message: 'it is damaged.' });
  expect(result.current.dropped[2]).toMatchObject({ offered: [{ no: 4, title: 'Gloves', signs: 'its title' }] });
  act(() => void result.current.choose(2, 4));
  await act(async () => (await server.arrived('works/4/pdf')).answer({ ok: true, attachment: { workNo: 4 } }));
  await waitFor(() => expect(states()).toEqual(['attached', 'refused', 'attached']));
  act(() => void result.current.choose(1, null));
  expect(states()).toEqual(['attached', 'attached']);
  // What is added after something was left out is a file of its own.
  act(() => void result.current.add([file('d.pdf')]));
  expect(new Set(result.current.dropped.map((d) => d.id)).size).toBe(3);
});

test('without an answer the file is still here, to be sent again', async () => {
  const server = new AServer();
  const { result } = renderHook(() => useDroppedPdfs('review'));
  act(() => void result.current.add([file('a.pdf')]));
  await act(async () => (await server.arrived('pdfs')).cut());
  await waitFor(() =>
    expect(result.current.dropped[0]).toMatchObject({ state: 'refused', message: expect.stringMatching(/did not answer/) }),
  );
});
