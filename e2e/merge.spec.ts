import { expect, type Page } from '@playwright/test';
import { addDatabase, createReview, fileOf, watch } from './helpers';
import { test } from './test';

const entry = (id: string, title: string, more: string) =>
  `TY  - JOUR\nAN  - ${id}\nTI  - ${title}\nAU  - Falk, Iben\nAU  - Sund, Alva\nPY  - 2020\nT2  - Annals of Floors\nVL  - 3\n${more}ER  - \n\n`;
const FIRST = [
  entry('1', 'Knee pads for tilers of the north', 'SP  - 12\nDO  - 10.5555/knee.one\n'),
  entry('2', 'Gel pads and falls in roofers', 'SP  - 40\nDO  - 10.5555/gel.one\n'),
  entry('3', 'Cold air and grip strength in divers', 'SP  - 60\n'),
  entry('4', 'Rest breaks and mood in tram drivers', 'SP  - 70\n'),
].join('');
const SECOND = [
  entry('1', 'Knee pads for tilers of the north', 'SP  - 12\nDO  - 10.5555/knee.two\n'),
  entry('2', 'Gel pads and falls in roofers', 'SP  - 40\nDO  - 10.5555/gel.two\n'),
  entry('3', 'Cold air and grip strength in divers', 'SP  - 60\n'),
  entry('4', 'Rest breaks and mood in tram drivers', 'SP  - 191\n'),
].join('');

async function upload(page: Page, name: string, text: string) {
  await page.getByLabel(`Files from ${name}`, { exact: true }).setInputFiles(fileOf(`${name}.ris`, text));
  // Received, read, and its records counted.
  await expect(page.getByRole('link', { name: `Records of ${name}.ris: 4` })).toBeVisible();
}

test('pairs are settled by keyboard, taken back, and the works follow; joins and rulings are looked at', async ({ page }) => {
  const problems = watch(page);
  const id = await createReview(page, 'Merging from end to end');
  await page.goto(`/reviews/${id}/retrieve`);
  await addDatabase(page, 'Vellmora', 'VH');
  await upload(page, 'Vellmora', FIRST);
  await addDatabase(page, 'Ostrane', 'OF');
  await upload(page, 'Ostrane', SECOND);
  const headline = page.getByRole('heading', { level: 1 });

  await test.step('three pairs are asked about, side by side', async () => {
    await page.goto(`/reviews/${id}/merge`);
    await expect(headline).toHaveText('8 records are 7 works');
    await page.getByRole('link', { name: '3 pairs to settle' }).click();
    await expect(page.getByText('Pair 1 of 3 · 3 open')).toBeVisible();
    await expect(page.getByRole('row', { name: /^DOI/ })).toContainText('−9');
    await expect(page.locator('mark').first()).toBeVisible();
  });

  await test.step('join, undo, join again, keep apart, link: the next pair is there at once', async () => {
    await page.keyboard.press('j');
    await expect(page.getByText('Pair 2 of 3 · 2 open')).toBeVisible();
    await page.keyboard.press('u');
    await expect(page.getByText('Pair 1 of 3 · 3 open')).toBeVisible();
    await page.keyboard.press('j');
    await expect(page.getByText('Pair 2 of 3 · 2 open')).toBeVisible();
    await expect(page.getByRole('row', { name: /^Title/ })).toBeVisible();
    await page.keyboard.press('k');
    await expect(page.getByText('Pair 3 of 3 · 1 open')).toBeVisible();
    await expect(page.getByRole('row', { name: /^Title/ })).toBeVisible();
    await page.keyboard.press('l');
    await page.getByRole('button', { name: /^update of/ }).click();
    await expect(page.getByText('all settled')).toBeVisible();
  });

  await test.step('the works follow', async () => {
    await page.getByRole('link', { name: 'Merge', exact: true }).click();
    await expect(headline).toHaveText('8 records are 6 works');
    await expect(page.getByRole('link', { name: '1 links in families' })).toBeVisible();
  });

  await test.step('what was joined can be found, compared and taken apart', async () => {
    await page.goto(`/reviews/${id}/merge/joins?find=cold`);
    await page.getByRole('button', { name: 'Compare with the first' }).click();
    await expect(page.getByRole('dialog').getByRole('row', { name: /^Pages/ })).toContainText('the same first page');
    await page.getByRole('button', { name: 'Close' }).click();
    await page
      .getByRole('button', { name: /^Take record \d+ out/ })
      .last()
      .click();
    await expect(page.getByText('taken out')).toBeVisible();
    await page.goto(`/reviews/${id}/merge`);
    await expect(headline).toHaveText('8 records are 7 works');
  });

  await test.step('a ruling is taken back where all are listed', async () => {
    await page.goto(`/reviews/${id}/merge/rulings`);
    await expect(page.getByRole('row')).toHaveCount(5);
    const row = page.getByRole('row', { name: /Cold air/ });
    await row.getByRole('button', { name: 'Take back' }).click();
    await expect(row).toContainText('taken back');
    await page.goto(`/reviews/${id}/merge`);
    await expect(headline).toHaveText('8 records are 6 works');
  });

  await test.step('any two records can be compared, and joined by hand', async () => {
    await page.goto(`/reviews/${id}/records/4`);
    await page.getByLabel('Compare with record').fill('3');
    await page.getByRole('button', { name: 'Compare' }).click();
    await expect(page.getByText(/They did not, because/)).toBeVisible();
    await page.keyboard.press('j');
    await expect(page.getByText('Joined.')).toBeVisible();
    await page.keyboard.press('u');
    await expect(page.getByText('Joined.')).toHaveCount(0);
    await page.goto(`/reviews/${id}/merge`);
    await expect(headline).toHaveText('8 records are 6 works');
  });

  await test.step('a field is set by hand, and the list follows', async () => {
    await page.getByRole('button', { name: /^Cold air and grip/ }).click();
    const sheet = page.getByRole('dialog');
    await sheet.getByText(/^Where each field is from/).click();
    await sheet.getByRole('button', { name: 'Set title' }).click();
    await sheet.getByLabel('Title').fill('Cold air and the grip of divers');
    await sheet.getByRole('button', { name: 'Save' }).click();
    await expect(sheet.getByText('a person set it')).toBeVisible();
    await expect(sheet.getByRole('heading', { name: 'Cold air and the grip of divers' })).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('button', { name: 'Cold air and the grip of divers' })).toBeVisible();
  });
  expect(problems).toEqual([]);
});
