import { readFileSync } from 'node:fs';
import { expect } from '@playwright/test';
import { addDatabase, choose, createReview, fileOf, openDemo, watch } from './helpers';
import { test } from './test';

const entry = (id: string, title: string, more = '') =>
  `TY  - JOUR\nAN  - ${id}\nTI  - ${title}\nAU  - Falk, Iben\nPY  - 2020\n${more}ER  - \n\n`;

test('one retrieval from its log to its counts: history, limiter lost, differences, correction, later run, withdrawal', async ({
  page,
}) => {
  const problems = watch(page);
  const id = await createReview(page, 'Retrieval from end to end');
  await page.goto(`/reviews/${id}/retrieve`);
  await addDatabase(page, 'Vellmora', 'VH');

  await test.step('several files at once, of several formats', async () => {
    await page
      .getByLabel('Files from Vellmora', { exact: true })
      .setInputFiles([
        fileOf('one.ris', `${entry('A1', 'Knee pads for tilers')}${entry('A2', 'Gel pads and pain')}TY  - JOUR\nAU  - Nobody, N\nER  - \n`),
        fileOf('two.bib', "@article{b1, title = {Kneeling caf{\\'e} workers}, author = {Ode, Ann}, year = 2021}\n"),
        fileOf('three.json', '[{"id":"c1","type":"thesis","title":"Knees and floors","genre":"Candidate paper"}]'),
      ]);
    await expect(page.getByText('5 entries = 4 records + 1 rejected, in 3 files.')).toBeVisible();
    await expect(page.getByRole('row', { name: /two\.bib/ })).toContainText('BibTeX');
  });

  await test.step('rejected entries, corrected and imported again', async () => {
    await page.getByRole('button', { name: '1 rejected' }).click();
    const started = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Download them' }).click();
    const text = readFileSync((await (await started).path())!, 'utf8');
    expect(text).toContain('AU  - Nobody, N');
    await page
      .getByLabel('Correction of one.ris')
      .setInputFiles(fileOf('corrected.ris', text.replace('AU  - Nobody', 'TI  - Found again\nAU  - Nobody')));
    await expect(page.getByRole('row', { name: /corrected\.ris/ })).toContainText('corrects one.ris');
    await expect(page.getByText('5 entries = 5 records + 0 rejected, in 4 files.')).toBeVisible();
  });

  await test.step('a pasted history is read, checked, and a lost limiter named', async () => {
    await page.getByRole('link', { name: 'Describe the search' }).click();
    await expect(page.getByRole('heading', { name: 'Retrieval 1: Vellmora' })).toBeVisible();
    await page.getByRole('button', { name: 'Paste a search history' }).click();
    await page
      .getByLabel(/As the platform prints it/)
      .fill('1. knee*  400\n2. pads  200\n3. 1 AND 2  250\n4. limit 3 to English  80\n5. 3 OR 4  250\n');
    const sheet = page.getByRole('dialog');
    await expect(sheet.getByText('5 steps read.')).toBeVisible();
    await expect(sheet).toContainText('Line 3 gives 250, but the smallest of the lines it joins with AND has 200.');
    await expect(sheet).toContainText('“English” was active in line 4 and is not in line 5');
    await page.getByRole('button', { name: 'Take these 5 steps' }).click();
    await page.getByLabel('Line 3: count').fill('150');
    await page.getByRole('button', { name: 'Remove line 5' }).click();
    await expect(page.getByText('Every count can be, and no limiter got lost.')).toBeVisible();
  });

  await test.step('numbers that differ are asked about', async () => {
    await page.getByLabel('Reported by the platform').fill('7');
    await page.getByLabel('Exported').fill('5');
    await expect(page.getByText('reported 7, exported 5: 2 not exported. Why?')).toBeVisible();
    await page.getByLabel('Why were not all exported?').fill('Two had no title on the screen.');
    await expect(page.getByText(/2 not exported\. Two had no title/)).toBeVisible();
    await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
    await page.reload();
    await expect(page.getByLabel('Line 3: count')).toHaveValue('150');
    await expect(page.getByLabel('Why were not all exported?')).toHaveValue('Two had no title on the screen.');
  });

  await test.step('a later run says what is new, gone and changed', async () => {
    await page.getByRole('button', { name: 'Update this search' }).click();
    await expect(page.getByRole('heading', { name: 'Retrieval 2: Vellmora' })).toBeVisible();
    await expect(page.getByLabel('Line 1: what was done')).toHaveValue('knee*');
    await page
      .getByLabel('Files from Vellmora', { exact: true })
      .setInputFiles(fileOf('later.ris', entry('A1', 'Knee pads for tilers') + entry('A9', 'A new one')));
    await page.getByRole('link', { name: 'New since: 1' }).click();
    await expect(page.getByRole('table', { name: 'New since the earlier run of retrieval 2: 1' })).toContainText('A new one');
    await page.getByRole('link', { name: 'A new one' }).click();
    await expect(page.getByRole('region', { name: 'Lines of the entry' })).toContainText('TY - JOUR');
    await expect(page.getByText('later.ris, line 8 (entry 2)')).toBeVisible();
  });

  await test.step('withdrawn, and brought back', async () => {
    await page.goto(`/reviews/${id}/retrieve/2`);
    const strip = page.getByRole('navigation', { name: 'Stages of the review' }).getByRole('link', { name: /^Retrieve/ });
    await expect(strip).toContainText('7');
    await page.getByRole('button', { name: 'Withdraw' }).click();
    await page.getByLabel('Why', { exact: true }).fill('Run on the wrong day.');
    await page.getByRole('button', { name: 'Withdraw it' }).click();
    await expect(page.getByText('Withdrawn, not counted: Run on the wrong day.')).toBeVisible();
    await expect(strip).toContainText('5');
    await page.getByRole('button', { name: 'Restore' }).click();
    await page.getByRole('button', { name: 'Restore it' }).click();
    await expect(page.getByRole('button', { name: 'Withdraw' })).toBeVisible();
    await expect(strip).toContainText('7');
  });
  expect(problems).toEqual([]);
});

