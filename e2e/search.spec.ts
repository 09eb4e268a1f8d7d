import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { addDatabase, createReview, fileOf, verb, watch } from './helpers';
import { placeOf, test } from './test';

const standin = (worker: number, tag: string) => `http://127.0.0.1:${placeOf(worker).SEARCH_STANDINS}/sru/${tag.toLowerCase()}`;

/** Adds databases under Retrieve, and opens the way into each by its address. */
async function openWays(
  page: Page,
  id: string,
  worker: number,
  databases: readonly (readonly [name: string, tag: string, version: string])[],
) {
  await page.goto(`/reviews/${id}/retrieve`);
  for (const [name, tag] of databases) await addDatabase(page, name, tag);
  await page.getByRole('link', { name: 'Search desk' }).click();
  await page.getByRole('link', { name: 'Ways in and headings' }).click();
  for (const [name, tag, version] of databases) {
    const door = page.getByRole('region', { name, exact: true });
    await door.getByLabel('Address of its server').fill(standin(worker, tag));
    if (version !== '1.2') {
      await door.getByRole('combobox', { name: 'Version' }).click();
      await page.getByRole('option', { name: version }).click();
    }
    await door.getByRole('button', { name: 'Open this way' }).click();
    await expect(door.getByText(/^How it is asked/)).toBeVisible();
  }
}

/** Writes a part of the sheet. */
async function write(page: Page, part: number, name: string, lines: string) {
  await page.getByRole('button', { name: part === 1 ? 'An empty part' : 'Another part' }).click();
  await page.getByLabel(`Name of part ${part}`).fill(name);
  await page.getByLabel(`Lines of part ${part}`).fill(lines);
}
const cell = (page: Page, database: string, line: string) => page.getByRole('button', { name: new RegExp(`^${database}, ${line}: `) });

