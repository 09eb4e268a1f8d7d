import { expect, type Page } from '@playwright/test';
import { aPdf } from '../src/testing/a-pdf';
import { addDatabase, choose, createReview, fileOf, openDemo, verb, watch } from './helpers';
import { placeOf, test } from './test';

const entry = (n: number, type: string, title: string, ...lines: string[]) =>
  [`TY  - ${type}`, `AN  - ${n}`, `TI  - ${title}`, `AU  - Falk, Iben${n}`, ...lines, 'ER  - ', ''].join('\n');
const RIS = [
  entry(
    1,
    'JOUR',
    'Lamps before the shift: a randomised trial',
    'PY  - 2016',
    'DO  - 10.5555/lamps',
    'JO  - Night Work and Health',
    'SN  - 9990-2036',
  ),
  entry(2, 'JOUR', 'Shades on the way home: a cohort study', 'PY  - 2018', 'JO  - Far Away Papers', 'SN  - 9990-4047'),
  entry(3, 'BOOK', 'Light and labour in two towns', 'PY  - 2009', 'SN  - 9789990550009', 'PB  - Sluicegate University Press'),
].join('\n');
const HOLDINGS = [
  'publication_title\tprint_identifier\tdate_first_issue_online\tcoverage_depth\tpublication_type',
  'Night Work and Health\t9990-2036\t2005\tfulltext\tserial',
  'Light and labour in two towns\t9789990550009\t\tprint\tmonograph',
  '\t9990-3008\t\tfulltext\tserial',
].join('\n');

async function begin(page: Page, title: string): Promise<string> {
  const id = await createReview(page, title);
  await page.goto(`/reviews/${id}/retrieve`);
  await addDatabase(page, 'Vellmora', 'VH');
  await page.getByLabel('Files from Vellmora', { exact: true }).setInputFiles(fileOf('vellmora.ris', RIS));
  await expect(page.getByText('3 entries = 3 records')).toBeVisible({ timeout: 90_000 });
  await expect(page.getByRole('link', { name: /^Merge/ })).toContainText('3', { timeout: 90_000 });
  for (const workNo of [1, 2, 3])
    await verb(page, id, 'decide', { workNo, verdict: 'keep', reasonCode: '', grounds: 'On topic.', seenSeq: 0 });
  return id;
}

