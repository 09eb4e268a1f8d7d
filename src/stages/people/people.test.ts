import { randomUUID } from 'node:crypto';
import type { Context } from '@/platform/context';
import { OneTimeLink, PersonCredential, PersonRow, PersonSession } from '@/platform/db/schema';
import { type Auth, auth } from '@/platform/sign-in/auth';
import { makeLink } from '@/platform/sign-in/links';
import { personOf, signedIn } from '@/platform/sign-in/person';
import { closeSignInPool } from '@/platform/sign-in/pool';
import { tooOften, wentWell } from '@/platform/sign-in/tries';
import { ANYBODY, STRANGER } from '@/platform/verbs/rights';
import { decideWork } from '@/stages/decide';
import { ledger, ledgerInput } from '@/stages/decide/queries/ledger';
import { listReviews } from '@/stages/review/queries/list-reviews';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { said } from '@/testing/said';
import { changeMember } from './commands/change-member';
import { invite } from './commands/invite';
import { withdrawInvitation } from './commands/withdraw-invitation';
import { changeHouse, closeOwn, HouseChange, peopleOfHouse } from './house';
import { linkView, takeLink } from './join';
import { alsoAt, keepPlace, placePath } from './place';
import { askMembers } from './queries/members-view';
import { makeAccount } from './store/accounts';

let db: TestDatabase;
let library: Auth;
/** People of this test, each as the context of their requests. */
const people: Record<string, { id: string; ctx(): Context }> = {};
const PASSWORD = 'four horses in the rain';

async function newPerson(name: string, administrator = false) {
  const ctx = db.context();
  const id = (await makeAccount(ctx.em, ctx.now(), {
    name,
    email: `${name.toLowerCase()}@example.org`,
    password: PASSWORD,
    administrator,
  }))!;
  people[name] = { id, ctx: () => ({ ...db.context(), person: signedIn(async () => db.context().em, { id, name, administrator }) }) };
}
const wordOf = (address: string): string => address.split('/link/')[1]!;
/** Signs in as a browser does. @returns the cookies, or null when it was refused */
async function cookiesOf(email: string, password: string): Promise<string | null> {
  const answer = await library.api.signInEmail({ body: { email, password }, asResponse: true });
  return answer.ok
    ? answer.headers
        .getSetCookie()
        .map((c) => c.split(';')[0])
        .join('; ')
    : null;
}
const whoIs = (cookie: string) => personOf(new Headers({ cookie }), async () => db.context().em);

beforeAll(async () => {
  db = await openTestDatabase();
  library = await auth();
  await newPerson('Ada', true);
  for (const name of ['Bo', 'Cy', 'Di']) await newPerson(name);
});
afterAll(async () => {
  await closeSignInPool();
  await db.close();
});

test('who signs in with the right password is known by their cookie, and nothing but name and e-mail is kept', async () => {
  expect(await cookiesOf('bo@example.org', 'four horses in the sun')).toBeNull();
  expect(await cookiesOf('nobody@example.org', PASSWORD)).toBeNull();
  const cookie = (await cookiesOf('BO@example.org', PASSWORD))!;
  expect(await whoIs(cookie)).toMatchObject({ id: people.Bo!.id, name: 'Bo', administrator: false, admitted: true });
  const { em } = db.context();
  const [kept] = await em.execute<{ password: string }[]>('select password from person_credential where person_id = ?', [people.Bo!.id]);
  expect(kept!.password).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
  const columns = await em.execute<{ column_name: string }[]>(
    `select column_name from information_schema.columns where table_name in ('person', 'person_session') and table_schema = 'public'`,
  );
  for (const { column_name: column } of columns) expect(column).not.toMatch(/phone|birth|locale/);
  expect(await em.execute(`select 1 from person_session where num_nonnulls(ip_address, user_agent) > 0`)).toEqual([]);
});

test('a cookie that was changed, made up, or signed out says nobody', async () => {
  const cookie = (await cookiesOf('bo@example.org', PASSWORD))!;
  expect(await whoIs(cookie.replace(/.{4}$/, 'AAAA'))).toBe(STRANGER);
  expect(await whoIs('narrow-sieve.session_token=made.up')).toBe(STRANGER);
  expect(await whoIs('')).toBe(STRANGER);
  await library.api.revokeSessions({ headers: new Headers({ cookie }) });
  expect(await whoIs(cookie)).toBe(STRANGER);
  expect(await db.context().em.count(PersonSession, { personId: people.Bo!.id })).toBe(0);
});

