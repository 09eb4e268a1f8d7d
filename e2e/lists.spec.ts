import { expect } from '@playwright/test';
import { addDatabase, choose, createReview, fileOf, openDemo, watch, workOf } from './helpers';
import { test } from './test';

test('a list is walked, found in and sorted by keyboard, and what is open stands in the address', async ({ page }) => {
  await openDemo(page, 'sieve');
  await page
    .getByRole('button', { name: /left, all works$/ })
    .first()
    .click();
  const list = page.getByRole('table', { name: /^Retrieved and merged: / });
  const row = (n: number) => list.locator(`[aria-rowindex="${n}"]`);
  await row(2).getByRole('button').focus();
  for (let i = 0; i < 30; i++) {
    await page.keyboard.press('ArrowDown');
    await expect(row(3 + i).getByRole('button')).toBeFocused();
  }
  await expect(row(32).getByRole('button')).toBeInViewport();
  await page.keyboard.press('ArrowUp');
  await expect(row(31).getByRole('button')).toBeFocused();
  await page.keyboard.press('Enter');
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByRole('region', { name: 'Records' })).toBeVisible();
  const title = await sheet.getByRole('heading', { level: 2 }).first().textContent();
  // A reload comes back to the same list and the same work.
  await page.reload();
  await expect(sheet.getByRole('heading', { level: 2 }).first()).toHaveText(title!);
  await page.keyboard.press('Escape');
  await expect(sheet).toHaveCount(0);

  await page.getByLabel('Find in these titles and authors').fill('cohort');
  await expect(page.getByText(/^\d+ found$/)).toBeVisible();
  await expect(row(2)).toContainText(/cohort/i);
  await page.getByLabel('Find in these titles and authors').fill('');
  await expect(row(6)).toBeVisible();
  const titles = () => Promise.all([2, 3, 4, 5, 6].map(async (n) => (await row(n).getByRole('button').textContent())!.toLowerCase()));
  const unsorted = await titles();
  await list.getByRole('button', { name: 'Title' }).click();
  await expect(list.getByRole('columnheader', { name: 'Title' })).toHaveAttribute('aria-sort', 'ascending');
  // Sorted as the server sorts: by code point, capitals like small letters.
  await expect(async () => {
    const found = await titles();
    expect(found.some((t) => t.startsWith('work '))).toBe(false);
    expect(found).toEqual([...found].sort());
    expect(found).not.toEqual(unsorted);
  }).toPass({ timeout: 30_000 });
});

test('every figure of Classify opens as many works as it says', async ({ page }) => {
  await openDemo(page, 'classify');
  for (const name of [
    /^Peer review: ([1-9]\d*) several possible$/,
    /^Date open in Ostrane: ([1-9]\d*)$/,
    /^Publication type: ([1-9]\d*) several possible$/,
    /^Research article, settled: ([1-9]\d*)$/,
    /^[A-Z][a-z ]+, possible: ([1-9]\d*)$/,
  ]) {
    const figure = page.getByRole('button', { name }).first();
    const n = name.exec((await figure.getAttribute('aria-label'))!)![1];
    await figure.click();
    await expect(page.getByRole('table', { name: new RegExp(`: ${n}$`) })).toBeVisible();
  }
});

test('what is typed on Question is saved when the screen is left at once', async ({ page }) => {
  await createReview(page, 'Left in a hurry');
  await page.getByLabel('Population').fill('tilers in a hurry');
  await page
    .getByRole('navigation', { name: 'Stages of the review' })
    .getByRole('link', { name: /^Retrieve/ })
    .click();
  await expect(page.getByRole('heading', { name: 'No database yet' })).toBeVisible();
  await page.evaluate(() => sessionStorage.clear());
  await expect(async () => {
    await page.goto(page.url().replace('/retrieve', '/question'));
    await expect(page.getByLabel('Population')).toHaveValue('tilers in a hurry', { timeout: 500 });
  }).toPass({ timeout: 30_000 });
});

test('two tabs decide the same work: the second is told, shows what the first did, and adds nothing', async ({ page }) => {
  const id = await createReview(page, 'Two tabs');
  await page.goto(`/reviews/${id}/retrieve`);
  await addDatabase(page, 'Vellmora', 'VH');
  const entry = (title: string) => `TY  - JOUR\nTI  - ${title}\nAU  - Falk, I\nPY  - 2020\nER  - \n`;
  await page
    .getByLabel('Files from Vellmora', { exact: true })
    .setInputFiles(fileOf('two.ris', entry('Knee pads for tilers') + entry('Gel or foam under the knee')));
  await expect(page.getByRole('navigation').getByRole('link', { name: /^Merge/ })).toContainText('2');
  const other = await page.context().newPage();
  // The second is not told before it decides, too.
  await other.route(/\/pulse$/, () => {});
  for (const tab of [page, other]) {
    await tab.goto(`/reviews/${id}/decide?work=1`);
    await expect(tab.getByLabel(/Grounds, drafted/)).not.toHaveValue('');
  }
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByText(/^Kept:/)).toBeVisible();
  await other.getByRole('button', { name: 'Wait', exact: true }).click();
  await expect(other.getByText(/Somebody else decided this work meanwhile/)).toBeVisible();
  await expect(other.getByRole('complementary')).toContainText('Kept');
  const verdicts = async (no: number) => (await workOf(page, id, no)).history.map((h) => h.verdict);
  expect(await verdicts(1)).toEqual(['keep']);
  // Nor can the second tab take back its own decision once the first has decided again.
  await other.goto(`/reviews/${id}/decide?work=2`);
  await other.getByRole('button', { name: 'Wait', exact: true }).click();
  await expect(other.getByText(/^Set to wait:/)).toBeVisible();
  await page.goto(`/reviews/${id}/decide?work=2`);
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByText(/^Kept:/)).toBeVisible();
  await other.keyboard.press('u');
  await expect(other.getByText(/Somebody else decided this work meanwhile/)).toBeVisible();
  expect(await verdicts(2)).toEqual(['keep', 'wait']);
});

test('a database profile is changed, and what it states is counted anew', async ({ page }) => {
  const problems = watch(page);
  const id = await createReview(page, 'A profile that changes');
  await page.goto(`/reviews/${id}/retrieve`);
  await addDatabase(page, 'Vellmora', 'VH');
  await page
    .getByLabel('Files from Vellmora', { exact: true })
    .setInputFiles(fileOf('one.ris', 'TY  - JOUR\nTI  - Knee pads: a randomised trial\nPY  - 2020\nSN  - 9990-1048\nER  - \n'));
  await expect(page.getByRole('navigation').getByRole('link', { name: /^Merge/ })).toContainText('1');
  const peer = async () => (await workOf(page, id, 1)).classification.axes.peerReview.status;
  expect(await peer()).toBe('narrowed');
  await page.getByRole('table', { name: 'What each database can limit by itself' }).getByRole('link', { name: 'Vellmora' }).click();
  await choose(page, 'Peer review: limiter', 'everything in it qualifies');
  await page.getByLabel(/Every journal in it is refereed/).check();
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
  await page.getByRole('link', { name: 'All databases and retrievals' }).click();
  await expect(page.getByText('all journals refereed')).toBeVisible();
  await expect.poll(peer).toBe('settled');
  expect(problems).toEqual([]);
});