test('a source in hand and a round of citations: taken in, decided, and in the arm of the flow that is theirs', async ({ page }, info) => {
  const problems = watch(page);
  const id = await begin(page, 'Found otherwise');
  const at = (path: string) => `http://127.0.0.1:${placeOf(info.parallelIndex).SEARCH_STANDINS}/${path}`;
  await page.goto(`/reviews/${id}/library`);
  await page.getByLabel('Register of identifiers').fill(at('register/night/{id}'));
  await page.getByLabel('Citation index').fill(at('index/night/{id}'));
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved.')).toBeVisible();

  // An identifier is looked up, and how it was found is said.
  await page.goto(`/reviews/${id}/retrieve`);
  await page.getByRole('link', { name: 'Other ways of finding' }).click();
  const hand = page.getByRole('region', { name: 'A source in hand' });
  await hand.getByLabel(/^DOI, PMID, ISBN/).fill('https://doi.org/10.5555/idx.011');
  await hand.getByRole('button', { name: 'Read it' }).click();
  await expect(hand.getByLabel('Title')).toHaveValue('Light, meals and naps: guidance for rosters');
  await choose(page, 'Way', 'People asked');
  await hand.getByLabel('Whom').fill('The ward manager');
  await hand.getByRole('button', { name: 'Take it in' }).click();
  const list = page.getByRole('region', { name: 'Found so far' });
  await expect(list.getByText('People asked: The ward manager')).toBeVisible();

  // A reference as it is printed; what of it was not understood is shown, and an ISBN that is none is refused in its place.
  await hand.getByLabel(/^DOI, PMID, ISBN/).fill('Marram, J. (2011). Oak, rope and lamp oil. Tolland Academic. [shelf 7]');
  await hand.getByRole('button', { name: 'Read it' }).click();
  await expect(hand.getByLabel('Title')).toHaveValue('Oak, rope and lamp oil');
  await expect(hand.getByText(/Not understood/)).toBeVisible();
  await choose(page, 'Kind of source', 'Book');
  await choose(page, 'Way', 'Hand searching');
  await hand.getByLabel('Which journal or shelf').fill('Shelf 7');
  await hand.getByLabel('ISBN', { exact: true }).fill('978-99905-5000-1');
  await hand.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText(/is no ISBN/)).toBeVisible();
  await hand.getByLabel('ISBN', { exact: true }).fill('');
  await hand.getByRole('button', { name: 'Take it in' }).click();
  await expect(list.getByText('Hand searching: Shelf 7')).toBeVisible();

  // Citations: what the kept work is cited by and cites, one taken in; the next round finds nothing new.
  await page.getByRole('link', { name: 'Following citations' }).click();
  await page.getByRole('button', { name: /^Follow the citations of 3 kept works/ }).click();
  const round = page.getByRole('region', { name: 'Round 1' });
  await expect(round).toContainText('new');
  const open = page.getByRole('region', { name: 'Led to and not in the review' });
  await open.getByRole('checkbox').first().check();
  await open.getByRole('button', { name: 'Take in 1' }).click();
  await expect(round).toContainText('1 taken in');
  await page.getByRole('button', { name: /^Follow the citations/ }).click();
  await expect(page.getByText('Nothing new in the last round.')).toBeVisible();

  await page.goto(`/reviews/${id}/write-up/flow`);
  const flow = page.getByRole('img', { name: /6 records identified/ });
  await expect(flow).toBeVisible({ timeout: 60_000 });
  for (const words of ['Citation searching', 'Hand searching', 'People asked']) await expect(flow).toContainText(words);
  await page.goto(`/reviews/${id}/write-up/methods`);
  await expect(page.getByText(/Beside the databases/)).toBeVisible();

  // Taken back with a word on why, it is in no count.
  await page.goto(`/reviews/${id}/others`);
  // The page is new: a click that comes before its program does opens nothing.
  await expect(async () => {
    await list
      .getByRole('row', { name: /Oak, rope and lamp oil/ })
      .getByRole('button', { name: 'Take back' })
      .click();
    await expect(page.getByRole('dialog').getByLabel('Why')).toBeVisible({ timeout: 3000 });
  }).toPass({ timeout: 40_000 });
  await page.getByRole('dialog').getByLabel('Why').fill('It is about ships.');
  await page.getByRole('dialog').getByRole('button', { name: 'Take it back' }).click();
  await expect(list.getByRole('button', { name: 'Put in again' })).toBeVisible();
  await page.goto(`/reviews/${id}/write-up/flow`);
  await expect(page.getByRole('img', { name: /5 records identified/ })).toBeVisible({ timeout: 60_000 });
  expect(problems).toEqual([]);
});