test('a review belongs to who makes it; to others it is not there', async () => {
  const { id } = await aReview(people.Bo!.ctx());
  expect((await said(askMembers(people.Bo!.ctx(), id))).members).toMatchObject([{ name: 'Bo', role: 'owner', email: 'bo@example.org' }]);
  await expect(askMembers(people.Cy!.ctx(), id)).rejects.toThrow('There is no such review.');
  // An administrator lets people in here, and reads nobody's review.
  await expect(askMembers(people.Ada!.ctx(), id)).rejects.toThrow('There is no such review.');
  expect((await listReviews(people.Cy!.ctx())).reviews.map((r) => r.id)).not.toContain(id);
  expect((await listReviews(people.Bo!.ctx())).reviews.map((r) => r.id)).toContain(id);
  expect(await listReviews({ ...db.context(), person: STRANGER })).toEqual({ reviews: [], silent: [] });
});

test('a review from before people signed in belongs to administrators, until it has an owner', async () => {
  const { id } = await aReview(db.context());
  expect((await listReviews(people.Ada!.ctx())).reviews.map((r) => r.id)).toContain(id);
  const { address } = await said(invite(people.Ada!.ctx(), id, { role: 'owner', label: 'Cy' }));
  expect(await takeLink(people.Cy!.ctx(), wordOf(address), {})).toMatchObject({ ok: true, reviewId: id });
  await expect(askMembers(people.Ada!.ctx(), id)).rejects.toThrow('There is no such review.');
});

test('links let in one person once, as what they say; withdrawn and old ones nobody', async () => {
  const { id } = await aReview(people.Bo!.ctx());
  const link = async (role: 'reviewer' | 'reader') =>
    wordOf((await said(invite(people.Bo!.ctx(), id, { role, label: 'Somebody' }))).address);
  const word = await link('reviewer');
  expect(await linkView(db.context(), word)).toEqual({ kind: 'review', label: 'Somebody', title: 'Knee pads', role: 'reviewer' });
  expect(
    await takeLink({ ...db.context(), person: STRANGER }, word, { name: 'Ed', email: 'ed@example.org', password: 'short' }),
  ).toMatchObject({
    ok: false,
    code: 'bad-input',
  });
  expect(
    await takeLink({ ...db.context(), person: STRANGER }, word, { name: 'Ed', email: 'CY@example.org', password: PASSWORD }),
  ).toMatchObject({
    code: 'email-taken',
  });
  // What went wrong did not use it up; two at once use it up once.
  const both = await Promise.all(
    ['ed', 'fi'].map((n) =>
      takeLink({ ...db.context(), person: STRANGER }, word, { name: n, email: `${n}@example.org`, password: PASSWORD }),
    ),
  );
  expect(both.filter((b) => b.ok)).toHaveLength(1);
  expect(both.find((b) => !b.ok)).toMatchObject({ code: 'no-link' });
  expect(await linkView(db.context(), word)).toBeNull();

  const unused = await link('reader');
  const { invitations } = await said(askMembers(people.Bo!.ctx(), id));
  expect(await withdrawInvitation(people.Bo!.ctx(), id, { invitation: invitations[0]!.invitation })).toMatchObject({ ok: true });
  expect(await takeLink(people.Cy!.ctx(), unused, {})).toMatchObject({ code: 'no-link' });
  const old = await link('reader');
  await db.context().em.nativeUpdate(OneTimeLink, { kind: 'review', usedAt: null }, { expiresAt: new Date(0) });
  expect(await takeLink(people.Cy!.ctx(), old, {})).toMatchObject({ code: 'no-link' });
  expect((await said(askMembers(people.Bo!.ctx(), id))).members.map((m) => m.role)).toEqual(['owner', 'reviewer']);
});

