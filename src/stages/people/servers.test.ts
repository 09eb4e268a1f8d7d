import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { Client } from 'pg';
import type { Context } from '@/platform/context';
import { emOfReview, forgetPlace, serverForNew, serverOf, writePlace } from '@/platform/db/directory';
import { isUnreachable } from '@/platform/db/faults';
import { moveReview } from '@/platform/db/move-review';
import { closeOrms, freshEm } from '@/platform/db/orm';
import { Job, Membership, PersonRow, Review } from '@/platform/db/schema';
import { servers } from '@/platform/db/servers';
import { closeQueue } from '@/platform/queue/queue';
import { signedIn } from '@/platform/sign-in/person';
import { STRANGER } from '@/platform/verbs/rights';
import { decideWork } from '@/stages/decide';
import { saveFullText } from '@/stages/decide/commands/save-full-text';
import { readBundle } from '@/stages/review/bundle/in-child';
import { writeBundle } from '@/stages/review/bundle/write';
import { deleteReview } from '@/stages/review/commands/delete-review';
import { listReviews } from '@/stages/review/queries/list-reviews';
import { runningStates } from '@/stages/review/queries/running';
import { workDetail } from '@/stages/works';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { said } from '@/testing/said';
import { invite } from './commands/invite';
import { closeOwn, peopleOfHouse } from './house';
import { linkView, takeLink } from './join';
import { keepPlace } from './place';
import { askMembers } from './queries/members-view';
import { makeAccount } from './store/accounts';

/** Two databases as two servers would hold them: "home", where people sign in, and "north". */
let home: TestDatabase;
let north: TestDatabase;
let northUrl: string;
const people: Record<string, { id: string; ctx(): Context }> = {};
const PASSWORD = 'three lamps in a row';
const GONE = 'There is no such review.';

beforeAll(async () => {
  north = await openTestDatabase();
  northUrl = process.env.DATABASE_URL!;
  process.env.DATABASE_URL = baseOf(northUrl);
  home = await openTestDatabase();
  process.env.REVIEW_DATABASES = `north=${northUrl}`;
  for (const name of ['Bo', 'Cy']) {
    const { em, now } = home.context();
    const id = (await makeAccount(em, now(), { name, email: `${name.toLowerCase()}@example.org`, password: PASSWORD }))!;
    people[name] = { id, ctx: () => ({ ...home.context(), person: signedIn(emOfReview, { id, name, administrator: false }) }) };
  }
});
afterAll(async () => {
  delete process.env.REVIEW_DATABASES;
  await closeQueue();
  await closeOrms();
  await home.close();
  await north.close();
});

/** The database that the tests of this process are cloned from. */
const baseOf = (url: string): string => Object.assign(new URL(url), { pathname: new URL(url).pathname.replace(/_\d+_\d+_\d+$/, '') }).href;
/** A request of somebody's about a review, as a route opens it. */
async function at(who: string, review: string): Promise<Context> {
  const ctx = people[who]!.ctx();
  await ctx.person.rightIn(review);
  return { ...ctx, em: await emOfReview(review) };
}

/** A review of Bo's in the north. */
async function inTheNorth(): Promise<string> {
  const { id } = await aReview({ ...people.Bo!.ctx(), em: await freshEm('north') });
  await writePlace(id, 'north');
  return id;
}

test('databases are named one by one, and what cannot be read is said', () => {
  expect(servers().map((s) => s.name)).toEqual(['home', 'north']);
  const given = process.env.REVIEW_DATABASES;
  for (const wrong of [
    'north',
    '=postgres://x/y',
    'North=postgres://x/y',
    'home=postgres://x/y',
    'a=postgres://x/y a=postgres://x/z',
    'a=http://x',
  ]) {
    process.env.REVIEW_DATABASES = wrong;
    expect(() => servers()).toThrow(/REVIEW_DATABASES: /);
  }
  process.env.REVIEW_DATABASES = given;
});

