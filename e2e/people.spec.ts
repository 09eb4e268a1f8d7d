import { createHmac } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { expect } from '@playwright/test';
import { DEMO_PEOPLE } from '../demo/people';
import { choose, createReview, watch } from './helpers';
import { placeOf, test } from './test';

const PASSWORD = 'a lantern for nine geese';

/** The code that a device shows now. @source RFC 6238 and RFC 4226 */
function totp(base32: string, at = Date.now()): string {
  const letters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567';
  const bits = [...base32.replace(/=+$/, '')].map((c) => letters.indexOf(c).toString(2).padStart(5, '0')).join('');
  const key = Buffer.from((bits.match(/.{8}/g) ?? []).map((b) => Number.parseInt(b, 2)));
  const counter = Buffer.alloc(8);
  counter.writeBigUInt64BE(BigInt(Math.floor(at / 30_000)));
  const mac = createHmac('sha1', key).update(counter).digest();
  const offset = mac[19]! & 15;
  return String((mac.readUInt32BE(offset) & 0x7fffffff) % 1_000_000).padStart(6, '0');
}

test('codes of a device are those of the published examples', () => {
  // RFC 6238, appendix B: the secret "12345678901234567890", the last six of eight digits.
  const secret = 'GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ';
  expect([59, 1111111109, 2000000000].map((s) => totp(secret, s * 1000))).toEqual(['287082', '081804', '279037']);
});