test('a link takes nothing away: an owner who opens one for readers stays an owner', async () => {
  const { id } = await aReview(people.Bo!.ctx());
  const { address } = await said(invite(people.Bo!.ctx(), id, { role: 'reader', label: 'Anybody' }));
  expect(await takeLink(people.Bo!.ctx(), wordOf(address), {})).toMatchObject({ ok: true });
  expect((await said(askMembers(people.Bo!.ctx(), id))).members.map((m) => m.role)).toEqual(['owner']);
});

test('what each role may do; who is taken out is out at once, and what they did stays theirs', async () => {
  const { id } = await aReview(people.Bo!.ctx());
  await importText(db, id, 'VH', risEntry(1, 'Pads for knees', 'PY  - 2021'), true);
  const { address } = await said(invite(people.Bo!.ctx(), id, { role: 'reader', label: 'Cy' }));
  await takeLink(people.Cy!.ctx(), wordOf(address), {});
  const decide = () => decideWork(people.Cy!.ctx(), id, { workNo: 1, verdict: 'keep', reasonCode: '', grounds: 'Read.', seenSeq: 0 });
  expect(await decide()).toMatchObject({ ok: false, code: 'not-allowed' });
  // Readers see names, no e-mails and no invitations.
  expect(await said(askMembers(people.Cy!.ctx(), id))).toMatchObject({
    right: 'read',
    members: [{ email: '' }, { email: '' }],
    invitations: [],
  });
  expect(await invite(people.Cy!.ctx(), id, { role: 'owner', label: 'Me' })).toMatchObject({ code: 'not-allowed' });
  await changeMember(people.Bo!.ctx(), id, { person: people.Cy!.id, role: 'reviewer' });
  expect(await decide()).toMatchObject({ ok: true });
  await changeMember(people.Bo!.ctx(), id, { person: people.Cy!.id, role: 'none' });
  await expect(decide()).rejects.toThrow('There is no such review.');
  const [decision] = await db
    .context()
    .em.execute<{ person: string; person_id: string }[]>('select person, person_id from decision where review_id = ?', [id]);
  expect(decision).toEqual({ person: 'Cy', person_id: people.Cy!.id });
  expect(await changeMember(people.Bo!.ctx(), id, { person: people.Bo!.id, role: 'reader' })).toMatchObject({ code: 'last-owner' });
  const lines = (await ledger(people.Bo!.ctx(), id, ledgerInput({ kind: 'member' }))).lines;
  expect(lines.map((l) => [l.person, l.what])).toEqual(expect.arrayContaining([['Cy', expect.stringContaining('Cy')]]));
});

test('a new password by a link: the old one and every browser are out', async () => {
  const cookie = (await cookiesOf('di@example.org', PASSWORD))!;
  const given = await changeHouse(people.Ada!.ctx(), { do: 'password-link', person: people.Di!.id });
  const word = wordOf((given as { address: string }).address);
  expect(await whoIs(cookie)).toMatchObject({ name: 'Di' });
  expect(await takeLink({ ...db.context(), person: STRANGER }, word, { password: 'nine dogs in the snow' })).toMatchObject({ ok: true });
  expect(await whoIs(cookie)).toBe(STRANGER);
  expect(await cookiesOf('di@example.org', PASSWORD)).toBeNull();
  expect(await cookiesOf('di@example.org', 'nine dogs in the snow')).not.toBeNull();
  expect(await takeLink({ ...db.context(), person: STRANGER }, word, { password: 'once more, please' })).toMatchObject({ code: 'no-link' });
});