test('a review on another server is found by its directory, listed, and nobody’s business elsewhere', async () => {
  const id = await inTheNorth();
  expect(await serverOf(id)).toBe('north');
  expect((await said(askMembers(await at('Bo', id), id))).members).toMatchObject([{ name: 'Bo', role: 'owner' }]);
  await expect(askMembers(await at('Cy', id), id)).rejects.toThrow(GONE);
  expect((await listReviews(people.Bo!.ctx())).reviews.map((r) => r.id)).toContain(id);
  expect((await listReviews(people.Cy!.ctx())).reviews.map((r) => r.id)).not.toContain(id);
  // Who belongs to it stands there by name; whoever reads that database finds no way in.
  const [copied] = await north.context().em.execute('select name, administrator from person where id = ?', [people.Bo!.id]);
  expect(copied).toEqual({ name: 'Bo', administrator: false });
  expect(await north.context().em.execute('select 1 from person_credential')).toEqual([]);
});

test('a review that nobody wrote down is found and written down; one that is nowhere is not there', async () => {
  const { id } = await aReview({ ...people.Bo!.ctx(), em: await freshEm('north') });
  expect(await serverOf(id)).toBe('north');
  expect(await home.context().em.execute('select server from review_place where review = ?', [id])).toEqual([{ server: 'north' }]);
  expect(await serverOf(randomUUID())).toBeNull();
  expect(await people.Bo!.ctx().person.rightIn(randomUUID())).toBeNull();
});

test('an administrator who looks after a review without an owner elsewhere has a place in it', async () => {
  const { id } = await aReview({ ...north.context(), em: await freshEm('north') });
  const { em, now } = home.context();
  const admin = (await makeAccount(em, now(), { name: 'Ada', email: 'ada@example.org', password: PASSWORD, administrator: true }))!;
  const person = signedIn(emOfReview, { id: admin, name: 'Ada', administrator: true });
  expect(await person.rightIn(id)).toBe('manage');
  await keepPlace({ ...home.context(), person, em: await emOfReview(id) }, id, 'sieve', null);
  const { reviews } = await listReviews({ ...home.context(), person });
  expect(reviews.find((r) => r.id === id)).toMatchObject({ place: 'sieve', role: null });
  await expect(keepPlace({ ...home.context(), person, em: await freshEm('north') }, randomUUID(), 'sieve', null)).rejects.toThrow(GONE);
});

test('a link into a review elsewhere makes an account at home, and lets in once', async () => {
  const id = await inTheNorth();
  const { address } = await said(invite(await at('Bo', id), id, { role: 'reviewer', label: 'Di' }));
  const word = address.split('/link/')[1]!;
  const stranger = () => ({ ...home.context(), person: STRANGER });
  expect(await linkView(stranger(), word)).toMatchObject({ kind: 'review', title: 'Knee pads', role: 'reviewer' });
  const given = { name: 'Di', email: 'di@example.org', password: PASSWORD };
  expect(await takeLink(stranger(), word, { ...given, password: 'short' })).toMatchObject({ code: 'bad-input' });
  expect(await takeLink(stranger(), word, given)).toMatchObject({ ok: true, reviewId: id });
  expect(await takeLink(stranger(), word, given)).toMatchObject({ code: 'no-link' });
  const di = await home.context().em.findOneOrFail(PersonRow, { email: 'di@example.org' });
  expect(await north.context().em.count(Membership, { reviewId: id, personId: di.id })).toBe(1);
  const person = signedIn(emOfReview, { id: di.id, name: 'Di', administrator: false });
  expect(await person.rightIn(id)).toBe('decide');
  // The account is closed everywhere, or not at all.
  const ctx = { ...home.context(), person };
  expect((await peopleOfHouse(ctx)).find((p) => p.id === di.id)).toMatchObject({ reviews: 1 });
  expect(await closeOwn(ctx)).toMatchObject({ ok: true });
  expect(await north.context().em.count(Membership, { personId: di.id })).toBe(0);
  expect((await north.context().em.findOneOrFail(PersonRow, { id: di.id })).email).not.toContain('di@');
  expect(await closeOwn({ ...home.context(), person: people.Bo!.ctx().person })).toMatchObject({ code: 'last-owner' });
});

async function ask(url: string, sql: string, values: unknown[] = []): Promise<Record<string, unknown>[]> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query(sql, values)).rows;
  } finally {
    await client.end();
  }
}

