import { readFileSync } from 'node:fs';
import { expect, type Locator, type Page } from '@playwright/test';
import { aPdf } from '../src/testing/a-pdf';
import { addDatabase, choose, createReview, fileOf, watch, workOf } from './helpers';
import { test } from './test';

const entry = (n: number, title: string, abstract: string) =>
  `TY  - JOUR\nAN  - ${n}\nTI  - ${title}\nAU  - Falk, Iben${n}\nT2  - Annals of Floors\nSN  - 9990-1048\nPY  - ${2025 - n}\nVL  - 4\nSP  - ${n}1\nAB  - ${abstract}\nER  - \n\n`;
const FILE = [
  entry(1, 'Kneeling mats for tilers: a randomised trial', 'We randomised 40 tilers to knee pads. Pain fell.'),
  entry(2, 'Kneeling mats for roofers: a randomised trial', 'We randomised 50 roofers.'),
  entry(3, 'STRAPS FOR FLOOR LAYERS: A RANDOMISED TRIAL', 'We randomised 60 floor layers to knee pads.'),
  entry(4, 'Gloves in glazing: a randomised trial', 'We randomised 30 glaziers.'),
].join('');

/** Presses Tab until something has the focus: whoever has no mouse must get there. */
async function tabTo(page: Page, target: Locator) {
  await target.waitFor();
  for (let i = 0; i < 150; i++) {
    if (await target.evaluate((e) => e === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab does not reach ${target}`);
}
async function press(page: Page, target: Locator, key = 'Enter') {
  await tabTo(page, target);
  await page.keyboard.press(key);
}

async function aReviewWithWorks(page: Page, title: string): Promise<string> {
  const id = await createReview(page, title);
  await page.getByLabel('Population').fill('tilers');
  await page.getByLabel('Intervention or exposure').fill('knee pads');
  await page.getByLabel('Outcome').fill('pain');
  await expect(page.getByText('Saved').first()).toBeVisible();
  await page.goto(`/reviews/${id}/retrieve`);
  await addDatabase(page, 'Vellmora', 'VH', true);
  await page.getByLabel('Files from Vellmora', { exact: true }).setInputFiles(fileOf('vellmora.ris', FILE));
  await expect(page.getByRole('link', { name: /^Merge 4/ })).toBeVisible();
  return id;
}

test('from deciding to the write-up and back from its bundle, by keyboard alone', async ({ page }, { repeatEachIndex }) => {
  const problems = watch(page);
  const named = `Knee pads by keyboard ${repeatEachIndex + 1}`;
  const id = await aReviewWithWorks(page, named);
  await page.goto(`/reviews/${id}/decide?order=newest`);
  const title = page.getByRole('main').getByRole('heading', { level: 1 });
  const status = page.getByRole('main').getByRole('status').last();
  await expect(title).toContainText('tilers');

  // The reasons are started from the question and the limiters, where they are first wanted.
  await page.keyboard.press('d');
  await press(page, page.getByRole('button', { name: 'Start the list from them' }));
  await expect(page.getByRole('dialog').getByText('The population asked about')).toBeVisible();
  await page.keyboard.press('Escape');
  // A note, which is not printed, then keep; the next one is there.
  await page.keyboard.press('t');
  await page.keyboard.type('ask the authors');
  await page.keyboard.press('Escape');
  await page.keyboard.press('a');
  await expect(title).toContainText('roofers');
  await expect(page.getByRole('region', { name: 'Similar works already decided' })).toContainText('kept');
  // Excluded by the number of the reason: grounds that nobody touched say which.
  await page.keyboard.press('d');
  await page.keyboard.press('1');
  await expect(title).toContainText('STRAPS');
  await page.keyboard.press('a');
  await expect(title).toContainText('Gloves');
  await page.keyboard.press('p');
  await page.keyboard.press('p');
  await expect(title).toContainText('roofers');
  await expect(status).toHaveText('Excluded');
  await expect(page.getByLabel(/Grounds, drafted/)).toHaveValue(/^Not met: the population asked about/);

  // The full text of the first: attached, seen by its words, kept for what a page says; the other was not to be had.
  await press(page, page.getByRole('link', { name: 'Full text', exact: true }));
  await expect(page).toHaveURL(/stage=full-text/);
  await expect(title).toContainText(/tilers|STRAPS/);
  await page.goto(`/reviews/${id}/decide?stage=full-text&order=newest`);
  await expect(title).toContainText('tilers');
  await page
    .getByLabel('PDF of the full text')
    .setInputFiles({ name: 'mats.pdf', mimeType: 'application/pdf', buffer: aPdf(['Mats', 'Pain fell by two points.']) }); // prettier-ignore
  await expect(page.getByRole('region', { name: 'Full text' })).toContainText('2 pages');
  const page2 = page.getByLabel('Page that it rests on');
  await tabTo(page, page2);
  await page.keyboard.type('2');
  await page.keyboard.press('Escape');
  await page.keyboard.press('a');
  await expect(title).toContainText('STRAPS');
  await page.keyboard.press('d');
  await expect(page.getByRole('dialog')).toContainText('Full text not retrieved');
  const numbers = await page.getByRole('dialog').getByRole('listitem').count();
  await page.keyboard.press(String(numbers));
  await expect(status).toHaveText('Excluded');
  await page.keyboard.press('u');
  await expect(status).toHaveText('Undecided');
  // Nobody said where this one was read: that is asked once.
  await page.keyboard.press('a');
  await page.getByLabel('A library, a shelf, an address').press('End');
  await page.keyboard.type('Reading room, shelf 3');
  await page.keyboard.press('Enter');
  await expect(status).toHaveText('Kept');

  await press(page, page.getByRole('link', { name: 'Full texts', exact: true }));
  await tabTo(page, page.getByLabel(/Words or a phrase/));
  await page.keyboard.type('two points');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: 'page 2' })).toBeVisible();

  // One was kept and one excluded on one profile: what sets it apart is written down.
  await press(page, page.getByRole('link', { name: 'Decided alike?' }));
  await press(page, page.getByRole('button', { name: /Write this reason as what sets it apart/ }));
  await expect(page.getByText('Nothing is inconsistent')).toBeVisible();
  await press(page, page.getByRole('link', { name: 'Ledger' }));
  await expect(page.getByRole('table')).toContainText('ask the authors');
  await expect(page.getByRole('table')).toContainText('what sets it apart: Not met');

  // The write-up: counts that reconcile, words of one's own, a citation set right.
  await press(page, page.getByRole('link', { name: /^Write up/ }));
  await press(page, page.getByRole('link', { name: 'Flow diagram' }));
  await expect(page.getByRole('img', { name: /4 records identified, 2 reports included/ })).toBeVisible();
  await press(page, page.getByRole('button', { name: 'Edit the wording' }));
  await tabTo(page, page.getByLabel('Records screened'));
  await page.keyboard.type('Works screened by one person');
  await page.keyboard.press('Enter');
  await expect(page.getByText('The wording is saved.')).toBeVisible();
  await press(page, page.getByRole('link', { name: 'References', exact: true }));
  await expect(page.getByText('The title is in capitals throughout.')).toBeVisible();
  await press(page, page.getByRole('button', { name: 'Correct it' }).first());
  await press(page, page.getByRole('button', { name: 'Save', exact: true }));
  await expect(page.getByText(/Straps for floor layers: A randomised trial/).first()).toBeVisible();
  await press(page, page.getByRole('link', { name: 'Methods and tables' }));
  await expect(page.getByRole('region', { name: 'Selection' })).toContainText('3 works were judged by title and abstract by M. Okonjo');

  // Out as a bundle, deleted by its title, and back to the same counts.
  await press(page, page.getByRole('link', { name: 'Export' }));
  const leaving = page.waitForEvent('download');
  await press(page, page.getByRole('link', { name: 'Export the bundle', exact: true }));
  const bundle = await (await leaving).path();
  await press(page, page.getByRole('button', { name: 'Delete the review…' }));
  await expect(page.getByText(/With it go 4 records, 4 works/)).toBeVisible();
  await tabTo(page, page.getByLabel(/To delete it, write its title/));
  await page.keyboard.type(named);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Reviews', exact: true })).toBeVisible();
  await expect(page.getByRole('link', { name: named })).toHaveCount(0);
  await page
    .getByLabel('Bundle of a review')
    .setInputFiles({ name: 'bundle.zip', mimeType: 'application/zip', buffer: readFileSync(bundle) });
  await expect(page.getByRole('link', { name: /^Decide\b.* 3 of 4$/ })).toBeVisible();
  const back = new URL(page.url()).pathname.split('/')[2]!;
  await page.goto(`/reviews/${back}/write-up/flow`);
  await expect(page.getByText('Works screened by one person').first()).toBeVisible();
  await page.goto(`/reviews/${back}/slip/1`);
  await expect(page.getByRole('heading', { name: 'Why is this one in?' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'What was decided, and by whom' })).toContainText('page 2');
  expect(problems).toEqual([]);
});

test('two tabs, one work: the second is told; a tab that is closed at once has lost nothing; many decided together', async ({
  page,
  context,
}) => {
  const id = await aReviewWithWorks(page, 'Knee pads in two tabs');
  await page.goto(`/reviews/${id}/decide/reasons`);
  await page.getByRole('button', { name: 'Add those from the limiters and the question' }).click();
  await expect(page.getByLabel('What is not met').first()).toHaveValue('The population asked about');
  const other = await context.newPage();
  // The second is not told before it decides, too.
  await other.route(/\/pulse$/, () => {});
  for (const tab of [page, other]) {
    await tab.goto(`/reviews/${id}/decide?order=newest`);
    await expect(tab.getByLabel(/Grounds, drafted/)).not.toHaveValue('');
  }
  const title = (tab: Page) => tab.getByRole('main').getByRole('heading', { level: 1 });
  await page.keyboard.press('a');
  await expect(page.getByText(/^Kept:/)).toBeVisible();
  await other.bringToFront();
  await other.keyboard.press('w');
  await expect(other.getByText(/Somebody else decided this work meanwhile/)).toBeVisible();
  await expect(title(other)).toContainText('tilers');
  await expect(other.getByRole('main').getByRole('status').last()).toHaveText('Kept');
  // Two decisions, and the tab is gone before any answer came.
  await other.keyboard.press('n');
  await expect(title(other)).toContainText('roofers');
  await expect(other.getByLabel(/Grounds, drafted/)).not.toHaveValue('');
  await other.keyboard.press('w');
  await expect(title(other)).toContainText('STRAPS');
  await other.keyboard.press('w');
  await other.close();
  await expect
    .poll(async () => {
      return (await workOf(page, id, 3)).state;
    })
    .toBe('waiting');
  await page.goto(`/reviews/${id}/decide?show=waiting`);
  await expect(page.getByText('2 of 4 shown')).toBeVisible();
  // Both together, with what would change shown before.
  await page.getByRole('button', { name: 'Decide these 2 together…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel(/Also the 2 that are decided already/).check();
  await expect(dialog.getByRole('region', { name: 'What would change' })).toContainText('2 would change, 2 of them from another decision');
  await dialog.getByLabel('Grounds, for all of them').fill('Not tilers.');
  await dialog.getByRole('button', { name: 'Exclude: 2 works' }).click();
  await expect(page.getByText(/2 decided together/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(page.getByText('2 taken back.')).toBeVisible();
  // Any list can be taken along: here the waiting ones.
  await page.goto(`/reviews/${id}/write-up?state=waiting`);
  await choose(page, 'This list as', 'BibTeX');
  const leaving = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  const list = await leaving;
  expect(list.suggestedFilename()).toBe('knee-pads-in-two-tabs-list.bib');
  expect(readFileSync(await list.path(), 'utf8').match(/^@/gm)).toHaveLength(2);
});
