import { expect, type Page } from '@playwright/test';
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