/** All rows of a review, table by table, as text. */
async function rowsOf(url: string, review: string): Promise<Record<string, unknown[]>> {
  const tables = await ask(
    url,
    `select c.relname as name from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'review_id'
     where c.relnamespace = 'public'::regnamespace and c.relkind = 'r' order by 1`,
  );
  const found: Record<string, unknown[]> = {};
  for (const { name } of [{ name: 'review' }, ...tables]) {
    const rows = await ask(url, `select t::text as row from "${name}" t where ${name === 'review' ? 'id' : 'review_id'} = $1 order by 1`, [
      review,
    ]);
    if (rows.length) found[String(name)] = rows.map((r) => r.row);
  }
  return found;
}

test('a review moves with every row, and back; who had it open goes on', async () => {
  const homeUrl = process.env.DATABASE_URL!;
  const { id } = await aReview(people.Bo!.ctx());
  await importText(home, id, 'VH', ['Knees', 'Pads', 'Tiles'].map((t, i) => risEntry(i + 1, `${t} of tilers`)).join(''));
  const decide = async (no: number) => {
    const ctx = await at('Bo', id);
    const { seenSeq } = await workDetail(ctx, id, no);
    return decideWork(ctx, id, { workNo: no, verdict: 'keep', reasonCode: '', grounds: 'Fits.', seenSeq });
  };
  expect(await decide(1)).toMatchObject({ ok: true });
  const before = await rowsOf(homeUrl, id);
  expect(Object.keys(before)).toEqual(expect.arrayContaining(['review', 'record', 'decision', 'kept_piece', 'membership', 'job']));

  expect(await moveReview(id, 'north')).toBe(Object.values(before).flat().length);
  expect(await rowsOf(northUrl, id)).toEqual(before);
  expect(await rowsOf(homeUrl, id)).toEqual({});
  // The right of somebody who was there a moment ago, with what the process remembers of then.
  expect(await people.Bo!.ctx().person.rightIn(id)).toBe('manage');
  expect(await decide(2)).toMatchObject({ ok: true });
  await expect(moveReview(id, 'north')).rejects.toThrow('already');

  expect(await moveReview(id, 'home')).toBeGreaterThan(10);
  expect(await decide(3)).toMatchObject({ ok: true });
  expect((await listReviews(people.Bo!.ctx())).reviews.filter((r) => r.id === id)).toHaveLength(1);
  expect(await home.context().em.execute('select 1 from review_place where review = ?', [id])).toEqual([]);
  // What may never be changed may not be changed after the move either.
  await expect(home.context().em.execute('update decision set grounds = ? where review_id = ?', ['x', id])).rejects.toThrow(
    /never changed/,
  );
});

test('what is acknowledged while a review moves is where it moved to', async () => {
  const { id } = await aReview(people.Bo!.ctx());
  await importText(home, id, 'VH', [1, 2, 3].map((n) => risEntry(n, `Pads ${n} of tilers`)).join(''));
  const ctx = await at('Bo', id);
  const given = { workNo: 1, asked: '', promised: '', arrived: '', source: '' };
  let acknowledged = 0;
  const edit = async () => {
    const fields = { ...given, note: `Note ${acknowledged + 1}`, seenEdit: acknowledged };
    const answer = await saveFullText({ ...ctx, em: ctx.em.fork() }, id, fields);
    if (!answer.ok) throw new Error(answer.message);
    acknowledged++;
  };
  await edit();
  let gone = '';
  const moved = moveReview(id, 'north');
  for (let i = 0; i < 2000 && !gone; i++)
    await edit().catch((error: Error) => {
      gone = error.message;
    });
  await moved;
  expect(gone).toBe(GONE);
  expect(await ask(northUrl, 'select edit, note from full_text where review_id = $1', [id])).toEqual([
    { edit: acknowledged, note: `Note ${acknowledged}` },
  ]);
});

test('a copy that holds more than the review is taken away by nobody', async () => {
  const id = await inTheNorth();
  const [row] = await ask(northUrl, 'select * from review where id = $1', [id]);
  const url = process.env.DATABASE_URL!;
  await ask(url, 'insert into review select * from json_populate_record(null::review, $1)', [JSON.stringify(row)]);
  const line = 'insert into sieve_version select (json_populate_record(null::sieve_version, $1)).*';
  const version = { review_id: id, number: 1, limiters: [], note: '', basis: {}, person: 'Bo', at: new Date() };
  await ask(url, line, [JSON.stringify(version)]);
  await expect(moveReview(id, 'north')).rejects.toThrow('more of "sieve_version" (1, not 0)');
  await expect(moveReview(id, 'home')).rejects.toThrow('Nothing was taken away');
  expect(await serverOf(id)).toBe('north');
});

