import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { jest } from '@jest/globals';
import Provider from 'oidc-provider';
import { PersonCredential, PersonRow } from '@/platform/db/schema';
import { openTestDatabase, type TestDatabase } from '@/testing/database';
import { auth } from './auth';
import { personOf } from './person';
import { closeSignInPool } from './pool';

/** A small provider of an institution's sign-on, on loopback: whoever comes is let in as whom the test says. */
let provider: Server;
let db: TestDatabase;
let claims: Record<string, unknown> = {};
const PLACE = 'http://127.0.0.1:3999';

beforeAll(async () => {
  // It says at length that it is for a test, which it is.
  for (const level of ['warn', 'info'] as const) jest.spyOn(console, level).mockImplementation(() => {});
  db = await openTestDatabase();
  provider = createServer();
  await new Promise<void>((ready) => provider.listen(0, '127.0.0.1', ready));
  const issuer = `http://127.0.0.1:${(provider.address() as AddressInfo).port}`;
  const oidc = new Provider(issuer, {
    clients: [{ client_id: 'sieve', client_secret: 'only-for-this-test', redirect_uris: [`${PLACE}/api/people/callback/institution`] }],
    claims: { openid: ['sub'], profile: ['name'], email: ['email', 'email_verified'] },
    conformIdTokenClaims: false,
    findAccount: (_ctx: unknown, sub: string) => ({ accountId: sub, claims: () => ({ sub, ...claims }) }),
    features: { devInteractions: { enabled: false } },
    interactions: { url: (_ctx: unknown, { uid }: { uid: string }) => `/interaction/${uid}` },
    cookies: { keys: ['of this test'] },
    jwks: undefined,
  } as never);
  const answer = oidc.callback();
  provider.on('request', async (request, response) => {
    if (!request.url?.startsWith('/interaction/')) return answer(request, response);
    const { prompt, params, grantId } = await oidc.interactionDetails(request, response);
    if (prompt.name === 'login') return oidc.interactionFinished(request, response, { login: { accountId: String(claims.sub) } });
    const grant = grantId
      ? (await oidc.Grant.find(grantId))!
      : new oidc.Grant({ accountId: String(claims.sub), clientId: String(params.client_id) });
    grant.addOIDCScope(String(params.scope));
    return oidc.interactionFinished(request, response, { consent: { grantId: await grant.save() } }, { mergeWithLastSubmission: true });
  });
  Object.assign(process.env, { PUBLIC_URL: PLACE, OIDC_ISSUER: issuer, OIDC_CLIENT_ID: 'sieve', OIDC_CLIENT_SECRET: 'only-for-this-test' });
});
afterAll(async () => {
  for (const name of ['PUBLIC_URL', 'OIDC_ISSUER', 'OIDC_CLIENT_ID', 'OIDC_CLIENT_SECRET']) delete process.env[name];
  provider.closeAllConnections();
  provider.close();
  await closeSignInPool();
  await db.close();
});

/** A browser that keeps cookies of both places and follows where it is sent, until it is back with us. */
async function signOn(): Promise<{ cookie: string; to: string }> {
  const ours = new Map<string, string>();
  const theirs = new Map<string, string>();
  const keep = (jar: Map<string, string>, headers: Headers) => {
    for (const line of headers.getSetCookie()) {
      const [name, value] = line.split(';')[0]!.split(/=(.*)/s) as [string, string];
      jar.set(name, value);
    }
  };
  const cookie = (jar: Map<string, string>) => [...jar].map(([n, v]) => `${n}=${v}`).join('; ');
  const library = await auth();
  const begun = await library.handler(
    new Request(`${PLACE}/api/people/sign-in/social`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: PLACE },
      body: JSON.stringify({ provider: 'institution', callbackURL: '/', errorCallbackURL: '/sign-in?failed=1' }),
    }),
  );
  keep(ours, begun.headers);
  let at = ((await begun.json()) as { url: string }).url;
  for (let hops = 0; hops < 12 && !at.startsWith(PLACE); hops++) {
    const answer = await fetch(at, { redirect: 'manual', headers: { cookie: cookie(theirs) } });
    keep(theirs, answer.headers);
    const next = answer.headers.get('location');
    if (!next) throw new Error(`The provider answered ${answer.status}: ${(await answer.text()).slice(0, 400)}`);
    at = new URL(next, at).href;
  }
  const back = await library.handler(new Request(at, { headers: { cookie: cookie(ours) } }));
  keep(ours, back.headers);
  return { cookie: cookie(ours), to: back.headers.get('location') ?? '' };
}

test('who comes from the institution for the first time has an account, and nothing of what it told beyond name and e-mail', async () => {
  claims = {
    sub: 'u-17',
    name: 'Wilma Tarn',
    email: 'wilma@institute.example',
    email_verified: true,
    picture: 'http://127.0.0.1/face.png',
  };
  const { cookie, to } = await signOn();
  expect(to).not.toContain('failed');
  const { em } = db.context();
  expect(await personOf(new Headers({ cookie }), async () => em)).toMatchObject({ name: 'Wilma Tarn', administrator: false });
  expect(await em.findOneOrFail(PersonRow, { email: 'wilma@institute.example' })).toMatchObject({ image: null, administrator: false });
  const credentials = await em.find(PersonCredential, {});
  expect(credentials).toMatchObject([
    { providerId: 'institution', accountId: 'u-17', password: null, accessToken: null, idToken: null, scope: null },
  ]);
});

test('coming again one is the same person, whatever the name is now', async () => {
  claims = { ...claims, name: 'Wilma Tarn-Beck' };
  const { cookie } = await signOn();
  expect(await personOf(new Headers({ cookie }), async () => db.context().em)).toMatchObject({ name: 'Wilma Tarn' });
  expect(await db.context().em.count(PersonRow, {})).toBe(1);
});

test('an e-mail that the institution has not proved takes over nobody’s account', async () => {
  const { em, now } = db.context();
  em.create(PersonRow, { id: crypto.randomUUID(), name: 'Hob', email: 'hob@institute.example', createdAt: now(), updatedAt: now() });
  await em.flush();
  claims = { sub: 'u-18', name: 'Somebody', email: 'hob@institute.example', email_verified: false };
  const { cookie, to } = await signOn();
  expect(to).toContain('failed');
  expect((await personOf(new Headers({ cookie }), async () => db.context().em)).admitted).toBe(false);
});