test('from a question to records of five databases, with what each of them does wrong on the screen', async ({ page }, info) => {
  const problems = watch(page);
  const id = await createReview(page, 'Light for nights');
  const limiter = (limiterId: string, name: string, of: object) => ({
    ...{ id: limiterId, name, test: of, evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: '', on: true },
  });
  await verb(page, id, 'save-sieve', {
    sieve: [
      limiter('refereed', 'Refereed', { kind: 'coded', axis: 'peerReview', allowed: ['refereed'] }),
      limiter('studies', 'Studies', { kind: 'coded', axis: 'publicationType', allowed: ['research-article'] }),
      limiter('recent', 'Since 2016', { kind: 'recency', date: 'earliest', window: { count: 'fixed', from: '2016-01-01', to: null } }),
    ],
    seenEdit: 0,
  });
  await openWays(page, id, info.parallelIndex, [
    ['Vellmora', 'VH', '1.2'],
    ['Ostrane', 'OF', '2.0'],
    ['Quillby', 'QA', '2.0'],
    ['Tarnwick', 'TW', '2.0'],
    ['Brindlecote', 'BC', '1.2'],
  ]);
  // What a server does not say of itself is set beside it: a limiter of publication types.
  const ostrane = page.getByRole('region', { name: 'Ostrane', exact: true });
  await ostrane.getByText(/^How it is asked/).click();
  await ostrane.getByRole('button', { name: 'Another limiter' }).click();
  await ostrane.getByRole('combobox', { name: 'By', exact: true }).last().click();
  await page.getByRole('option', { name: 'Publication type' }).click();
  await ostrane.getByLabel('Its name there').last().fill('Publication types');
  await ostrane
    .getByLabel(/In CQL/)
    .last()
    .fill('of.research = "1"');
  await ostrane.getByRole('button', { name: 'Save' }).click();
  await expect(ostrane.getByText(/2 limiters/)).toBeVisible();

  // The sheet, with counts beside the lines; a misspelt word is told by the index itself.
  await page.getByRole('link', { name: 'Sheet', exact: true }).click();
  await write(page, 1, 'Who', 'nights\nnight shift*\nnight work*\nli*');
  await expect(page.getByText('Line 4: “li*” stands for every word that begins so')).toBeVisible();
  await page.getByLabel('Lines of part 1').fill('nights\nnight shift*\nnight work*');
  await write(page, 2, 'Light', 'anywhere: brigth light\nanywhere: lamp*\nanywhere: eyewear\nanywhere: dim evenings');
  const beside = page.getByRole('table', { name: 'What each line of part 2 finds at Vellmora' });
  await expect(beside.getByRole('row').nth(2)).toContainText(/\d+\+\d+\+\d+/);
  await expect(page.getByText('“brigth” is not in the titles of Vellmora')).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  // Counted at all five with the slip still in it: the query that one suggests has lost the window.
  await page.getByRole('link', { name: 'Lines and limiters' }).click();
  await page.getByRole('button', { name: 'Count at all 5' }).click();
  await expect(page.getByText('suggestion drops it')).toBeVisible();
  await page.getByRole('link', { name: 'Sheet', exact: true }).click();
  await page
    .getByRole('button', { name: /^bright/ })
    .first()
    .click();
  await expect(page.getByLabel('Lines of part 2')).toHaveValue(/^anywhere: bright light\n/);
  await page.getByLabel('What changed').fill('The word is spelt right.');
  await page.getByRole('button', { name: 'Keep as version 1' }).click();
  await expect(page.getByText('The word is spelt right.')).toBeVisible();
  await page.getByRole('link', { name: 'Lines and limiters' }).click();
  await expect(page.getByText('changed since: count again').first()).toBeVisible();
  await page.getByRole('button', { name: 'Count at all 5' }).click();
  await expect(page.getByText('changed since: count again')).toHaveCount(0);
  await expect(page.getByText('suggestion drops it')).toHaveCount(0);
  for (const habit of ['dropped: no field', 'own years', 'counted apart']) await expect(page.getByText(habit).first()).toBeVisible();

  // One line: what it does, its titles, by key.
  await cell(page, 'Quillby', 'All parts together').click();
  const line = page.getByRole('complementary', { name: 'The picked line' });
  await expect(line.getByLabel('The query, in CQL')).toHaveValue(/bright light/);
  await line.getByRole('button', { name: '20 by lot' }).click();
  await expect(page.getByRole('list', { name: 'Titles' }).getByRole('listitem')).toHaveCount(20);
  for (const key of ['t', 't', 'f', 't']) await page.keyboard.press(key);
  await expect(page.getByRole('status').filter({ hasText: '3 of 4' })).toContainText('75 %');

  // Taken in from each, with nothing typed; what a limiter left out can be taken in aside.
  await page.goto(`/reviews/${id}/search/lines`);
  for (const [i, database] of ['Vellmora', 'Ostrane', 'Quillby', 'Tarnwick', 'Brindlecote'].entries()) {
    await cell(page, database, 'Since 2016').click();
    await line.getByRole('button', { name: 'Take in' }).click();
    await expect(page.getByText(`Being taken into retrieval ${i + 1}.`)).toBeVisible();
  }
  await cell(page, 'Ostrane', 'Studies').click();
  await line.getByLabel('At most (all)').fill('15');
  await line.getByRole('button', { name: 'What it left out' }).click();
  await expect(page.getByText('Being taken into retrieval 6.')).toBeVisible();
  await line.getByRole('button', { name: 'Save this search' }).click();
  await page.goto(`/reviews/${id}/retrieve`);
  await expect(page.getByText(/^\d[\d,]* entries = .* in 6 files\.$/)).toBeVisible({ timeout: 120_000 });
  await page.goto(`/reviews/${id}/retrieve/2`);
  await expect(page.getByText(/SRU 2\.0, Ostrane/).first()).toBeVisible();
  await page.goto(`/reviews/${id}/sieve/parity`);
  await expect(page.getByRole('button', { name: /Since 2016.*Vellmora/ }).first()).toBeVisible({ timeout: 120_000 });

  // Run again: nothing is new on the same day. And on paper.
  await page.goto(`/reviews/${id}/search/saved`);
  await page.getByRole('button', { name: 'Run now' }).click();
  await expect(page.getByText(/the first run/)).toBeVisible();
  await page.getByRole('button', { name: 'Run now' }).click();
  await expect(page.getByText(/nothing new/)).toBeVisible();
  const feed = await page.request.get((await page.getByRole('link', { name: 'Atom feed' }).getAttribute('href'))!);
  expect(feed.headers()['content-type']).toContain('application/atom+xml');
  await page.getByRole('link', { name: 'By hand, and on paper' }).click();
  const leaving = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Download as text' }).click();
  const text = readFileSync(await (await leaving).path(), 'utf8');
  expect(text).toContain('Quillby (SRU 2.0, Quillby)');
  expect(text).toContain('It counts years its own way');
  expect(problems).toEqual([]);
});