test('a bundle is taken in where there is room for it', async () => {
  const { id } = await aReview(people.Bo!.ctx());
  const taken = await readBundle('knees.zip', Readable.from([await buffer(await writeBundle(home.context(), id))]), 'north');
  expect(taken).toMatchObject({ ok: true, title: 'Knee pads' });
  expect(await serverOf((taken as { id: string }).id)).toBe('north');
});

test('a move that was broken off is begun anew: the copy that nobody is sent to goes', async () => {
  const id = await inTheNorth();
  const whole = await rowsOf(northUrl, id);
  const [row] = await ask(northUrl, 'select * from review where id = $1', [id]);
  const leaveCopy = () =>
    ask(process.env.DATABASE_URL!, 'insert into review select * from json_populate_record(null::review, $1)', [JSON.stringify(row)]);
  // As if it had ended when the copy was there, and nobody was told yet.
  await leaveCopy();
  expect(await serverOf(id)).toBe('north');
  await moveReview(id, 'home');
  expect(await rowsOf(process.env.DATABASE_URL!, id)).toEqual(whole);
  // And as if it had ended before the first was taken away.
  await moveReview(id, 'north');
  await leaveCopy();
  expect(await moveReview(id, 'north')).toBe(0);
  expect(await home.context().em.count(Review, { id })).toBe(0);
});

test('a review that is worked on, one that is not there, and a server that nobody named are not moved', async () => {
  const id = await inTheNorth();
  await north.context().em.insert(Job, {
    ...{ reviewId: id, id: randomUUID(), kind: 'reclassify', fileId: null, state: 'running', done: 0, total: 0, unit: 'records' },
    ...{ message: '', because: '', cancel: false, entries: 0, startedAt: null, attempts: 1, updatedAt: new Date() },
  } as never);
  await expect(moveReview(id, 'home')).rejects.toThrow('being worked on');
  expect(await serverOf(id)).toBe('north');
  await expect(moveReview(randomUUID(), 'north')).rejects.toThrow('no such review');
  await expect(moveReview(id, 'south')).rejects.toThrow('no database "south"');
});

test('a deleted review is forgotten by the directory too', async () => {
  const id = await inTheNorth();
  expect(await deleteReview(await at('Bo', id), id, { title: 'Knee pads' })).toMatchObject({ ok: true });
  expect(await home.context().em.execute('select 1 from review_place where review = ?', [id])).toEqual([]);
  expect(await serverOf(id)).toBeNull();
});

test('a server that does not answer takes only its own reviews with it', async () => {
  const { id } = await aReview(people.Bo!.ctx());
  const lost = randomUUID();
  process.env.REVIEW_DATABASES = 'away=postgres://nobody@127.0.0.1:1/nowhere';
  try {
    await writePlace(lost, 'away');
    const { reviews, silent } = await listReviews(people.Bo!.ctx());
    expect(reviews.map((r) => r.id)).toContain(id);
    expect(silent).toEqual(['away']);
    expect(await people.Bo!.ctx().person.rightIn(id)).toBe('manage');
    // "It is not there" would be a lie.
    const error = await people
      .Bo!.ctx()
      .person.rightIn(lost)
      .catch((e: unknown) => e);
    expect(isUnreachable(error)).toBe(true);
    expect(isUnreachable(await serverOf(randomUUID()).catch((e: unknown) => e))).toBe(true);
    expect(await serverForNew()).toBe('home');
    expect((await runningStates(home.context())).map((s) => [s.server, s.running !== null])).toEqual([
      ['home', true],
      ['away', false],
    ]);
  } finally {
    process.env.REVIEW_DATABASES = `north=${northUrl}`;
    await forgetPlace(lost);
  }
});

test('of servers with alike much on them a new review is put where the fewest are', async () => {
  const reviews = (db: TestDatabase) => db.context().em.count(Review);
  for (let i = 0; i < 20 && (await reviews(home)) <= (await reviews(north)); i++) await aReview(people.Bo!.ctx());
  expect(await serverForNew()).toBe('north');
  for (let i = 0; i < 20 && (await reviews(north)) <= (await reviews(home)); i++) await inTheNorth();
  expect(await serverForNew()).toBe('home');
});
