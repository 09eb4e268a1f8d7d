import { expect, type Locator, type Page, test } from '@playwright/test';
import type { WorkDetail } from '@/client/types';

/** The demo review of each worker's application, once it was looked for. */
const demos = new Map<string, string>();

/** Opens a review of the demo at a stage. */
export async function openDemo(page: Page, stage: string, title = /Bright light and day sleep/): Promise<string> {
  const key = `${test.info().parallelIndex} ${title}`;
  const known = demos.get(key);
  if (known) {
    await page.goto(`/reviews/${known}/${stage}`);
    return known;
  }
  await page.goto('/');
  // The first that there was: newer ones stand above it.
  const link = page.getByRole('link', { name: title }).last();
  const id = (await link.getAttribute('href'))!.split('/')[2]!;
  demos.set(key, id);
  await page.goto(`/reviews/${id}/${stage}`);
  return id;
}

/** Creates a review through its form and stands on its question. */
export async function createReview(page: Page, title: string): Promise<string> {
  await page.goto('/');
  await page.getByLabel('Title').fill(title);
  await page.getByLabel('Question in words').fill('Do knee pads lessen knee pain in people who lay tiles?');
  await page.getByRole('textbox', { name: 'As-of date' }).fill('2026-09-14');
  await page.getByRole('button', { name: 'Create the review' }).click();
  await expect(page.getByRole('heading', { name: 'The question' })).toBeVisible();
  return new URL(page.url()).pathname.split('/')[2]!;
}

export async function addDatabase(page: Page, name: string, tag: string, refereed = false) {
  await page.getByRole('button', { name: 'Add database' }).first().click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill(name);
  await dialog.getByLabel('Two-letter tag').fill(tag);
  if (refereed) await dialog.getByLabel(/Every journal in it is refereed/).check();
  await dialog.getByRole('button', { name: 'Add the database' }).click();
  await expect(page.getByRole('region', { name })).toBeVisible();
}

/** Chooses from a list that opens. */
export async function choose(page: Page, label: string | Locator, option: string | RegExp) {
  await (typeof label === 'string' ? page.getByRole('combobox', { name: label }) : label).click();
  await page.getByRole('option', { name: option, exact: typeof option === 'string' }).click();
}

export const fileOf = (name: string, content: string | Buffer) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(content) });

/** Fails on anything a page logs as an error, or requests from elsewhere. */
export function watch(page: Page): string[] {
  const problems: string[] = [];
  page.on('pageerror', (error) => problems.push(error.message));
  page.on(
    'console',
    (message) => message.type() === 'error' && !/status of 4(?:04|09|22)/.test(message.text()) && problems.push(message.text()),
  );
  page.on(
    'request',
    (request) => !/^(?:http:\/\/127\.0\.0\.1|blob:|data:)/.test(request.url()) && problems.push(`request to ${request.url()}`),
  );
  page.on('dialog', (dialog) => {
    problems.push(`a dialog opened: ${dialog.message()}`);
    void dialog.dismiss();
  });
  return problems;
}

/** What the server knows of a work: its detail, as a screen asks for it. */
export async function workOf(page: Page, review: string, no: number) {
  const answer = await page.request.get(`/api/reviews/${review}/ask/work?input=${JSON.stringify({ no })}`);
  return ((await answer.json()) as { work: WorkDetail }).work;
}

/** Has a command carried out as a screen would, for what a journey begins with. */
export async function verb(page: Page, review: string, name: string, data: unknown) {
  const headers = { origin: new URL(page.url()).origin };
  const answer = await page.request.post(`/api/reviews/${review}/do/${name}`, { data, headers });
  expect(await answer.text()).toContain('"ok":true');
}
