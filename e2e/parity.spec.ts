import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { openDemo, verb, watch } from './helpers';
import { test } from './test';

const cell = (page: Page, limiter: string, database: string) =>
  page.getByRole('table', { name: /applied evenly/ }).getByRole('button', { name: new RegExp(`^${limiter} in ${database}:`) });
const panel = (page: Page) => page.getByRole('complementary', { name: 'The picked cell' });

/** One ruling on the works of a cell that are open in the same way. */
async function rule(page: Page, words: RegExp, value: string, reason: string) {
  await panel(page).getByRole('button', { name: words }).first().click();
  const dialog = page.getByRole('dialog', { name: /^Rule on/ });
  for (const chosen of await dialog.getByRole('checkbox').all()) if (await chosen.isChecked()) await chosen.uncheck();
  await dialog.getByRole('checkbox', { name: value, exact: true }).check();
  await dialog.getByLabel(/^Reason/).fill(reason);
  await dialog.getByRole('button', { name: /^Rule/ }).click();
  await expect(page.getByText(/^Ruled on/).first()).toBeVisible();
}

/** The demo review as a review of its own: other journeys look at the demo. */
async function aCopyOfTheDemo(page: Page): Promise<string> {
  const demo = await openDemo(page, 'write-up/take');
  const leaving = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export the bundle', exact: true }).click();
  const buffer = readFileSync((await (await leaving).path())!);
  await page.goto('/');
  await page.getByLabel('Bundle of a review').setInputFiles({ name: 'bundle.zip', mimeType: 'application/zip', buffer });
  await expect(page.getByRole('link', { name: /^Sieve.*\d+ \+\d+ held/ })).toBeVisible({ timeout: 60_000 });
  const id = new URL(page.url()).pathname.split('/')[2]!;
  expect(id).not.toBe(demo);
  return id;
}

test('a librarian makes more than nine in ten cells even, with what each cell offers', async ({ page }) => {
  const problems = watch(page);
  const id = await aCopyOfTheDemo(page);
  await page.goto(`/reviews/${id}/sieve/parity`);
  const evenShare = async () => Number(/^(\d+) %/.exec((await page.getByText(/of 25 cells are even/).textContent())!.trim())![1]);
  expect(await evenShare()).toBeGreaterThanOrEqual(50);

  await test.step('two journals are behind what most databases cannot tell of refereeing', async () => {
    await cell(page, 'Refereed', 'Ostrane').click();
    await panel(page)
      .getByRole('link', { name: /^Say of \d+ journals whether they are refereed/ })
      .click();
    await expect(page.getByRole('heading', { name: /journals behind \d+ works/ })).toBeVisible();
    await page.getByLabel('Pick Archives of Shift Medicine').check();
    await page.getByLabel('Pick Annals of Circadian Care').check();
    await page.getByRole('button', { name: 'The picked are refereed' }).click();
    await expect(page.getByText(/^2 answered, for \d+ works/)).toBeVisible();
    // The register knows since when these two are: before, they were not.
    await page.getByRole('button', { name: 'Illuminated Workplaces is refereed' }).click();
    await page.getByRole('button', { name: 'Sleep and Labour is refereed' }).click();
    await expect(page.getByText('refereed since 2012, not before')).toBeVisible();
    await expect(page.getByText(/^4 answered, for \d+ works/)).toBeVisible();
    await page.getByRole('link', { name: 'Is it even?' }).click();
    await expect(cell(page, 'Refereed', 'Ostrane')).toHaveAccessibleName(/: even/);
  });

  await test.step('a limiter that did not take is stated, and the sieve is counted on', async () => {
    for (const [limiter, database] of [
      ['Refereed', 'Brindlecote'],
      ['Last 10 years', 'Quillby'],
    ] as const) {
      await cell(page, limiter, database).click();
      await panel(page).getByRole('button', { name: 'Count on this sieve instead …' }).click();
      await panel(page).getByLabel('How it came about: the write-up says it').fill('It was lost on the way.');
      await panel(page).getByRole('button', { name: 'Count on this sieve', exact: true }).click();
      await expect(cell(page, limiter, database)).not.toHaveAccessibleName(/: not taken/);
    }
  });

  await test.step('works that are open in the same way are ruled on together', async () => {
    const interviews = 'Each reports interviews about working lives.';
    const even = (limiter: string, database: string) => expect(cell(page, limiter, database)).toHaveAccessibleName(/: even/);
    for (const database of ['Vellmora', 'Tarnwick', 'Brindlecote']) {
      await cell(page, 'Evidence 1–3', database).click();
      await expect(panel(page).getByText(`${database}, retrieval`)).toBeVisible();
      await rule(page, /level 3 or level 4 or not graded/, 'Not graded', interviews);
      if (database !== 'Vellmora') await rule(page, /that may be level 3 or level 4$/, 'Level 3', 'Each calls itself a cohort study.');
      if (database === 'Brindlecote') await rule(page, /^One ruling that 2 works are level 2/, 'Level 2', 'As the other databases say.');
      await even('Evidence 1–3', database);
    }
    await cell(page, 'Studies and reviews', 'Brindlecote').click();
    await rule(page, /systematic review or review article/, 'Review article', 'Each calls itself a scoping review.');
    await even('Studies and reviews', 'Brindlecote');
  });

  await page.goto(`/reviews/${id}/sieve/parity`);
  expect(await evenShare()).toBeGreaterThan(90);
  await page.goto(`/reviews/${id}/write-up/methods`);
  await expect(page.getByText(/did not take, and the limiters of this review were counted on/).first()).toBeVisible();
  await verb(page, id, 'delete-review', { title: 'Bright light and day sleep in night workers' });
  expect(problems).toEqual([]);
});