test('a closed account is a name: no way in, no e-mail, no reviews; the last administrator and lone owners stay', async () => {
  // One of the demo's is nobody that could let others in, where no demo runs.
  const maker = db.context();
  await makeAccount(maker.em, maker.now(), { name: 'Demo', email: 'demo@example.org', password: null, administrator: true, demo: true });
  expect(await changeHouse(people.Ada!.ctx(), { do: 'close', person: people.Ada!.id })).toMatchObject({ code: 'last-administrator' });
  expect(await changeHouse(people.Ada!.ctx(), { do: 'close', person: people.Bo!.id })).toMatchObject({ code: 'last-owner' });
  expect(await closeOwn(people.Di!.ctx())).toMatchObject({ ok: true });
  expect(await cookiesOf('di@example.org', 'nine dogs in the snow')).toBeNull();
  const { em } = db.context();
  expect(await em.findOneOrFail(PersonRow, { id: people.Di!.id })).toMatchObject({ name: 'Di', email: expect.not.stringContaining('di@') });
  expect(await em.count(PersonCredential, { personId: people.Di!.id })).toBe(0);
  expect((await peopleOfHouse(people.Ada!.ctx())).find((p) => p.id === people.Di!.id)).toMatchObject({
    closed: true,
    email: '',
    reviews: 0,
  });
  expect(HouseChange.safeParse({ do: 'close', person: randomUUID(), more: 1 }).success).toBe(false);
  expect(await changeHouse(people.Ada!.ctx(), { do: 'close', person: randomUUID() })).toMatchObject({ code: 'no-person' });
});

test('the first account: a link for the administrator, used once', async () => {
  const ctx = db.context();
  const word = await makeLink(ctx.em, ctx.now(), { kind: 'administrator', label: 'the administrator', madeBy: null });
  const given = { name: 'Gil', email: 'gil@example.org', password: PASSWORD };
  expect(await takeLink({ ...db.context(), person: STRANGER }, word, given)).toMatchObject({
    ok: true,
    signIn: { email: 'gil@example.org' },
  });
  expect(await db.context().em.findOneOrFail(PersonRow, { email: 'gil@example.org' })).toMatchObject({ administrator: true });
});

test('passwords can be tried ten times in a quarter of an hour, from wherever; what went well starts anew', async () => {
  const who = `${randomUUID()}@example.org`;
  for (let i = 0; i < 10; i++) expect(await tooOften('sign-in of one', who)).toBeNull();
  expect(await tooOften('sign-in of one', who.toUpperCase())).toBeGreaterThan(800);
  await wentWell('sign-in of one', who);
  expect(await tooOften('sign-in of one', who)).toBeNull();
  // Neither an e-mail nor an address can be read from what is kept.
  const kept = await db.context().em.execute<{ key: string }[]>('select key from tried');
  for (const { key } of kept) expect(key).not.toContain('@');
});

test('programs of ours are nobody, and may do everything', async () => {
  expect(await ANYBODY.rightIn('any')).toBe('manage');
  const { id } = await aReview(db.context());
  expect((await said(askMembers(db.context(), id))).members).toEqual([]);
});

test('one goes on where one was, in each review, and nobody else’s place is kept for others', async () => {
  const { id } = await aReview(people.Bo!.ctx());
  const placeOf = async (who: string) => (await listReviews(people[who]!.ctx())).reviews.find((r) => r.id === id)?.place ?? null;
  expect(await placeOf('Bo')).toBeNull();
  await keepPlace(people.Bo!.ctx(), id, 'decide?show=open&work=3', 3);
  await keepPlace(people.Bo!.ctx(), id, 'sieve?limiter=peer', null);
  expect(await placeOf('Bo')).toBe('sieve?limiter=peer');
  expect(await placeOf('Ada')).toBeNull();
  for (const path of [
    'https://elsewhere.example/',
    '//elsewhere.example',
    '/decide',
    'decide#x',
    'javascript:alert(1)',
    `d${'x'.repeat(700)}`,
  ])
    expect([path, placePath.safeParse(path).success]).toEqual([path, false]);
});

test('who has the same work open is told to each other, and gone when they are not heard of', async () => {
  const { id } = await aReview(people.Bo!.ctx());
  const { address } = await said(invite(people.Bo!.ctx(), id, { role: 'reviewer', label: 'Cy' }));
  await takeLink(people.Cy!.ctx(), wordOf(address), {});
  await keepPlace(people.Bo!.ctx(), id, 'decide?work=3', 3);
  expect(await alsoAt(people.Cy!.ctx(), id, 3)).toEqual(['Bo']);
  expect(await alsoAt(people.Cy!.ctx(), id, 4)).toEqual([]);
  expect(await alsoAt(people.Bo!.ctx(), id, 3)).toEqual([]);
  const later = { ...people.Cy!.ctx(), now: () => new Date(Date.UTC(2030, 0, 1)) };
  expect(await alsoAt(later, id, 3)).toEqual([]);
});
