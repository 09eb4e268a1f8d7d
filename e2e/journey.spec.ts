import { readFileSync } from 'node:fs';
import { expect } from '@playwright/test';
import { parse } from 'csv-parse/sync';
import { addFloorFiles, floors, sievedFloors, stage } from './floors';
import { choose, createReview, watch } from './helpers';
import { test } from './test';

test('a question and its criteria are kept', async ({ page }) => {
  const problems = watch(page);
  await createReview(page, 'Knee pads: the question');
  await page.getByLabel('Population').fill('tilers');
  await page.getByLabel('Intervention or exposure').fill('knee pads, gel pads');
  await page.getByLabel('Outcome').fill('knee pain');
  await page.getByRole('button', { name: 'Add criterion' }).click();
  await page.getByLabel('Criterion', { exact: true }).fill('People who lay tiles');
  await page.getByLabel('Definition').fill('As their main work.');
  await page.getByLabel(/^Exclusion reason if not met/).fill('population');
  await page.getByLabel('A minimum number of such sources is wanted').check();
  await page.getByLabel('At least').fill('2');
  await expect(page.getByText('Now 0 kept of at least 2')).toBeVisible();
  for (const saved of await page.getByRole('status').all()) await expect(saved).toHaveText('Saved');
  await page.reload();
  await expect(page.getByLabel('Population')).toHaveValue('tilers');
  await expect(page.getByLabel(/^Exclusion reason if not met/)).toHaveValue('population');
  expect(problems).toEqual([]);
});

test('two exported files become records, works, and words that a classification rests on', async ({ page }) => {
  const problems = watch(page);
  await createReview(page, 'Knee pads: the files');
  await stage(page, 'Retrieve').click();
  await addFloorFiles(page);
  await expect(page.getByRole('row', { name: /mine\.nbib/ })).toContainText('1 rejected');
  await expect(page.getByText('9 entries = 7 records + 2 rejected, in 2 files.')).toBeVisible();
  await page
    .getByRole('row', { name: /mine\.ris/ })
    .getByRole('button', { name: '1 rejected' })
    .click();
  await expect(page.getByRole('dialog')).toContainText(/Line \d+ \(entry 6\): This text stands outside any entry/);
  await expect(page.getByRole('dialog')).toContainText('Its first line is missing');
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(stage(page, 'Merge')).toContainText('6');
  await stage(page, 'Merge').click();
  await expect(page.getByRole('heading', { name: '7 records are 6 works' })).toBeVisible();
  await page.getByRole('button', { name: 'Knee pads for tilers: a randomised controlled trial' }).click();
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByText('2 records, one work')).toBeVisible();
  await expect(sheet.getByRole('region', { name: 'Evidence level' })).toContainText('Level 2');
  await expect(sheet.getByRole('region', { name: 'Design' })).toContainText('randomly allocated');
  await expect(sheet.getByRole('region', { name: 'Peer review' })).toContainText('every journal in this database is refereed');
  await expect(sheet.locator('mark', { hasText: 'cohort studies' })).toContainText('set aside');
  await sheet.getByRole('button', { name: 'Show the raw text' }).first().click();
  await expect(sheet).toContainText('TY - JOUR');
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Works of Vellmora and Ostrane: 1' }).click();
  await expect(page.getByRole('table', { name: 'Works of Vellmora and Ostrane: 1' })).toContainText('Knee pads for tilers');
  await stage(page, 'Classify').click();
  await page.getByRole('button', { name: /^Publication type: \d+ settled$/ }).click();
  await expect(page.getByRole('table', { name: /Publication type settled/ })).toContainText('research article');
  expect(problems).toEqual([]);
});