test('who is not signed in is asked to, and comes back; another’s review is not there', async ({ page, someoneElse }) => {
  const id = await createReview(page, 'A review of one');
  const other = await someoneElse();
  await other.goto(`/reviews/${id}/people`);
  await expect(other.getByRole('heading', { name: 'Who are you in this demo?' })).toBeVisible();
  expect((await other.request.get(`/api/reviews/${id}/ask/figures`)).status()).toBe(401);
  await other.getByRole('button', { name: /^J\. Osterlow/ }).click();
  await expect(other.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
  expect((await other.request.get(`/api/reviews/${id}/ask/figures`)).status()).toBe(404);
  await other.goto('/');
  await expect(other.getByRole('link', { name: /Bright light and day sleep/ })).toBeVisible();
  await expect(other.getByRole('link', { name: /A review of one/ })).toHaveCount(0);
});

test('somebody is invited, makes an account, works under a name, and is taken out again', async ({ page, someoneElse }) => {
  const problems = watch(page);
  const id = await createReview(page, 'Together');
  await page.getByRole('link', { name: 'Who works on this review' }).click();
  await expect(page.getByRole('row', { name: /M\. Okonjo \(you\)/ })).toBeVisible();
  await page.getByLabel('For whom').fill('Wren');
  await choose(page, 'As', 'Reader');
  await page.getByRole('button', { name: 'Make a link' }).click();
  const link = await page.getByRole('textbox', { name: 'The link' }).inputValue();
  await expect(page.getByRole('list', { name: 'Invitations that nobody used yet' })).toContainText('Wren');

  const wren = await someoneElse();
  await wren.goto(new URL(link).pathname);
  await expect(wren.getByText('To work on Together as a reader')).toBeVisible();
  await wren.getByLabel('Name').fill('W. Tarrowby');
  await wren.getByLabel('E-mail').fill('wren@example.org');
  await wren.getByLabel('Password').fill(PASSWORD);
  await wren.getByRole('button', { name: 'Make the account' }).click();
  await expect(wren.getByRole('heading', { name: 'The question' })).toBeVisible();
  await expect(wren.getByRole('link', { name: 'W. Tarrowby' })).toBeVisible();
  await expect(wren.getByText('You may read this review, and change nothing in it.')).toBeVisible();
  // A reader changes nothing, whatever is sent.
  const origin = new URL(wren.url()).origin;
  const refused = await wren.request.post(`/api/reviews/${id}/do/save-sieve`, { data: { sieve: [], seenEdit: 0 }, headers: { origin } });
  expect([refused.status(), (await refused.json()).code]).toEqual([403, 'not-allowed']);
  await wren.goto(new URL(link).pathname);
  await expect(wren.getByRole('heading', { name: 'This link leads nowhere any more' })).toBeVisible();

  await page.reload();
  await expect(page.getByRole('row', { name: /W\. Tarrowby/ })).toContainText('wren@example.org');
  await page.getByRole('button', { name: 'Take W. Tarrowby out of the review' }).click();
  await expect(page.getByRole('row', { name: /W\. Tarrowby/ })).toHaveCount(0);
  await wren.goto(`/reviews/${id}/question`);
  await expect(wren.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
  await page.goto(`/reviews/${id}/decide/ledger?kind=member`);
  await expect(page.getByRole('table')).toContainText('W. Tarrowby (reader) joined');
  expect(problems).toEqual([]);
});

test('an account: password, second factor, signed out everywhere, a new password by a link', async ({ someoneElse }) => {
  test.slow();
  const librarian = await someoneElse();
  await librarian.goto('/sign-in');
  await librarian.getByRole('button', { name: new RegExp(`^${DEMO_PEOPLE[2]!.name}`) }).click();
  await librarian.getByRole('link', { name: 'Accounts' }).click();
  await librarian.getByLabel('For whom').fill('Linnet');
  await librarian.getByRole('button', { name: 'Make a link' }).click();
  const link = await librarian.getByRole('textbox', { name: 'The link' }).inputValue();

  const linnet = await someoneElse();
  await linnet.goto(new URL(link).pathname);
  await linnet.getByLabel('Name').fill('L. Brackenhurst');
  await linnet.getByLabel('E-mail').fill('linnet@example.org');
  await linnet.getByLabel('Password').fill(PASSWORD);
  await linnet.getByRole('button', { name: 'Make the account' }).click();
  await linnet.getByRole('link', { name: 'L. Brackenhurst' }).click();
  await linnet.getByLabel('Your password').fill(PASSWORD);
  await linnet.getByRole('button', { name: 'Switch it on …' }).click();
  const secret = (await linnet.getByText(/^[A-Z2-7]{16,}$/).textContent())!;
  await linnet.getByLabel('The code it shows').fill(totp(secret));
  await linnet.getByRole('button', { name: 'Switch it on' }).click();
  await expect(linnet.getByText('It is on: besides the password')).toBeVisible();
  await linnet.getByRole('button', { name: 'Sign out everywhere' }).click();
  await expect(linnet.getByRole('heading', { name: 'Who are you in this demo?' })).toBeVisible();

  const signIn = async (password: string) => {
    await linnet.goto('/sign-in');
    await linnet.getByText('Somebody else, with an account').click();
    await linnet.getByLabel('E-mail').fill('Linnet@Example.org');
    await linnet.getByLabel('Password').fill(password);
    await linnet.getByRole('button', { name: 'Sign in' }).click();
  };
  await signIn('not the password');
  await expect(linnet.getByText('E-mail and password do not fit together.')).toBeVisible();
  await signIn(PASSWORD);
  await expect(linnet.getByRole('heading', { name: 'Your second factor' })).toBeVisible();
  await linnet.getByLabel('Code').fill('000000');
  await linnet.getByRole('button', { name: 'Go on' }).click();
  await expect(linnet.getByText('This code does not fit.')).toBeVisible();
  await linnet.getByLabel('Code').fill(totp(secret));
  await linnet.getByRole('button', { name: 'Go on' }).click();
  await expect(linnet.getByRole('heading', { name: 'Reviews' })).toBeVisible();

  await librarian.reload();
  await librarian.getByRole('button', { name: 'Link for a new password of L. Brackenhurst' }).click();
  const anew = await librarian.getByRole('textbox', { name: 'The link' }).inputValue();
  await linnet.goto(new URL(anew).pathname);
  await linnet.getByLabel('Password').fill(`${PASSWORD}, again`);
  await linnet.getByRole('button', { name: 'Set it' }).click();
  await expect(linnet.getByRole('heading', { name: 'Who are you in this demo?' })).toBeVisible();
  await signIn(`${PASSWORD}, again`);
  await expect(linnet.getByRole('heading', { name: 'Your second factor' })).toBeVisible();
});

/** Every page and route there is, by its file: its methods, and its address in a review. */
function addresses(id: string): { address: string; methods: string[]; page: boolean; review: boolean }[] {
  const values: Record<string, string> = {
    ...{
      id,
      no: '1',
      number: '1',
      tag: 'VH',
      file: id,
      query: 'figures',
      verb: 'decide',
      format: 'csv',
      pdf: id,
      form: 'requests.csv',
      search: id,
      what: 'tables.xlsx',
      word: 'x',
    },
    '...what': 'change-password',
  };
  const files = (readdirSync('src/app', { recursive: true }) as string[]).filter((f) => /(?:^|\/)(?:page\.tsx|route\.ts)$/.test(f));
  return files.map((file) => {
    const address = `/${dirname(file).replace(/^\.$/, '')}`.replace(/\[([^\]]+)\]/g, (_, name: string) => values[name]!);
    const text = readFileSync(join('src/app', file), 'utf8');
    const page = file.endsWith('page.tsx');
    const methods = page ? ['GET'] : [...text.matchAll(/^export const (GET|POST|PUT)\b/gm)].map((m) => m[1]!);
    return { address, methods, page, review: file.includes('[id]') };
  });
}

test('every page and route, asked by nobody and by somebody who has no part in the review', async ({ page, someoneElse }, info) => {
  const id = await createReview(page, 'Nobody else’s');
  const nobody = await someoneElse();
  const other = await someoneElse();
  await other.goto('/sign-in');
  await other.getByRole('button', { name: /^J\. Osterlow/ }).click();
  await expect(other.getByRole('heading', { name: 'Reviews' })).toBeVisible();
  const all = addresses(id);
  expect(all.length).toBeGreaterThan(60);
  const open = ['/sign-in', '/link/x', '/health', '/metrics', '/api/people/change-password', '/api/links/x'];
  for (const { address, methods, page: isPage, review } of all)
    for (const method of methods) {
      const sent = { method, ...(method === 'GET' ? {} : { data: {}, headers: { origin: placeOf(info.parallelIndex).url } }) };
      const asNobody = await nobody.request.fetch(address, sent);
      const told = isPage ? new URL(asNobody.url()).pathname : asNobody.status();
      const wanted = isPage ? '/sign-in' : 401;
      if (!open.includes(address)) expect([method, address, told]).toEqual([method, address, wanted]);
      if (!review) continue;
      expect([method, address, (await other.request.fetch(address, sent)).status()]).toEqual([method, address, 404]);
    }
  // What is answered to anybody says nothing of a review, and does nothing.
  expect(
    (await nobody.request.post('/api/people/change-password', { data: {}, headers: { origin: placeOf(info.parallelIndex).url } })).status(),
  ).toBe(401);
  expect((await nobody.request.post('/api/links/x', { data: {}, headers: { origin: placeOf(info.parallelIndex).url } })).status()).toBe(
    404,
  );
  // Of the library nothing else is answered.
  for (const path of ['sign-up/email', 'list-sessions', 'delete-user', 'change-email', 'get-session', 'reset-password'])
    expect([
      path,
      (await other.request.post(`/api/people/${path}`, { data: {}, headers: { origin: placeOf(info.parallelIndex).url } })).status(),
    ]).toEqual([path, 404]);
});

test('passwords are tried ten times, then one waits, whoever one is', async ({ someoneElse }, info) => {
  const nobody = await someoneElse();
  const headers = { origin: placeOf(info.parallelIndex).url };
  const tried = async (email: string) => {
    const answer = await nobody.request.post('/api/people/sign-in/email', { data: { email, password: 'perhaps this one' }, headers });
    return answer.status();
  };
  for (let i = 0; i < 10; i++) expect(await tried('nobody@example.org')).toBe(401);
  expect(await tried('Nobody@Example.org')).toBe(429);
  expect(await tried('somebody.else@example.org')).toBe(401);
});
