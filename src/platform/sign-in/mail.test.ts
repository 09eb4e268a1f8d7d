import type { AddressInfo } from 'node:net';
import { text } from 'node:stream/consumers';
import { SMTPServer } from 'smtp-server';
import { sendPasswordLink } from './mail';

/** A mail server of this test, which keeps what it is handed. */
const letters: { to: string[]; text: string }[] = [];
const sink = new SMTPServer({
  authOptional: true,
  disabledCommands: ['STARTTLS'],
  onData(stream, session, done) {
    void text(stream).then((content) => {
      letters.push({ to: session.envelope.rcptTo.map((r) => r.address), text: content.replace(/=\r\n/g, '').replace(/=3D/g, '=') });
      done();
    });
  },
});
beforeAll(async () => {
  await new Promise<void>((ready) => sink.listen(0, '127.0.0.1', ready));
});
afterAll(async () => {
  delete process.env.SMTP_URL;
  await new Promise<void>((closed) => sink.close(closed));
});

const wilma = { name: 'Wilma Tarn', email: 'wilma@institute.example' };
const link = 'https://sieve.example/link/abc';

test('without a mail server nothing is sent, and that is said: the link is handed over', async () => {
  expect(await sendPasswordLink(wilma, link)).toBe(false);
  expect(letters).toEqual([]);
});

test('with one, the link goes to the account it is for', async () => {
  process.env.SMTP_URL = `smtp://127.0.0.1:${(sink.server.address() as AddressInfo).port}`;
  expect(await sendPasswordLink(wilma, link)).toBe(true);
  expect(letters).toHaveLength(1);
  expect(letters[0]!.to).toEqual([wilma.email]);
  expect(letters[0]!.text).toContain(link);
});

test('one that is not there keeps nobody from handing the link over', async () => {
  process.env.SMTP_URL = 'smtp://127.0.0.1:1';
  expect(await sendPasswordLink(wilma, link)).toBe(false);
});