test('what the library holds, a limiter on it, requests to another library, and a look inside a book', async ({ page }, info) => {
  const problems = watch(page);
  const id = await begin(page, 'Held and asked for');
  const at = (path: string) => `http://127.0.0.1:${placeOf(info.parallelIndex).SEARCH_STANDINS}/${path}`;
  await page.goto(`/reviews/${id}/library`);
  const input = page.getByLabel('List for: What the library holds');
  await input.setInputFiles(fileOf('page.txt', '<html>'));
  await page.getByRole('dialog').getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByText(/has no field “publication_title”/)).toBeVisible();
  await page.keyboard.press('Escape');
  await input.setInputFiles(fileOf('college-2026-09-01.txt', HOLDINGS));
  await expect(page.getByLabel('Day of which it tells')).toHaveValue('2026-09-01');
  await page.getByRole('dialog').getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByText('1 line could not be used as they stand')).toBeVisible();
  const sums = page.getByRole('region', { name: 'What it comes to' });
  await expect(sums).toContainText('1 not held', { timeout: 60_000 });
  await expect(sums).toContainText('1 held in print');
  await page.getByLabel('Resolver (OpenURL)').fill(at('resolver'));
  await page.getByLabel('Where another library takes requests').fill(at('lend'));
  await page.getByLabel('Who asks').fill('A. Reader');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved.')).toBeVisible();

  // The limiter says what it would cut, and that it says nothing of quality.
  await page.goto(`/reviews/${id}/sieve`);
  await page.getByRole('button', { name: 'Add limiter' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Held here or open/ })
    .click();
  await expect(page.getByRole('note').filter({ hasText: 'says nothing of quality' })).toContainText(
    'It would cut 1 work that has other values alone: scholarly journal 1 of 2.',
  );

  // Every work has the way to it; one without a link that lasts goes through the resolver.
  await page.goto(`/reviews/${id}/find?find=Shades`);
  await page
    .getByRole('button', { name: /Shades on the way home/ })
    .first()
    .click();
  const way = page.getByRole('region', { name: 'The way to it' });
  await expect(way).toContainText('through the library’s resolver');
  const [resolver] = await Promise.all([page.waitForEvent('popup'), way.getByRole('link', { name: 'Get it' }).click()]);
  await expect(resolver.getByRole('heading', { name: /the way to a text/ })).toBeVisible();
  await expect(resolver.getByText('Far Away Papers')).toBeVisible();
  await resolver.close();

  // Asked of another library, which answers after some of its short days.
  await page.goto(`/reviews/${id}/library/requests`);
  await page.getByLabel('Choose “Shades on the way home: a cohort study”').check();
  await page.getByLabel('Choose “Light and labour in two towns”').check();
  const [mail] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'as the text of an e-mail' }).click()]);
  expect(mail.suggestedFilename()).toMatch(/requests\.txt$/);
  await page.getByRole('button', { name: 'Ask for 2' }).click();
  await expect(page.getByText('2 works asked for.')).toBeVisible();
  await page.waitForTimeout(3000);
  await page.getByRole('button', { name: 'Hear what has come' }).click();
  await expect(page.getByText(/arrived, \d refused, 0 still on the way/)).toBeVisible();

  // Inside the book: words of its text, and which of them are about it.
  const pdf = {
    name: 'towns.pdf',
    mimeType: 'application/pdf',
    buffer: aPdf(['Light and labour in two towns.', 'The labour of light. Hard labour.']),
  };
  const sent = await page.request.put(`/api/reviews/${id}/works/3/pdf?name=towns.pdf`, {
    data: pdf.buffer,
    headers: { origin: new URL(page.url()).origin },
  });
  expect(sent.ok()).toBe(true);
  await page.goto(`/reviews/${id}/library/inside?work=3`);
  await page.getByLabel('Words to look for').fill('labour');
  await page.getByRole('button', { name: 'Look', exact: true }).click();
  await expect(page.getByText(/0 about it, 0 in another sense/)).toBeVisible();
  await page.getByRole('radio', { name: 'Not' }).last().click();
  await expect(page.getByText(/0 about it, 1 in another sense/)).toBeVisible();
  await page.goto(`/reviews/${id}/write-up/take`);
  const [zip] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: /Full texts of what is kept/ }).click()]);
  expect(zip.suggestedFilename()).toMatch(/full-texts\.zip$/);
  expect(problems).toEqual([]);
});

test('the demo has both: a round that found a missed trial and a retracted one, and a request that is late', async ({ page }) => {
  const problems = watch(page);
  await openDemo(page, 'others');
  await expect(page.getByRole('row', { name: /Timed lamps before the night bus/ })).toContainText('kept');
  await expect(page.getByRole('row', { name: /RETRACTED/ })).toContainText('excluded');
  await openDemo(page, 'library/requests', /historic tide mills/);
  await expect(page.getByText(/1 request is late/)).toBeVisible();
  await openDemo(page, 'others', /historic tide mills/);
  await expect(page.getByText('People asked: The keeper of Saltern mill')).toBeVisible();
  await openDemo(page, 'write-up/flow', /historic tide mills/);
  await expect(page.getByRole('img', { name: /reports included/ })).toContainText(/identified in ?other ways/);
  expect(problems).toEqual([]);
});
