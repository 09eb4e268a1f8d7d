import { expect, type Locator, type Page } from '@playwright/test';
import { addDatabase, createReview, fileOf, watch } from './helpers';
import { test } from './test';

const entry = (title: string) => `TY  - JOUR\nTI  - ${title}\nAU  - Falk, Iben\nPY  - 2020\nT2  - Annals of Floors\nVL  - 3\nER  - \n\n`;
const HELD_MS = 3000;

/** A review in which two databases share a work, with that work open. */
async function openWork(page: Page, name: string) {
  const id = await createReview(page, name);
  await page.goto(`/reviews/${id}/retrieve`);
  for (const [database, tag] of [
    ['Vellmora', 'VH'],
    ['Ostrane', 'OF'],
  ] as const) {
    await addDatabase(page, database, tag);
    const file = fileOf(`${database}.ris`, entry('Cold air and grip strength in divers') + entry(`Mats of ${database}`));
    await page.getByLabel(`Files from ${database}`, { exact: true }).setInputFiles(file);
    await expect(page.getByRole('link', { name: `Records of ${database}.ris: 2` })).toBeVisible();
  }
  await page.goto(`/reviews/${id}/merge`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('4 records are 3 works');
  await page.getByRole('button', { name: /^Cold air and grip/ }).click();
  return page.getByRole('dialog');
}

for (const { what, held } of [
  { what: 'whether the work is done is answered when it is long done', held: /ask\/jobs/ },
  { what: 'pages come late, and two of them are wanted', held: /_rsc=/ },
])
  test(`a list follows a change of its work, and what was closed stays closed: ${what}`, async ({ page }) => {
    const problems = watch(page);
    const sheet = await openWork(page, `A slow line: ${what}`);
    await sheet.getByText(/^Where each field is from/).click();
    await sheet.getByRole('button', { name: 'Set title' }).click();
    await sheet.getByLabel('Title').fill('Cold air and the grip of divers');
    // A page that is loaded afresh would have lost this.
    await page.evaluate(() => Object.assign(window, { isStill: true }));
    await page.route(held, async (route) => {
      await new Promise((passed) => setTimeout(passed, HELD_MS));
      await route.continue();
    });
    await sheet.getByRole('button', { name: 'Save' }).click();
    await expect(sheet.getByRole('button', { name: 'Save' })).toHaveCount(0);
    await page.keyboard.press('Escape');
    await expect(sheet).toHaveCount(0);
    await expect(page.getByRole('button', { name: 'Cold air and the grip of divers' })).toBeVisible();
    await expect.poll(() => page.url()).not.toContain('work=');
    await expect(sheet).toHaveCount(0);
    expect(await page.evaluate(() => 'isStill' in window)).toBe(true);
    expect(problems).toEqual([]);
  });

for (const { when, follow } of [
  { when: 'before the page has come', follow: (link: Locator) => link.click() },
  {
    when: 'a moment after the page has come',
    follow: (link: Locator) =>
      link.evaluate(
        (a: HTMLElement) =>
          new Promise<void>((followed) => {
            const observer = new PerformanceObserver((list) => {
              if (!list.getEntries().some((entry) => entry.name.includes('_rsc='))) return;
              observer.disconnect();
              setTimeout(() => followed(a.click()), 70);
            });
            observer.observe({ type: 'resource' });
          }),
        null,
        { timeout: 30_000 },
      ),
  },
])
  test(`a link that is followed right after a sheet was closed leads on: ${when}`, async ({ page }) => {
    const problems = watch(page);
    const sheet = await openWork(page, `A slow line: a link ${when}`);
    await sheet.getByText(/^Where each field is from/).click();
    await sheet.getByRole('button', { name: 'Set title' }).click();
    await sheet.getByLabel('Title').fill('Cold air and the grip of divers');
    await page.evaluate(() => Object.assign(window, { isStill: true }));
    const asked = page.waitForRequest(/_rsc=/);
    await page.route(/_rsc=/, async (route) => {
      await new Promise((passed) => setTimeout(passed, HELD_MS));
      await route.continue();
    });
    await sheet.getByRole('button', { name: 'Save' }).click();
    await asked;
    await page.keyboard.press('Escape');
    await expect(sheet).toHaveCount(0);
    await follow(page.getByRole('link', { name: 'Works of Vellmora: 2' }));
    const list = page.getByRole('table', { name: 'Works of Vellmora: 2' });
    await expect(list).toContainText('Cold air and the grip of divers');
    await expect(list).toContainText('Mats of Vellmora');
    // Nothing that was still to come takes it away again.
    await page.waitForTimeout(2 * HELD_MS);
    await expect(list).toBeVisible();
    // The way back leads to the list, with the sheet closed.
    await page.goBack();
    await expect(page.getByRole('table', { name: /^Works of several records/ })).toBeVisible();
    await expect(sheet).toHaveCount(0);
    expect(await page.evaluate(() => 'isStill' in window)).toBe(true);
    expect(problems).toEqual([]);
  });
