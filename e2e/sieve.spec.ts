import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { addDatabase, createReview, fileOf, watch } from './helpers';
import { test } from './test';

const entry = (n: number, title: string, more: string[]) =>
  [
    'TY  - JOUR',
    `AN  - S${n}`,
    `TI  - ${title}`,
    `AU  - Falk, Iben${n}`,
    'T2  - Annals of Floors',
    'VL  - 3',
    `SP  - ${n}12`,
    ...more,
    'ER  - ',
  ].join('\n');
const RECORDS = [
  entry(1, 'Kneeling mats for tilers: a randomised controlled trial', [
    'PY  - 2021',
    'LA  - English',
    'AB  - We randomised 40 tilers to mats.',
  ]),
  entry(2, 'Kneeling pads for roofers: a cohort study', ['PY  - 2003', 'LA  - English', 'AB  - We followed 90 roofers for a year.']),
  entry(3, 'Rodilleras para soladores: ensayo aleatorio', ['PY  - 2022', 'LA  - Spanish']),
  entry(4, 'Editorial: a floor is a place of work', ['PY  - 2020', 'LA  - English']),
].join('\n'); // prettier-ignore

const row = (page: Page, name: string) => page.getByRole('row', { name: new RegExp(name) });
async function add(page: Page, name: RegExp) {
  await page.getByRole('button', { name: 'Add limiter' }).click();
  await page.getByRole('dialog').getByRole('button', { name }).click();
}
const saved = (page: Page) => expect(page.getByText('Saving …')).toHaveCount(0);

