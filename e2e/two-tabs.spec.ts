import { expect } from '@playwright/test';
import { sievedFloors } from './floors';
import { createReview, watch } from './helpers';
import { test } from './test';

test('what two tabs save at once is put together, and what contradicts is chosen by the person', async ({ page }) => {
  const problems = watch(page);
  await createReview(page, 'Knee pads: two tabs');
  const other = await page.context().newPage();
  await other.goto(page.url());
  const saved = (tab: typeof page) =>
    expect(tab.getByRole('region', { name: 'The question' }).getByRole('status').first()).toHaveText('Saved');

  await test.step('another field, and a criterion in each: both are kept', async () => {
    await page.getByLabel('Population').fill('tilers');
    await page.getByRole('button', { name: 'Add criterion' }).click();
    await page.getByLabel(/^Exclusion reason if not met/).fill('population');
    await saved(page);
    await expect(page.getByRole('region', { name: 'Criteria' }).getByRole('status').first()).toHaveText('Saved');
    await other.getByLabel('Outcome').fill('knee pain');
    await other.getByRole('button', { name: 'Add criterion' }).click();
    await expect(other.getByLabel(/^Exclusion reason if not met/)).toHaveCount(2);
    await expect(other.getByLabel('Population')).toHaveValue('tilers');
    await other.reload();
    await expect(other.getByLabel('Outcome')).toHaveValue('knee pain');
    const codes = await other
      .getByLabel(/^Exclusion reason if not met/)
      .evaluateAll((all) => all.map((field) => (field as HTMLInputElement).value));
    expect(codes.sort()).toEqual(['population', 'reason-1']);
  });

  await test.step('one field, each its way: both versions are shown, and typing goes on', async () => {
    await other.getByLabel('Outcome').fill('knee pain, falls');
    await saved(other);
    await page.getByLabel('Outcome').fill('days off work');
    const choice = page.getByRole('alert', { name: 'Changed by somebody else' });
    await expect(choice).toContainText('days off work');
    await expect(choice).toContainText('knee pain, falls');
    await page.getByLabel('Comparison').fill('no pads');
    await choice.getByRole('button', { name: 'Keep mine' }).click();
    await expect(choice).toHaveCount(0);
    await saved(page);
    await page.reload();
    await expect(page.getByLabel('Outcome')).toHaveValue('days off work');
    await expect(page.getByLabel('Comparison')).toHaveValue('no pads');
    await expect(page.getByLabel('Population')).toHaveValue('tilers');
  });
  expect(problems).toEqual([]);
});

test('a sieve that is changed in another tab is shown as it is now, and is changed on from there', async ({ page }) => {
  const problems = watch(page);
  const id = await sievedFloors(page, 'Knee pads: a sieve in two tabs');
  await page.goto(`/reviews/${id}/sieve?limiter=refereed`);
  const row = (tab: typeof page, name: string) => tab.getByRole('row', { name: new RegExp(name) });
  await expect(row(page, 'Refereed')).toContainText(/\d/);
  const other = await page.context().newPage();
  await other.goto(`/reviews/${id}/sieve?limiter=refereed`);
  await other.getByRole('button', { name: 'Switch off' }).click();
  await expect(row(other, 'Refereed')).toContainText('switched off');
  await expect(row(page, 'Refereed')).toContainText('switched off');
  await expect(page.getByText('The sieve was changed elsewhere. It is shown as it is now.')).toBeVisible();
  await test.step('a change after it is nobody’s refusal', async () => {
    await page.getByRole('button', { name: 'Switch on' }).click();
    await page.getByRole('radio', { name: 'Hold' }).click();
    await expect(row(page, 'Refereed')).not.toContainText('switched off');
    await expect(page.getByText('Saving …')).toHaveCount(0);
    await expect(page.getByText(/Somebody else changed the sieve/)).toHaveCount(0);
    await expect(row(other, 'Refereed')).not.toContainText('switched off');
    await expect(other.getByRole('radio', { name: 'Hold' })).toBeChecked();
  });
  await test.step('a word on a held work changes the figures in both', async () => {
    // Whose peer review is unknown is stopped by its level before.
    await page.goto(`/reviews/${id}/sieve?limiter=upper`);
    await page.getByRole('button', { name: 'Switch off' }).click();
    await expect(row(page, 'Upper half')).toContainText('switched off');
    await expect(page.getByText('Saving …')).toHaveCount(0);
    for (const tab of [page, other]) await tab.goto(`/reviews/${id}/sieve/held`);
    const heading = (tab: typeof page) => tab.getByRole('heading', { level: 1 });
    await expect(heading(page)).toHaveText(/^[1-9]\d* works? (?:is|are) held$/);
    const before = (await heading(page).textContent())!;
    await expect(heading(other)).toHaveText(before);
    await other.getByRole('checkbox', { name: 'Pick all that are listed' }).check();
    await other.getByLabel(/^Why the/).fill('They are in hand.');
    await other.getByRole('button', { name: /^Release \d/ }).click();
    await expect(heading(other)).toHaveText('0 works are held');
    await expect(heading(page)).toHaveText('0 works are held');
  });
  expect(problems).toEqual([]);
});
