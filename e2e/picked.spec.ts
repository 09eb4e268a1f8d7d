import { expect } from '@playwright/test';
import { floors, stage } from './floors';
import { verb, watch } from './helpers';
import { test } from './test';

test('what is picked while the page is being asked for anew stays picked, be it the third pick since', async ({ page }) => {
  const problems = watch(page);
  const review = await floors(page, 'Knee pads: picked meanwhile');
  await verb(page, review, 'merge-again', {});
  // The page comes, with the address of when it was asked for, once all is picked.
  let asked = () => {};
  let pass = () => {};
  const asksAnew = new Promise<void>((done) => {
    asked = done;
  });
  const passed = new Promise<void>((done) => {
    pass = done;
  });
  let gone = false;
  let anew = 0;
  await page.route(/\/sieve\?.*_rsc=/, async (route) => {
    const goes = !gone && !route.request().headers()['next-router-prefetch'];
    gone ||= goes;
    if (goes || route.request().headers()['next-router-prefetch']) return route.continue();
    anew++;
    asked();
    await passed;
    await route.continue();
  });
  await stage(page, 'Sieve').click();
  await expect(page.getByText(/\d+ held/).first()).toBeVisible();
  await asksAnew;
  const first = page.url();
  for (const name of [/^Refereed The item/, /^Upper half of the ladder/, /^Last 10 years To the day/]) {
    await page.getByRole('button', { name: 'Add limiter' }).click();
    await page.getByRole('dialog').getByRole('button', { name }).click();
  }
  await expect(page.getByLabel('Years', { exact: true })).toBeVisible();
  // A page that is loaded afresh would have lost this.
  await page.evaluate(() => Object.assign(window, { isStill: true }));
  pass();
  // The address says what was picked last once the page has come, or was waited for.
  await expect.poll(() => page.url()).not.toBe(first);
  await expect.poll(() => anew).toBeGreaterThan(0);
  await page.getByLabel('Years', { exact: true }).fill('30');
  await expect(page.getByRole('row', { name: /Last 30 years/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Years', { exact: true })).toHaveValue('10');
  expect(await page.evaluate(() => 'isStill' in window)).toBe(true);
  expect(problems).toEqual([]);
});
