import { expect, type Page } from '@playwright/test';
import { addDatabase, createReview, fileOf, watch } from './helpers';
import { test } from './test';

const entry = (n: number, title: string, year: number) =>
  `TY  - JOUR\nAN  - ${n}\nTI  - ${title}\nAU  - Falk, Iben${n}\nT2  - Annals of Floors\nSN  - 9990-1048\nPY  - ${year}\nVL  - 4\nSP  - ${n}1\nDO  - 10.5555/c.${n}\nAB  - We randomised ${n}0 tilers to knee pads.\nER  - \n\n`;
const FILE = [
  entry(1, 'Kneeling mats for tilers: a randomised trial', 2022),
  entry(2, 'Straps for floor layers: a randomised trial', 2021),
  entry(3, 'Padded trousers in parquet work: a randomised trial', 2010),
  entry(4, 'Gloves in glazing: a randomised trial', 2008),
  entry(5, 'Stools for roofers: a randomised trial', 2004),
].join('');
const KNOWN = '10.5555/c.1\n10.5555/c.3\n2019\nStraps for floor layers: a randomised trial\n10.5555/c.99';

async function aReviewWithALimiter(page: Page): Promise<string> {
  const id = await createReview(page, 'Checks');
  await page.goto(`/reviews/${id}/retrieve`);
  await addDatabase(page, 'Vellmora', 'VH', true);
  await page.getByLabel('Files from Vellmora', { exact: true }).setInputFiles(fileOf('vellmora.ris', FILE));
  await expect(page.getByRole('link', { name: /^Merge 5/ })).toBeVisible();
  await page.goto(`/reviews/${id}/sieve`);
  await page.getByRole('button', { name: 'Add limiter' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Last 10 years To the day/ })
    .click();
  await expect(page.getByRole('button', { name: '3 stopped here, all works' })).toBeVisible();
  await expect(page.getByText('Saving …')).toHaveCount(0);
  return id;
}

test('a known work that a limiter loses comes back when it is loosened; a sample is drawn, judged, and one is rescued', async ({
  page,
}) => {
  const problems = watch(page);
  const id = await aReviewWithALimiter(page);

  await test.step('a list of known works: each is found, asked about, missing, or named with its line', async () => {
    await page.getByRole('link', { name: /^Checks/ }).click();
    await page.getByRole('link', { name: 'Known relevant' }).click();
    await page.getByLabel(/^One DOI, PMID or title a line/).fill(KNOWN);
    await page.getByLabel('Where it is from').fill('an earlier review');
    await page.getByRole('button', { name: 'Take the list' }).click();
    await expect(page.getByText('4 works taken; 1 could not be taken:')).toBeVisible();
    await expect(page.getByText(/^Line 3, “2019”/)).toBeVisible();
    await expect(page.getByText(/The search found 2 of 3/)).toBeVisible();
    await page.getByRole('button', { name: /^It is work \d: Straps/ }).click();
    await expect(page.getByText(/The search found 3 of 4/)).toBeVisible();
    const list = page.getByRole('region', { name: 'The list' });
    await expect(list.getByRole('row').filter({ hasText: 'Padded trousers' })).toContainText('stoppedby Last 10 years');
    await expect(list.getByRole('row').filter({ hasText: '10.5555/c.99' })).toContainText('not retrieved');
    await page.getByRole('button', { name: '1 known work stopped by Last 10 years' }).click();
    await expect(page.getByRole('table', { name: 'Known works that Last 10 years stops: 1' })).toContainText('Padded trousers');
  });

  await test.step('the Sieve names what is lost beside the limiter; loosened, it loses nothing', async () => {
    await page.getByRole('link', { name: /^Sieve/ }).click();
    const lost = page.getByRole('button', { name: '1 known relevant lost to Last 10 years' });
    await lost.click();
    await expect(page.getByRole('table', { name: /^Known to belong, and stopped by Last 10 years: 1/ })).toContainText('Padded trousers');
    await page.getByLabel('Years', { exact: true }).fill('17');
    await expect(page.getByRole('button', { name: '2 stopped here, all works' })).toBeVisible();
    await expect(lost).toHaveCount(0);
    await expect(page.getByText('Saving …')).toHaveCount(0);
    await page.goto(`/reviews/${id}/checks/known`);
    await expect(page.getByRole('region', { name: 'The list' }).getByRole('row').filter({ hasText: 'Padded trousers' })).toContainText(
      'through, undecided',
    );
  });

  await test.step('a sample is planned, drawn and judged by keys, without a word of limiters', async () => {
    await page.getByRole('link', { name: 'Spot checks' }).click();
    await expect(page.getByText('2 works are stopped and undecided: 2 by Last 17 years.')).toBeVisible();
    await page.getByLabel('Seed (empty: random)').fill('4');
    await page.getByRole('button', { name: 'Draw 2' }).click();
    const main = page.getByRole('main');
    await expect(main.getByRole('heading', { level: 1 })).toContainText(/Gloves|Stools/);
    await expect(page.getByRole('navigation', { name: 'Works of the sample' })).toContainText('0 of 2 judged');
    await expect(main).not.toContainText('Last 17 years');
    const first = await main.getByRole('heading', { level: 1 }).textContent();
    await page.keyboard.press('a');
    // What is not on the screen yet cannot be judged.
    await expect(main.getByRole('heading', { level: 1 })).toContainText(first!.includes('Gloves') ? 'Stools' : 'Gloves');
    await page.keyboard.press('d');
    await expect(page.getByRole('navigation', { name: 'Works of the sample' })).toContainText('2 of 2 judged');
    await page.keyboard.press('p');
    await expect(main).toContainText('You said that it would be kept.');
    // Judged it is when the page comes anew, too.
    await page.reload();
    await expect(page.getByRole('navigation', { name: 'Works of the sample' })).toContainText('2 of 2 judged');
    await page.getByRole('link', { name: 'see what the sample says' }).click();
    const sample = page.getByRole('region', { name: 'Sample 1' });
    await expect(sample).toContainText('1 of 2 judged would have been kept. All that was stopped was judged, so this is exact.');
    await expect(sample).toContainText(first!);
    await expect(sample).toContainText(/It would pass if its window were (?:19|23) years, not 17/);
    await sample.getByRole('button', { name: 'Rescue …' }).click();
    await expect(sample.getByLabel('Why it passes at Last 17 years')).toHaveValue('Found in sample 1 of what was stopped.');
    await sample.getByRole('button', { name: 'Rescue', exact: true }).click();
    await expect(sample).toContainText('Last 17 years stopped it then. Now no limiter stops it.');
    await expect(page.getByRole('link', { name: /^Sieve.* 4/ })).toBeVisible();
  });

  await test.step('the audit and the methods tell it', async () => {
    await page.getByRole('link', { name: 'Limiter audit' }).click();
    const limiter = page.getByRole('region', { name: 'Last 17 years' });
    await expect(limiter).toContainText('1 of 2 judged would have been kept');
    await expect(limiter).toContainText('A person chose otherwise for 1 work.');
    await expect(limiter).toContainText('Known relevant lostNone.');
    await page.getByRole('link', { name: 'methods', exact: true }).click();
    await expect(page.getByRole('region', { name: 'Checks of the limiters' })).toContainText(
      'Of 4 works known to belong (from an earlier review), the search had found 3, and the limiters stopped 0.',
    );
  });

  await test.step('one database alone estimates nothing, and says so', async () => {
    await page.goto(`/reviews/${id}/checks/overlap`);
    await expect(page.getByText('One database alone says nothing about what it misses')).toBeVisible();
    await page.getByLabel('What if Vellmora had not been searched').check();
    await expect(page.getByText('Without Vellmora, 5 of 5 works would not have been found')).toBeVisible();
  });
  expect(problems).toEqual([]);
});

