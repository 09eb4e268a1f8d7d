import { expect } from '@playwright/test';
import { openDemo } from './helpers';
import { test } from './test';

test('Decide by keyboard alone', async ({ page }) => {
  await openDemo(page, 'decide');
  const title = page.getByRole('main').getByRole('heading', { level: 1 });
  const queue = page.getByRole('navigation', { name: 'Works to decide' });
  const current = queue.locator('[aria-current="true"]');
  const bar = page.getByRole('main').getByRole('status').last();
  const grounds = page.getByLabel(/Grounds, drafted/);
  await expect(grounds).not.toHaveValue('');
  const first = await title.textContent();
  /** Steps back through the queue, past works that were decided before. */
  const back = async (to: string) => {
    for (let i = 0; i < 40 && (await title.textContent()) !== to; i++) {
      const here = await title.textContent();
      await page.keyboard.press('p');
      await expect(title).not.toHaveText(here!);
    }
    await expect(title).toHaveText(to);
  };

  // The list of keys, and out again.
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('exclude; then the number of a reason');
  await page.keyboard.press('Escape');

  // Keep: the next one is there at once; then back to it, and the decision is taken back.
  await page.keyboard.press('a');
  await expect(title).not.toHaveText(first!);
  const second = await title.textContent();
  // The screen moves on before the server has answered; who leaves sooner is asked whether to.
  await expect(page.getByText(/^Kept:/).first()).toBeVisible();
  await openDemo(page, 'decide');
  await expect(title).toHaveText(second!);
  // The page is there before it hears keys: it hears them once it has drafted grounds.
  await expect(grounds).not.toHaveValue('');
  await back(first!);
  await expect(bar).toHaveText('Kept');
  await page.keyboard.press('u');
  await expect(bar).toHaveText('Undecided');
  await expect(page.getByRole('complementary')).toContainText('Taken back');

  // Undo reaches the decision made last, also from the work that came after it, and as quickly as one can press.
  await page.keyboard.press('a');
  await page.keyboard.press('u');
  await expect(title).toHaveText(first!);
  await expect(bar).toHaveText('Undecided');
  await expect(page.getByText(/^Taken back:/).first()).toBeVisible();

  // Edited grounds: letters typed are text, not keys; then excluded for the second reason, by its number.
  await page.keyboard.press('g');
  await expect(grounds).toBeFocused();
  await page.keyboard.type(' awd');
  await expect(grounds).toHaveValue(/ awd/);
  await page.keyboard.press('Escape');
  await page.keyboard.press('d');
  await expect(page.getByRole('dialog')).toContainText('Exclude for which reason?');
  await page.keyboard.press('2');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(title).toHaveText(second!);
  await back(first!);
  await expect(bar).toHaveText('Excluded');
  await expect(current).toContainText('intervention');
  await expect(grounds).toHaveValue(/ awd/);

  // Taken back, it still has the grounds that were written; the draft can be had again.
  await page.keyboard.press('u');
  await expect(bar).toHaveText('Undecided');
  await expect(grounds).toHaveValue(/ awd/);
  await page.getByRole('button', { name: 'Draft again' }).click();
  await expect(grounds).not.toHaveValue(/ awd/);
  await page.keyboard.press('d');
  await page.keyboard.press('2');
  await expect(title).toHaveText(second!);
  await expect(page.getByText(/^Excluded:/).first()).toBeVisible();
  await back(first!);

  // Wait, background, next; every claim in its sheet.
  await page.keyboard.press('n');
  await expect(title).not.toHaveText(first!);
  await openDemo(page, 'decide');
  await expect(title).toHaveText(second!);
  await expect(grounds).not.toHaveValue('');
  await page.keyboard.press('w');
  await expect(title).not.toHaveText(second!);
  await back(second!);
  await expect(current).toContainText('Waiting');
  await page.keyboard.press('e');
  await expect(page.getByRole('dialog')).toContainText('Every claim');
  await page.keyboard.press('Escape');
  await page.keyboard.press('m');
  await expect(page.locator('article mark')).toHaveCount(0);
});

test('Back goes from work to work; decisions are taken back after a reload, by a key of one’s own', async ({ page }) => {
  await openDemo(page, 'decide?show=open');
  const title = page.getByRole('main').getByRole('heading', { level: 1 });
  await expect(title).toBeVisible();
  // A marked title says more than the title.
  await page.keyboard.press('m');
  await expect(title.locator('mark')).toHaveCount(0);
  const seen: string[] = [];
  for (let i = 0; i < 3; i++) {
    await expect(title).not.toHaveText(seen.at(-1) ?? '');
    seen.push((await title.textContent())!);
    if (i === 2) break;
    const before = page.url();
    await page.keyboard.press('n');
    // The address follows a moment later, and each work is a step.
    await expect.poll(() => page.url()).not.toBe(before);
  }
  for (const work of [seen[1]!, seen[0]!]) {
    await page.goBack();
    await expect(title).toHaveText(work);
  }
  for (const work of [seen[0]!, seen[1]!]) {
    await expect(title).toHaveText(work);
    await page.keyboard.press('w');
    await expect(page.getByText(`Set to wait: ${work.slice(0, 70)}`).first()).toBeVisible();
  }
  await page.keyboard.press('?');
  await page.getByLabel(/^Key for: take back/).fill('z');
  await page.keyboard.press('Escape');
  await page.reload();
  await expect(page.getByRole('button', { name: 'Undo' })).toContainText('Z');
  for (const work of [seen[1]!, seen[0]!]) {
    await page.keyboard.press('z');
    await expect(page.getByText(`Taken back: ${work.slice(0, 70)}`).first()).toBeVisible();
  }
});

test('single keys can be switched off, and stay so', async ({ page }) => {
  await openDemo(page, 'decide');
  await expect(page.getByLabel(/Grounds, drafted/)).not.toHaveValue('');
  await page.getByRole('button', { name: 'Keys' }).click();
  await page.getByLabel('Single keys act on this screen').uncheck();
  await page.keyboard.press('Escape');
  const title = await page.getByRole('main').getByRole('heading', { level: 1 }).textContent();
  await page.keyboard.press('n');
  await page.reload();
  await page.keyboard.press('n');
  await expect(page.getByRole('main').getByRole('heading', { level: 1 })).toHaveText(title!);
});

test('the queue is filtered by kind of publication, and filters that fit nothing are cleared at once', async ({ page }) => {
  await openDemo(page, 'decide');
  await page.getByRole('button', { name: 'Filters' }).click();
  await page.getByRole('combobox', { name: 'every publication type' }).click();
  const option = page.getByRole('option', { name: /^Systematic review \(/ });
  const works = /\((\d+)\)/.exec((await option.textContent())!)![1];
  await option.click();
  await expect(page.getByText(new RegExp(`^${works} of \\d+ shown$`))).toBeVisible();
  await page.getByLabel('Find in titles, authors and abstracts').fill('zeppelin');
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await expect(page.getByText('No work fits these filters.')).toBeVisible();
  await page.getByRole('button', { name: 'Clear the filters' }).click();
  await expect(page.getByText('No work fits these filters.')).toHaveCount(0);
  expect(new URL(page.url()).search).not.toContain('publication');
});