test('tide mills: two library catalogues, one of which does not always answer, headings with those below them, and lines for a third by hand', async ({
  page,
}, info) => {
  const problems = watch(page);
  const id = await createReview(page, 'Mills at the tide');
  await openWays(page, id, info.parallelIndex, [
    ['Ebbstone', 'EB', '1.2'],
    ['Culverly', 'CV', '1.2'],
  ]);
  // A thesaurus is brought; what is none is refused in a sentence.
  const file = page.getByLabel('A thesaurus in SKOS');
  await file.setInputFiles(fileOf('page.xml', '<html><body>Headings</body></html>'));
  await expect(page.getByText(/page\.xml: This is <html>, not a thesaurus/)).toBeVisible();
  const { skosOf } = await import('../demo/servers/thesauri');
  await file.setInputFiles(fileOf('headings.rdf', skosOf('mills', 'Ebbstone')));
  await expect(page.getByText('Headings of Ebbstone: 11 headings').first()).toBeVisible();
  const ebbstone = page.getByRole('region', { name: 'Ebbstone', exact: true });
  await ebbstone.getByRole('combobox', { name: 'Headings of' }).click();
  await page.getByRole('option', { name: 'Headings of Ebbstone' }).click();
  await expect(ebbstone.getByRole('combobox', { name: 'Headings of' })).toContainText('Headings of Ebbstone');

  await page.getByRole('link', { name: 'Sheet', exact: true }).click();
  await write(page, 1, 'Mills', 'anywhere: tide mill*\nanywhere: tidal mill*');
  const headings = page.getByRole('region', { name: 'Headings' });
  await headings.getByLabel(/^A word/).fill('millwork');
  await headings.getByRole('button', { name: 'Mills and mill-work' }).click();
  await headings.getByRole('button', { name: 'with the 2 below' }).click();
  await expect(page.getByLabel('Lines of part 1')).toHaveValue(/heading and below: Mills and mill-work$/);
  await write(page, 2, 'Repair', 'anywhere: repair*\nanywhere: restor*\nanywhere: conserv*');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Lines and limiters' }).click();
  // The unsteady one keeps every third request waiting, whichever it is: of two or three counts one meets a line.
  await expect(async () => {
    await page.getByRole('button', { name: 'Count at all 2' }).click();
    await expect(page.getByRole('button', { name: 'Count at all 2' })).toBeEnabled({ timeout: 60_000 });
    await expect(page.getByText('slow').first()).toBeVisible({ timeout: 3000 });
  }).toPass({ timeout: 90_000 });
  await expect(page.getByText('counted apart').first()).toBeVisible();
  for (const [i, name] of ['Ebbstone', 'Culverly'].entries()) {
    await cell(page, name, 'All parts together').click();
    await page.getByRole('complementary', { name: 'The picked line' }).getByRole('button', { name: 'Take in' }).click();
    await expect(page.getByText(`Being taken into retrieval ${i + 1}.`)).toBeVisible();
  }
  await page.goto(`/reviews/${id}/retrieve`);
  await expect(page.getByText(/^\d[\d,]* entries = .* in 2 files\.$/)).toBeVisible({ timeout: 120_000 });

  // A third that has no open door: the same sheet in plain words.
  await addDatabase(page, 'Quayside', 'QY');
  await page.goto(`/reviews/${id}/search/by-hand`);
  await expect(page.getByText('(“tide mill*” OR “tidal mill*”) anywhere OR heading “Mills and mill-work” with all below it')).toBeVisible();
  await expect(page.getByText('1 AND 2', { exact: true })).toBeVisible();
  await expect(page.getByRole('heading', { name: /Quayside/ })).toBeVisible();
  // A server that may not be asked, and one that is not there.
  await page.getByRole('link', { name: 'Ways in and headings' }).click();
  const quayside = page.getByRole('region', { name: 'Quayside', exact: true });
  await quayside.getByLabel('Address of its server').fill('http://127.0.0.1:9/sru');
  await quayside.getByRole('button', { name: 'Open this way' }).click();
  await expect(quayside.getByText(/not among those that may be asked/)).toBeVisible();
  expect(problems).toEqual([]);
});