test('own decisions judged again: the difference is a work to settle', async ({ page }) => {
  const problems = watch(page);
  const id = await aReviewWithALimiter(page);
  await page.goto(`/reviews/${id}/checks/again`);
  await expect(page.getByRole('heading', { name: 'M. Okonjo has kept or excluded nothing yet' })).toBeVisible();
  await page.goto(`/reviews/${id}/decide`);
  const title = page.getByRole('main').getByRole('heading', { level: 1 });
  for (let i = 0; i < 2; i++) {
    const before = await title.textContent();
    await page.keyboard.press('a');
    if (i === 0) await expect(title).not.toHaveText(before!);
  }
  await expect(page.getByRole('link', { name: /^Decide\b.* 2 of 2$/ })).toBeVisible();
  await page.goto(`/reviews/${id}/checks/again`);
  await page.getByLabel('Works to judge again').fill('2');
  await page.getByRole('button', { name: 'Draw 2' }).click();
  await expect(page.getByRole('navigation', { name: 'Works of the sample' })).toContainText('0 of 2 judged');
  await expect(title).toContainText('randomised trial');
  await page.keyboard.press('a');
  await expect(page.getByRole('navigation', { name: 'Works of the sample' })).toContainText('1 of 2 judged');
  await page.keyboard.press('d');
  await page.getByRole('link', { name: 'see what the sample says' }).click();
  const sample = page.getByRole('region', { name: 'Sample 1' });
  await expect(sample).toContainText('1 of 2 (50 %)');
  await expect(sample).toContainText('then keep, again exclude');
  await expect(sample).toContainText('to be settled');
  await sample.getByRole('link', { name: /randomised trial/ }).click();
  await expect(title).toBeVisible();
  // Decided once more, it is settled, whatever was said.
  await page.keyboard.press('u');
  await expect(page.getByRole('link', { name: /^Decide\b.* 1 of 2$/ })).toBeVisible();
  await page.keyboard.press('a');
  await expect(page.getByRole('link', { name: /^Decide\b.* 2 of 2$/ })).toBeVisible();
  await page.goto(`/reviews/${id}/checks/again`);
  await expect(sample).toContainText('decided again: keep');
  expect(problems).toEqual([]);
});
