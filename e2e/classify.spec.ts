import { expect, type Page } from '@playwright/test';
import { addDatabase, createReview, fileOf } from './helpers';
import { test } from './test';

const entry = (n: number, type: string) =>
  [
    `PMID- 9900${n}`,
    `TI  - Floor ${n} of the northern tower and its coverings.`,
    `FAU - Falk, Iben${n}`,
    'DP  - 2021',
    'JT  - Annals of Floors',
    'IS  - 9990-1048 (Print)',
    'VI  - 3',
    `PG  - ${n}12`,
    `PT  - ${type}`,
    '',
  ].join('\n');
const file = (type: string) => [1, 2].map((n) => entry(n, type)).join('\n');

async function importInto(page: Page, name: string, tag: string, text: string) {
  await addDatabase(page, name, tag);
  await page.getByLabel(`Files from ${name}`, { exact: true }).setInputFiles(fileOf(`${tag}.nbib`, text));
  await expect(page.getByRole('row', { name: new RegExp(`${tag}\\.nbib`) })).toContainText('2');
}

test('what databases contradict each other in is ruled on at once, and taken back; a register settles peer review', async ({ page }) => {
  const id = await createReview(page, 'Ruling');
  await page.goto(`/reviews/${id}/retrieve`);
  await importInto(page, 'Tarnwick', 'TW', file('Editorial'));
  await importInto(page, 'Ostrane', 'OF', file('Randomized Controlled Trial'));
  await page.goto(`/reviews/${id}/classify`);

  await test.step('a dispute of two works, with one ruling', async () => {
    await expect(page.getByRole('button', { name: 'Publication type: 2 conflicting' })).toBeVisible();
    await page.getByRole('button', { name: 'Rule on all' }).first().click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Research article').check();
    await expect(dialog.getByText(/2 publication type: research article or editorial → research article/)).toBeVisible();
    await dialog.getByLabel('Reason').fill('Both report an allocation at random.');
    await dialog.getByRole('button', { name: 'Rule', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Publication type: 0 conflicting' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Research article, settled: 2' })).toBeVisible();
  });

  await test.step('the evidence of one work names the ruling, and what would change the rest', async () => {
    await page.getByRole('button', { name: 'Research article, settled: 2' }).click();
    await page.getByRole('button', { name: /^Floor 1 of the northern tower/ }).click();
    const sheet = page.getByRole('dialog');
    await expect(sheet.getByRole('region', { name: 'Publication type' })).toContainText('Both report an allocation at random.');
    await sheet.getByRole('region', { name: 'Peer review' }).getByText('What would change it').click();
    await expect(sheet.getByRole('region', { name: 'Peer review' })).toContainText(
      'that the venue is refereed (an entry in the register) would leave refereed',
    );
    await page.keyboard.press('Escape');
  });

  await test.step('a register that is taken in settles it', async () => {
    await page.getByRole('link', { name: /^Venues/ }).click();
    await expect(page.getByText('2 works, peer review open in 2')).toBeVisible();
    await page
      .getByLabel('A table of venues')
      .setInputFiles(
        fileOf(
          'venues.csv',
          'issn,title,kind,refereed\n9990-1048,Annals of Floors,scholarly-journal,yes\n9990-1049,Bad Number,scholarly-journal,yes\n',
        ),
      );
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByText(/2 entries: 2 new, 0 changed/)).toBeVisible();
    await expect(dialog.getByText(/line 3, issn: The check digit of this ISSN is wrong/)).toBeVisible();
    await dialog.getByRole('button', { name: 'Import it' }).click();
    await expect(page.getByRole('heading', { name: 'Register of venues: 2' })).toBeVisible();
    await expect(page.getByText('Every venue that the records name is there.')).toBeVisible();
    await page.getByRole('link', { name: 'Classify', exact: true }).first().click();
    await expect(page.getByRole('button', { name: 'Peer review: 2 settled' })).toBeVisible();
  });

  await test.step('the history takes the ruling back', async () => {
    await page.getByRole('link', { name: 'Rulings' }).click();
    await expect(page.getByRole('row', { name: /research article/ })).toContainText('these works');
    await page.getByRole('button', { name: 'Take back' }).click();
    await expect(page.getByText('taken back')).toBeVisible();
    await page.getByRole('link', { name: 'Classify', exact: true }).first().click();
    await expect(page.getByRole('button', { name: 'Publication type: 2 conflicting' })).toBeVisible();
  });

  await test.step('a scheme is copied, and a cell of the copy changed', async () => {
    await page.getByRole('link', { name: /^Scheme/ }).click();
    await page.getByRole('button', { name: 'Copy it to change it' }).click();
    await page.getByRole('dialog').getByLabel('Name of the copy').fill('Ours');
    await page.getByRole('dialog').getByRole('button', { name: 'Copy' }).click();
    await page.getByRole('button', { name: 'Case series, Treatment benefit: Level 4. Change' }).click();
    await page.getByRole('dialog').getByLabel('Level 5').check();
    await page.getByRole('dialog').getByRole('button', { name: 'Done' }).click();
    await expect(page.getByRole('button', { name: 'Case series, Treatment benefit: Level 4 or 5. Change' })).toBeVisible();
    await page.reload();
    await expect(page.getByRole('button', { name: 'Case series, Treatment benefit: Level 4 or 5. Change' })).toBeVisible();
  });
});