test('limiters of every kind, works held and rescued, versions, and parity', async ({ page }) => {
  test.slow();
  const problems = watch(page);
  const id = await createReview(page, 'Limiters');
  await page.goto(`/reviews/${id}/retrieve`);
  await addDatabase(page, 'Vellmora', 'VH', true);
  await page.getByLabel('Files from Vellmora', { exact: true }).setInputFiles(fileOf('mats.ris', RECORDS));
  await expect(page.getByRole('row', { name: /mats\.ris/ })).toContainText('4');
  await expect(page.getByRole('link', { name: /^Merge/ })).toContainText('4');
  await page.goto(`/reviews/${id}/sieve`);

  await test.step('a language: what lacks it is stopped, with the values that occur to choose from', async () => {
    await add(page, /^In English/);
    await expect(row(page, 'In English').getByRole('button', { name: '3 left, all works' })).toBeVisible();
    await expect(page.getByRole('checkbox', { name: 'Spanish (1)' })).not.toBeChecked();
    await page.getByRole('checkbox', { name: 'Spanish (1)' }).check();
    // Its name follows what it lets in.
    await expect(row(page, 'Language: ').getByRole('button', { name: '4 left, all works' })).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
  });

  await test.step('a query: checked while it is typed, and set when it can be read', async () => {
    await add(page, /^Words in title or abstract/);
    const query = page.getByLabel('Allow what this query finds');
    await query.fill('title any "mats pads" and (tilers or');
    await expect(page.getByText('Character 37: A term is missing at the end.')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Set the query' })).toBeDisabled();
    await query.fill('title any "mats pads rodilleras"');
    await page.getByRole('button', { name: 'Set the query' }).click();
    await expect(row(page, 'Words in title').getByRole('button', { name: '2 left, all works' })).toBeVisible();
    await row(page, 'Words in title').getByRole('button', { name: '1 stopped here, all works' }).click();
    await expect(page.getByRole('table', { name: 'Stopped by Words in title or abstract: 1' })).toContainText('Editorial: a floor');
  });

  await test.step('an exemption and a waiver count when they have a reason', async () => {
    await page.getByText('Exceptions').click();
    await page.getByRole('group', { name: 'Exempt publication types' }).getByLabel('Editorial').check();
    await expect(page.getByText('It counts when a reason is given.')).toBeVisible();
    await expect(row(page, 'Words in title').getByRole('button', { name: '2 left, all works' })).toBeVisible();
    await page.getByLabel('Why they are exempt').fill('Editorials set the scene.');
    await page.getByLabel('Why they are exempt').blur();
    await expect(row(page, 'Words in title').getByRole('button', { name: '3 left, all works' })).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await saved(page);
  });

  await test.step('a stopped work is rescued for a reason, which stays, and can be taken back', async () => {
    await row(page, 'In English').getByRole('button', { name: '1 stopped here, all works' }).click();
    await page.getByRole('button', { name: /^Rodilleras/ }).click();
    const sheet = page.getByRole('dialog');
    await sheet.getByRole('button', { name: 'Rescue …' }).click();
    await sheet.getByLabel('Why it is rescued').fill('The only trial in Spanish.');
    await sheet.getByRole('button', { name: 'Rescue', exact: true }).click();
    await expect(sheet.getByRole('region', { name: 'At the sieve' })).toContainText(
      'let it pass at In English: The only trial in Spanish.',
    );
    await page.keyboard.press('Escape');
    await expect(row(page, 'Words in title').getByRole('button', { name: '3 left, all works' })).toBeVisible();
    await page.reload();
    await expect(row(page, 'Words in title').getByRole('button', { name: '3 left, all works' })).toBeVisible();
  });

  await test.step('a version is saved; a bar of the curve sets the window; the two are compared and the first restored', async () => {
    await add(page, /^Last 10 years To the day/);
    await expect(row(page, 'Last 10 years').getByRole('button', { name: '2 left, all works' })).toBeVisible();
    await saved(page);
    await page.getByRole('button', { name: 'Save as v1' }).click();
    await page.getByRole('button', { name: 'Save version 1' }).click();
    await expect(page.getByRole('button', { name: 'Saved as v1' })).toBeVisible();
    await page.getByRole('link', { name: 'What if' }).click();
    await expect(page.getByText('10 years: 2 through, 0 held.')).toBeVisible();
    const handle = page.getByRole('slider', { name: 'Years of Last 10 years' });
    await handle.focus();
    for (let i = 0; i < 2; i++) await page.keyboard.press('ArrowLeft');
    await expect(page.getByText('3 years: 0 through, 0 held.')).toBeVisible();
    await page.keyboard.press('End');
    await expect(page.getByText('20 years: 2 through, 0 held.')).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Last 20 years: how far back' })).toBeVisible();
    await page.getByRole('button', { name: 'Try: Switch off Last 20 years' }).click();
    // Tried alone, the sieve is as it was.
    await expect(page.getByText('Tried: 3 through, 0 held. As the sieve is set: 2 and 0.')).toBeVisible();
    await page.getByRole('button', { name: 'Apply to the sieve' }).click();
    await expect(page.getByText('3 through, 0 held as the sieve is set.')).toBeVisible();
    await saved(page);
    await page.getByRole('link', { name: 'Versions' }).click();
    await page.getByRole('button', { name: 'Compare' }).click();
    const compared = page.getByRole('region', { name: 'Two versions side by side' });
    await compared.getByRole('button', { name: /^1 gained: Last/ }).click();
    await expect(page.getByRole('table', { name: /^Gained by Last/ })).toContainText('roofers');
    await page.getByRole('button', { name: 'Restore version 1' }).click();
    await expect(page.getByText('The working sieve is version 1 again, which is the last.')).toBeVisible();
    const started = page.waitForEvent('download');
    await page.getByRole('link', { name: 'The working sieve as a file' }).click();
    const file = JSON.parse(readFileSync((await (await started).path())!, 'utf8'));
    expect(file).toMatchObject({ format: 'narrow-sieve-sieve', basis: { asOf: '2026-09-14', scheme: 'ocebm-2011' } });
    expect(file.limiters.map((l: { name: string }) => l.name)).toEqual([
      'Retracted or withdrawn',
      'In English',
      'Words in title or abstract',
      'Last 10 years',
    ]);
    // What was handed on is taken over, and an unusable file is told where.
    await page.getByLabel('A sieve file').setInputFiles(fileOf('broken.json', JSON.stringify({ ...file, version: 2 })));
    await expect(page.getByText(/broken\.json: This is not a sieve that can be used: version/)).toBeVisible();
    await page
      .getByLabel('A sieve file')
      .setInputFiles(fileOf('one.json', JSON.stringify({ ...file, limiters: file.limiters.slice(0, 1) })));
    // What it holds and what would go is shown before anything is replaced.
    await expect(page.getByRole('dialog')).toContainText('3 limiters of yours go: In English');
    await page.getByRole('button', { name: 'Replace the working sieve' }).click();
    await page.locator('[data-sonner-toast]', { hasText: 'The sieve of one.json' }).getByRole('button', { name: 'Undo' }).click();
    await saved(page);
  });

  await test.step('works that are held are released together', async () => {
    await page.getByRole('link', { name: 'The funnel' }).click();
    await add(page, /^Adults/);
    await expect(page.getByText(/\d held/).first()).toBeVisible();
    await saved(page);
    await page.getByRole('link', { name: 'Held works', exact: true }).click();
    const held = page.getByRole('button', { name: /held by Adults$/ });
    const n = Number((await held.textContent())!.trim());
    expect(n).toBeGreaterThan(0);
    await held.click();
    await page.getByRole('checkbox', { name: 'Pick all that are listed' }).check();
    await page.getByLabel(/^Why the (?:picked work|\d picked works)/).fill('Tilers are adults.');
    await page.getByRole('button', { name: `Release ${n}` }).click();
    await expect(page.getByRole('heading', { name: '0 works are held' })).toBeVisible();
    await page.locator('[data-sonner-toast]', { hasText: 'released' }).getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('heading', { name: `${n} works are held` })).toBeVisible();
  });

  await test.step('parity: a cell is explained, and waived with a reason', async () => {
    await page.getByRole('link', { name: 'Is it even?' }).click();
    await expect(page.getByRole('button', { name: /^In English in Vellmora: even/ })).toBeVisible();
    await page.getByRole('button', { name: /^Adults in Vellmora: blind/ }).click();
    const panel = page.getByRole('complementary', { name: 'The picked cell' });
    await panel.getByRole('button', { name: /cannot be told by its records alone$/ }).click();
    await expect(page.getByRole('table', { name: /^Adults in Vellmora: cannot be told/ })).toBeVisible();
    await panel.getByRole('button', { name: 'Waive …' }).click();
    await panel.getByLabel('Why it asks nothing of this database').fill('It only covers trades.');
    await panel.getByRole('button', { name: 'Waive', exact: true }).click();
    await expect(page.getByRole('button', { name: /^Adults in Vellmora: waived/ })).toBeVisible();
    await panel.getByRole('button', { name: 'Mark for re-run …' }).click();
    await panel.getByLabel('Why and how it is to be run again').fill('With the language set.');
    await panel.getByRole('button', { name: 'Mark for re-run', exact: true }).click();
    await expect(page.getByRole('columnheader', { name: /to re-run/ })).toBeVisible();
    await page.locator('summary', { hasText: 'Vellmora' }).click();
    await expect(page.getByText('What this database can limit by is not described. Until it is: leave it unset.').first()).toBeVisible();
  });
  expect(problems).toEqual([]);
});
