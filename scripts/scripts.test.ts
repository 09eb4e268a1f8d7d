import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { Client } from 'pg';
import { checkOwnDatabase, findPostgres, freePort } from './postgres.mjs';
import { Advice, hashFiles, ROOT, run } from './system.mjs';

const url = (change: (u: URL) => void) => {
  const own = new URL(process.env.DATABASE_URL!);
  change(own);
  return own.href;
};
const refusal = async (address: string): Promise<string> => {
  const error = await checkOwnDatabase(address).then(
    () => null,
    (e: unknown) => e,
  );
  expect(error).toBeInstanceOf(Advice);
  return (error as Error).message;
};

test('a database of one’s own that can be used is let pass', async () => {
  await expect(checkOwnDatabase(process.env.DATABASE_URL!)).resolves.toBeUndefined();
});
test.each([
  ['what is no address', () => 'me@server', /not an address like postgresql:/],
  ['a server that does not answer', () => url((u) => Object.assign(u, { port: '1' })), /ECONNREFUSED.*127\.0\.0\.1:1/],
  [
    'a database that is not there',
    () => url((u) => Object.assign(u, { pathname: '/nowhere' })),
    /"nowhere" does not exist.*Create it first/,
  ],
  [
    'a user who is not there, without printing the password',
    () => url((u) => Object.assign(u, { username: 'nobody', password: 'secret' })),
    /^(?!.*secret).*(?:"nobody" does not exist|authentication failed for user "nobody")/s,
  ],
])('says what is wrong with %s', async (_, address, words) => expect(await refusal(address())).toMatch(words));

test('a user who may not make schemas is told so', async () => {
  const admin = new Client({ connectionString: process.env.DATABASE_URL! });
  await admin.connect();
  const guest = `guest_${process.pid}`;
  try {
    await admin.query(`create role ${guest} login password 'guest'`);
    expect(await refusal(url((u) => Object.assign(u, { username: guest, password: 'guest' })))).toMatch(`${guest} may not make schemas`);
  } finally {
    await admin.query(`drop role if exists ${guest}`);
    await admin.end();
  }
});

test('a port in use is passed over', async () => {
  const server = createServer();
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const taken = (server.address() as { port: number }).port;
  expect(await freePort(taken)).toBeGreaterThan(taken);
  server.close();
});

test('the build is made anew when a source changes, is added or renamed', () => {
  mkdirSync(join(ROOT, '.data'), { recursive: true });
  const folder = mkdtempSync(join(ROOT, '.data', 'hash-'));
  const hash = () => hashFiles([folder, join(ROOT, 'package.json')]);
  const seen = new Set([hash()]);
  for (const [name, text] of [
    ['a.ts', '1'],
    ['a.ts', '2'],
    ['b.ts', '2'],
  ] as const) {
    writeFileSync(join(folder, name), text);
    seen.add(hash());
  }
  expect(seen.size).toBe(4);
  expect(hash()).toBe(hash());
  rmSync(folder, { recursive: true });
});

test('a command that fails says what it printed', () => {
  expect(() => run(process.execPath, ['-e', 'console.error("why it failed"); process.exit(3)'])).toThrow(/why it failed/);
  expect(run(process.execPath, ['-e', 'console.log("fine")'])).toBe('fine\n');
  expect(findPostgres()).toMatch(/^\/usr\/lib\/postgresql\/\d+\/bin$/);
});
