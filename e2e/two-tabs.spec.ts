import { expect } from '@playwright/test';
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