test('a table: its columns are matched once, a broken row is told, an own term is mapped in one choice', async ({ page }) => {
  const id = await createReview(page, 'A table of one’s own');
  await page.goto(`/reviews/${id}/retrieve`);
  await addDatabase(page, 'Brindle', 'BR');
  const table =
    'Was;Wer;Jahr;Sorte\nKnie und Boden;Falk, Iben;2020;Aufsatz\nRücken;Ode, Ann;2021;Aufsatz\nzu;viele;Zellen;in;dieser;Zeile\n';
  await choose(page, page.getByRole('combobox', { name: 'Format' }).first(), 'CSV or other table');
  await page.getByLabel('Files from Brindle', { exact: true }).setInputFiles(fileOf('tabelle.csv', table));
  await page.getByRole('link', { name: 'Say what its columns mean' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'which column holds the title' })).toBeVisible();
  for (const [name, role] of [
    ['Was', 'Title'],
    ['Wer', 'Authors'],
    ['Jahr', 'Date or year of publication'],
    ['Sorte', 'Source, document or publication type'],
  ] as const)
    await choose(page, `What ${name} means`, role);
  await expect(page.getByRole('row', { name: /^Was/ })).toContainText('Knie und Boden');
  await page.getByRole('button', { name: 'Read the table' }).click();
  await expect(page.getByText('3 entries = 2 records + 1 rejected, in 1 file.')).toBeVisible();
  await expect(page.getByRole('link', { name: '1 term' })).toBeVisible();
  // A page that is drawn anew while a list is open closes it: the works are there first.
  await expect(page.getByRole('link', { name: /^Merge/ })).toContainText('2');
  await expect(page.getByText(/Merging and classifying/)).toHaveCount(0);
  await page.getByRole('link', { name: '1 term' }).click();
  await choose(page, 'What Aufsatz means; touches 2 records', 'Research article');
  await expect(page.getByText(/“Aufsatz” now means research article: 2 records are classified anew/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Take back what Aufsatz means' })).toBeVisible();
});

test('a limiter profile is saved to a file and loaded into another review', async ({ page }) => {
  await openDemo(page, 'retrieve/database/OF');
  await expect(page.getByLabel('Publication type: limiter')).toHaveText('can limit');
  const started = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as a file' }).click();
  const text = readFileSync((await (await started).path())!, 'utf8');
  const id = await createReview(page, 'A profile handed round');
  await page.goto(`/reviews/${id}/retrieve`);
  await page.getByRole('button', { name: 'Add database' }).first().click();
  await page.getByLabel('Profile file').setInputFiles(fileOf('bad.json', '{"a":1}'));
  await expect(page.getByRole('alert').filter({ hasText: 'not a profile that can be used' })).toBeVisible();
  await page.getByLabel('Profile file').setInputFiles(fileOf('ostrane.json', text));
  await expect(page.getByText('The profile of ostrane.json will be used.')).toBeVisible();
  await page.getByRole('button', { name: 'Add the database' }).click();
  await page.getByRole('table', { name: 'What each database can limit by itself' }).getByRole('link', { name: 'Ostrane' }).click();
  await expect(page.getByLabel('Publication type: drops records without the field')).toBeChecked();
  await page.getByLabel('Date: how it is set').fill('Custom range');
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Date: how it is set')).toHaveValue('Custom range');
  // Its tag is its address: a new one keeps the page.
  await page.getByLabel('Tag', { exact: true }).fill('OX');
  await page.waitForURL(/database\/OX$/);
  await expect(page.getByLabel('Tag', { exact: true })).toHaveValue('OX');
  await expect(page.getByLabel('Date: how it is set')).toHaveValue('Custom range');
});