test('a sieve shows its counts at once and the works behind them', async ({ page }) => {
  const problems = watch(page);
  await floors(page, 'Knee pads: the sieve');
  await stage(page, 'Sieve').click();
  const add = async (name: RegExp) => {
    await page.getByRole('button', { name: 'Add limiter' }).click();
    await page.getByRole('dialog').getByRole('button', { name }).click();
  };
  // What was retracted is held from the start.
  await expect(page.getByRole('row').nth(2)).toContainText('Retracted or withdrawn');
  await add(/^Refereed The item/);
  await expect(page.getByRole('button', { name: '4 left, all works' })).toBeVisible();
  await add(/^Upper half of the ladder/);
  await add(/^Last 10 years To the day/);
  const row = (name: string) => page.getByRole('row', { name: new RegExp(name) });
  await expect(row('Last 10 years').getByRole('button', { name: '3 left, all works' })).toBeVisible();
  // A change answers at once: by calendar year of 30 years the one of 1998 comes back.
  await page.getByLabel('Years', { exact: true }).fill('30');
  await expect(row('Last 30 years').getByRole('button', { name: '4 left, all works' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(row('Last 10 years').getByRole('button', { name: '3 left, all works' })).toBeVisible();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(row('Last 30 years').getByRole('button', { name: '4 left, all works' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(row('Last 10 years').getByRole('button', { name: '3 left, all works' })).toBeVisible();
  await row('Refereed')
    .getByRole('button', { name: /stopped here, all works/ })
    .click();
  await expect(page.getByRole('table', { name: 'Stopped by Refereed: 1' })).toContainText('Editorial: kneeling for a living');
  await row('Refereed').getByRole('button', { name: '1 held, Ostrane' }).click();
  await expect(page.getByRole('table', { name: 'Held after Refereed in Ostrane: 1' })).toContainText('Squatting');
  await page.getByRole('button', { name: /^It alone would stop: 1$/ }).click();
  await expect(page.getByRole('table', { name: 'What Refereed would stop by itself: 1' })).toContainText('Editorial');
  // Policy and order: what cannot be told is stopped, then the limiter moves down by its button.
  await page.getByRole('radio', { name: 'Stop' }).click();
  await expect(row('Refereed').getByRole('button', { name: '2 stopped here, all works' })).toBeVisible();
  await page.getByRole('button', { name: 'Move Refereed down' }).click();
  await expect(page.getByRole('row').nth(3)).toContainText('Upper half');
  await page.getByRole('button', { name: 'Drag Last 10 years' }).focus();
  // What is told to a screen reader says when the limiter is picked up, and when it has moved.
  const told = page.locator('[id^="DndLiveRegion"]');
  await page.keyboard.press('Space');
  await expect(told).toContainText('was moved over');
  const before = (await told.textContent()) ?? '';
  await page.keyboard.press('ArrowUp');
  await expect(told).not.toHaveText(before);
  await page.keyboard.press('Space');
  await expect(page.getByRole('row').nth(4)).toContainText('Last 10 years');
  await page.getByRole('button', { name: 'Switch off' }).click();
  await expect(page.getByRole('row').nth(5)).toContainText('switched off');
  await page.getByRole('button', { name: 'Switch on' }).click();
  // Removed, and brought back from the message to where it stood.
  await page.getByRole('button', { name: 'Remove' }).click();
  await expect(page.getByRole('row', { name: /Refereed/ })).toHaveCount(0);
  await page.locator('[data-sonner-toast]', { hasText: 'was removed' }).getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('row').nth(5)).toContainText('Refereed');
  // Somebody else changes it meanwhile: what they left is shown, with a message, and nothing is overwritten.
  const other = await page.context().newPage();
  // The page is not told of it before it is changed here, too.
  await page.route(/\/pulse$/, () => {});
  // What was brought back is saved a moment later.
  await expect(async () => {
    await other.goto(page.url());
    await expect(other.getByRole('row').nth(5)).toContainText('Refereed', { timeout: 2000 });
  }).toPass();
  await other.getByRole('button', { name: 'Switch off' }).click();
  await expect(other.getByRole('row').nth(5)).toContainText('switched off');
  await expect(other.getByText('Saving …')).toHaveCount(0);
  await page.getByRole('radio', { name: 'Hold' }).click();
  await expect(page.getByText(/Somebody else changed the sieve/)).toBeVisible();
  await expect(page.getByRole('row').nth(5)).toContainText('switched off');
  await expect(page.getByRole('radio', { name: 'Stop' })).toBeChecked();
  await page.unroute(/\/pulse$/);
  await other.close();
  await page.getByRole('button', { name: 'Switch on' }).click();
  await page.getByRole('button', { name: 'Save as v1' }).click();
  await page.getByRole('dialog').getByLabel('What it is for, or what changed').fill('As in the protocol.');
  await page.getByRole('dialog').getByRole('button', { name: 'Save version 1' }).click();
  await expect(page.getByRole('button', { name: 'Saved as v1' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('row').nth(4)).toContainText('Last 10 years');
  expect(problems).toEqual([]);
});

test('decisions are made, kept and written up', async ({ page }) => {
  const problems = watch(page);
  const id = await sievedFloors(page, 'Knee pads: the decisions');
  await page.goto(`/reviews/${id}/question`);
  await stage(page, 'Decide').click();
  const queue = page.getByRole('navigation', { name: 'Works to decide' });
  await queue.getByRole('button', { name: /Knee pads for tilers/ }).click();
  await expect(page.getByRole('main').getByRole('heading', { level: 1 })).toContainText('Knee pads (intervention) for tilers (population)');
  await expect(page.locator('article mark', { hasText: 'randomly allocated' })).toContainText('design');
  const grounds = page.getByLabel(/Grounds, drafted/);
  await expect(grounds).toHaveValue(/Research article \(.*evidence level 2 \(OCEBM 2011\).*mentions “Knee pads”, “tilers”/s);
  await grounds.fill(`${await grounds.inputValue()} Read in full.`);
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(queue.getByRole('button', { name: /Knee pads for tilers/ })).toContainText('Kept');
  await queue.getByRole('button', { name: /Gel or foam/ }).click();
  await page.getByRole('button', { name: 'Exclude for' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /Not met: People who lay tiles/ })
    .click();
  await expect(queue.getByRole('button', { name: /Gel or foam/ })).toContainText('Excluded');
  await expect(page.getByRole('main').getByRole('heading', { level: 1 })).toContainText('Knees <script>window.broken = 1</script>');
  await page.getByRole('button', { name: 'Background' }).click();
  await expect(queue.getByRole('button', { name: /Knees/ })).toContainText('Background');
  await expect(page.getByText(/^Marked as background:/)).toBeVisible();
  await page.reload();
  await expect(queue.getByRole('button', { name: /Knee pads for tilers/ })).toContainText('Kept');
  await expect(stage(page, 'Decide')).toContainText('3 of 3');
  await stage(page, 'Write up').click();
  await expect(page.getByRole('link', { name: 'Kept so far: 1', exact: true })).toBeVisible();
  await expect(page.getByText('Together (as many as there are works)')).toBeVisible();
  await expect(page.getByRole('list', { name: 'Minimum numbers' }).getByText('1 kept of at least 2')).toBeVisible();
  await page.getByRole('link', { name: 'Stopped by the sieve: 3' }).click();
  await expect(page.getByRole('table', { name: /Stopped by the sieve: 3/ })).toContainText('Editorial');
  await page.getByRole('link', { name: 'Excluded: Not met: People who lay tiles: 1' }).click();
  await expect(page.getByRole('table', { name: 'Excluded: Not met: People who lay tiles: 1' })).toContainText('Gel or foam');
  await page.getByRole('link', { name: 'Export' }).click();
  await choose(page, 'Works that are', 'kept or excluded');
  const download = async (name: string) => {
    const started = page.waitForEvent('download');
    await page.getByRole('link', { name, exact: true }).click();
    return readFileSync((await (await started).path())!, 'utf8');
  };
  const rows = parse(await download('CSV'), { bom: true, columns: true }) as Record<string, string>[];
  expect(rows.map((r) => [r.title, r.state])).toEqual([
    ['Knee pads for tilers: a randomised controlled trial', 'kept'],
    ['Gel or foam under the knee: a cluster randomised trial', 'excluded'],
  ]);
  expect(rows[0]).toMatchObject({
    databases: 'Vellmora; Ostrane',
    'evidence level': '2',
    'peer review': 'refereed',
    'sieve outcome': 'through all 4 limiters',
    decision: 'keep',
    'decided by': 'M. Okonjo',
    'sieve version': '1',
  });
  expect(rows[0]!.grounds).toMatch(/Read in full\.$/);
  for (const axis of ['source type', 'publication type', 'peer review', 'design', 'evidence level'])
    expect(rows[0]![`${axis} settled by`]).toMatch(/^(?:asserted|venue|strong|weak)$/);
  expect(rows[1]).toMatchObject({ 'reason code': 'population', reason: 'People who lay tiles' });
  const ris = await download('RIS');
  expect(ris.match(/^TY {2}- JOUR\r$/gm)).toHaveLength(2);
  expect(ris).toMatch(/N1 {2}- Decision: keep\r\nN1 {2}- Grounds: .*Read in full\.\r\nER {2}- /);
  await stage(page, 'Checks').click();
  await expect(page.getByRole('heading', { name: 'Every count adds up' })).toBeVisible();
  expect(await page.evaluate(() => (window as { broken?: number }).broken)).toBeUndefined();
  expect(problems).toEqual([]);
});
