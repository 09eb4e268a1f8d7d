import { streamed } from './download';

async function* pieces(n: number, of: string, fault?: number) {
  for (let i = 0; i < n; i++) {
    if (i === fault) throw new Error('the database is gone');
    yield of;
  }
}
const HEADERS = { 'content-type': 'text/plain' };

test.each([
  [0, 'x'],
  [1, 'ä€😀'],
  [3, ''],
  [5000, 'ä€😀 and more of it '],
])('%i pieces of %j are sent as they are', async (n, of) => {
  const response = await streamed(pieces(n, of), HEADERS);
  expect(response.headers.get('content-type')).toBe('text/plain');
  expect(await response.text()).toBe(of.repeat(n));
});
test('what fails before anything was sent is a fault, as of any page', async () => {
  await expect(streamed(pieces(3, 'x', 0), HEADERS)).rejects.toThrow('the database is gone');
});
test('what fails later cuts the answer off, so that nobody takes it for whole', async () => {
  const response = await streamed(pieces(3, 'x', 2), HEADERS);
  await expect(response.text()).rejects.toThrow();
});
test('pieces are made as they are read', async () => {
  let made = 0;
  async function* endless() {
    for (;;) {
      made++;
      yield 'x'.repeat(10_000);
    }
  }
  const reader = (await streamed(endless(), HEADERS)).body!.getReader();
  await reader.read();
  expect(made).toBeLessThan(100);
  await reader.cancel();
});
