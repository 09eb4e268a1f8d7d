import { type APIResponse, expect } from '@playwright/test';
import { openDemo, workOf } from './helpers';
import { test } from './test';

const json = async (response: APIResponse) => [response.status(), (await response.json()).code];

test('requests that did not come from our pages are refused', async ({ page }) => {
  const id = await openDemo(page, 'question');
  const decide = `/api/reviews/${id}/do/decide`;
  const data = { workNo: 1, verdict: 'keep', reasonCode: '', grounds: '', seenSeq: 0 };
  const history = async () => (await workOf(page, id, 1)).history;
  const before = await history();
  for (const origin of ['http://elsewhere.test', 'null', 'not an address'])
    expect(await json(await page.request.post(decide, { data, headers: { origin } }))).toEqual([403, 'not-ours']);
  const asForm = { headers: { 'content-type': 'text/plain' }, data: JSON.stringify(data) };
  expect(await json(await page.request.post(decide, asForm))).toEqual([403, 'not-ours']);
  expect(await history()).toEqual(before);
});

test('what makes no sense is refused in words, never with a fault', async ({ page }) => {
  const id = await openDemo(page, 'question');
  const verb = async (name: string, data: unknown) => json(await page.request.post(`/api/reviews/${id}/do/${name}`, { data }));
  expect(await verb('decide', { workNo: 'one' })).toEqual([422, 'bad-input']);
  expect(await verb('decide', { workNo: 999_999, verdict: 'keep', reasonCode: '', grounds: '', seenSeq: 0 })).toEqual([404, 'no-work']);
  expect(await verb('save-sieve', { sieve: [{ id: 'a' }], seenEdit: 0 })).toEqual([422, 'bad-input']);
  expect(await verb('toString', {})).toEqual([404, 'not-found']);
  for (const path of ['ask/work?input={"no":999999}', 'ask/nothing', 'export/exe', 'rejected?file=1', '../none/columns']) {
    expect([path, (await page.request.get(`/api/reviews/${id}/${path}`)).status()]).toEqual([path, 404]);
  }
  const strange = await page.request.get(`/api/reviews/${id}/ask/work?input={"no":"one"}`);
  expect(await json(strange)).toEqual([422, 'bad-input']);
  expect(await json(await page.request.put(`/api/reviews/${id}/files?database=none&name=a.ris`, { data: 'TY  - JOUR' }))).toEqual([
    404,
    'no-database',
  ]);
});

test('every answer carries the policy that keeps scripts and requests at home', async ({ page }) => {
  const id = await openDemo(page, 'question');
  for (const path of ['/', `/reviews/${id}/sieve`, `/api/reviews/${id}/ask/figures`]) {
    const headers = (await page.request.get(path)).headers();
    expect(headers['content-security-policy']).toContain("default-src 'self'");
    expect(headers['content-security-policy']).toContain("connect-src 'self'");
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['x-powered-by']).toBeUndefined();
  }
});

test('whoever looks after the application is told how it is', async ({ page }) => {
  const health = await page.request.get('/health');
  expect([health.status(), await health.json()]).toEqual([200, expect.objectContaining({ ok: true })]);
  const metrics = await page.request.get('/metrics');
  expect(metrics.headers()['content-type']).toContain('text/plain');
  expect(await metrics.text()).toMatch(/^narrow_sieve_jobs\{server="home",state="queued"\} \d+$/m);
});
