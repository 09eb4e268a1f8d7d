import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import { DEMO_PEOPLE } from '../demo/people';
import { openDemo, watch } from './helpers';
import { test } from './test';

const STAGES = [
  'question',
  'retrieve',
  'retrieve/3',
  'retrieve/database/BC',
  'search',
  'search/lines',
  'search/by-hand',
  'search/doors',
  'others',
  'others/citations',
  'library',
  'library/requests',
  'library/inside?work=1',
  'records?problem=any',
  'records/1',
  'merge',
  'merge/pairs',
  'merge/joins',
  'merge/families',
  'merge/rulings',
  'merge/weights',
  'merge/compare?a=1&b=2',
  'classify',
  'classify/venues',
  'classify/scheme',
  'classify/rulings',
  'sieve',
  'sieve/what-if',
  'sieve/held',
  'sieve/parity?cell=0.4',
  'sieve/journals?limiter=refereed',
  'find?find=railway+meta-analysis',
  'sieve/versions',
  'decide',
  'decide?stage=full-text',
  'decide/full-texts',
  'decide/consistency',
  'decide/reasons',
  'decide/ledger',
  'slip/1',
  'write-up',
  'write-up/flow',
  'write-up/methods',
  'write-up/references',
  'write-up/take',
  'checks',
  'checks/spot',
  'checks/judge/1',
  'checks/known',
  'checks/overlap',
  'checks/audit',
  'checks/again',
  'people',
];

/** The second review of the demo is judged by two, half-way. */
const BY_TWO = ['people', 'decide', 'decide/differences', 'checks/readers'];

/** Nothing is on its way: every part has its content, and the fonts are there. */
async function expectWhole(page: Page) {
  await expect(page.getByText(/^(?:Reading|Counting|Saving) …/)).toHaveCount(0);
  await page.evaluate(async () => {
    await document.fonts.ready;
  });
}

const STANDARDS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

/** Views that between them hold every part that has colours of its own: the dark scheme is looked at on these. */
const DARK_TOO: readonly string[] = ['question', 'merge/pairs', 'sieve', 'sieve/parity?cell=0.4', 'decide', 'write-up', 'checks/overlap'];

/** By every rule in the light scheme; in the dark one only colours are other ones. */
async function expectAccessible(page: Page, dark = true) {
  for (const colorScheme of dark ? (['light', 'dark'] as const) : (['light'] as const)) {
    await page.emulateMedia({ colorScheme });
    // Only what is wrong is wanted, and no style sheet need be fetched again for it.
    // No page has frames, so nothing need be put together from several in a page of its own.
    const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'], preload: false });
    const { violations } = await (colorScheme === 'light' ? axe.withTags(STANDARDS) : axe.withRules(['color-contrast'])).analyze();
    expect(violations.map((v) => `${colorScheme}: ${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`)).toEqual([]);
  }
}

/** What is zoomed to 200 %, or stands in a small window, is scrolled in one direction alone (WCAG 1.4.10). */
async function expectNoWider(page: Page) {
  for (const width of [640, 900]) {
    await page.setViewportSize({ width, height: 600 });
    await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
  }
}

/** What can be pressed can be reached: it takes the focus, or stands in a set that the arrow keys go through. */
async function expectReachable(page: Page) {
  const stray = await page.evaluate(() => {
    const pressed = 'a[href], button, input, select, textarea, summary, label, [role=button], [role=option], [role=tab]';
    const bad: string[] = [];
    for (const e of document.querySelectorAll<HTMLElement>('#content *')) {
      // What a picture shows stands in a table beside it, which the keyboard goes through.
      if (!e.checkVisibility() || getComputedStyle(e).cursor !== 'pointer' || e.closest('[role=img]')) continue;
      const control = e.closest<HTMLElement>(pressed);
      if (!control) bad.push(`${e.outerHTML.slice(0, 80)} looks as if it could be pressed`);
      else if (
        control.tabIndex < 0 &&
        !control.closest('label, [aria-hidden=true]') &&
        !control.parentElement?.closest(':has([tabindex="0"])')
      )
        bad.push(`${control.outerHTML.slice(0, 80)} takes no focus`);
    }
    return bad;
  });
  expect(stray).toEqual([]);
}

/** As many steps of Tab as show that the parts of a screen are gone through: a longer list is more of the same. */
const STEPS = 24;

/** Going by Tab, what has the focus is to be seen, marked as having it, and moves on. */
async function expectSeenByTab(page: Page) {
  await page.evaluate(() => {
    (document.activeElement as HTMLElement | null)?.blur();
    window.scrollTo(0, 0);
  });
  const bad: string[] = [];
  let before = '';
  for (let i = 0; i < STEPS; i++) {
    await page.keyboard.press('Tab');
    const now = await page.evaluate(() => {
      const e = document.activeElement as HTMLElement | null;
      if (!e || e === document.body) return null;
      const box = e.getBoundingClientRect();
      const at = document.elementFromPoint(box.x + Math.min(box.width / 2, 40), box.y + box.height / 2);
      const style = getComputedStyle(e);
      const marked = style.outlineStyle !== 'none' || style.boxShadow !== 'none';
      const seen = box.width > 0 && !!at && (e.contains(at) || at.contains(e) || !!at.closest('label')?.contains(e));
      return { words: `${e.outerHTML.slice(0, 90)} at ${box.x},${box.y}`, marked, seen };
    });
    if (!now) break; // Past the last one.
    if (!now.marked) bad.push(`not marked: ${now.words}`);
    if (!now.seen) bad.push(`not to be seen: ${now.words}`);
    if (now.words === before) bad.push(`Tab stays: ${now.words}`);
    before = now.words;
  }
  expect(bad).toEqual([]);
}

test('the first page is accessible', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Reviews', exact: true })).toBeVisible();
  await expectAccessible(page);
});
test('how it decides is accessible, and finds a rule by a word of it', async ({ page }) => {
  await page.goto('/how-it-decides');
  await page.getByLabel('Find a term, a rule or a word').fill('stepped-wedge');
  await expect(page.getByRole('heading', { name: /Signs in the text: designs/ })).toBeVisible();
  await expectAccessible(page);
});
for (const stage of STAGES) {
  test(`${stage} is accessible and logs no error`, async ({ page }) => {
    const problems = watch(page);
    await openDemo(page, stage);
    await expect(page.getByRole('heading').first()).toBeVisible();
    await expectWhole(page);
    if (stage === 'merge/pairs') await page.keyboard.press('l');
    if (stage === 'sieve')
      await page
        .getByRole('button', { name: /held, all works/ })
        .first()
        .click();
    if (stage === 'classify') await page.getByRole('button', { name: /^Publication type: \d+ conflicting/ }).click();
    await expectWhole(page);
    await expectAccessible(page, DARK_TOO.includes(stage));
    await expectReachable(page);
    await expectNoWider(page);
    await page.setViewportSize({ width: 1280, height: 800 });
    await expectSeenByTab(page);
    expect(problems).toEqual([]);
  });
}
for (const stage of BY_TWO)
  test(`judged by two: ${stage} is accessible and logs no error`, async ({ page }) => {
    const problems = watch(page);
    await openDemo(page, stage, /historic tide mills/);
    await expect(page.getByRole('heading').first()).toBeVisible();
    await expectWhole(page);
    await expectAccessible(page, stage === 'decide/differences');
    await expectReachable(page);
    await expectNoWider(page);
    await page.setViewportSize({ width: 1280, height: 800 });
    await expectSeenByTab(page);
    expect(problems).toEqual([]);
  });
test.describe('outside any review', () => {
  test.use({ who: DEMO_PEOPLE[2]!.id });
  for (const path of ['/sign-in', '/account', '/house'])
    test(`${path} is accessible and logs no error`, async ({ page }) => {
      const problems = watch(page);
      await page.goto(path);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await expectAccessible(page);
      await expectReachable(page);
      expect(problems).toEqual([]);
    });
});
test('an opened work is accessible', async ({ page }) => {
  await openDemo(page, 'merge');
  await page
    .getByRole('button', { name: /^Evening bright light/ })
    .first()
    .click();
  await expect(page.getByRole('dialog').getByRole('region', { name: 'Records' })).toBeVisible();
  await page.getByText(/^Where each field is from/).click();
  await expectAccessible(page);
});

test('the fonts ship with the application', async ({ page }) => {
  await openDemo(page, 'sieve');
  await expectWhole(page);
  expect(
    await page.evaluate(() => ['Atkinson Hyperlegible Next Variable', 'Literata Variable'].map((f) => document.fonts.check(`16px "${f}"`))),
  ).toEqual([true, true]);
});

test('an address that leads nowhere says so', async ({ page }) => {
  const response = await page.goto('/reviews/not-a-review/sieve');
  expect(response?.status()).toBe(404);
  await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
});

// Twice as large on a window of 1280 × 800 leaves 640 × 400; and a window of 900.
for (const [width, height] of [
  [640, 400],
  [900, 800],
] as const)
  test(`in ${width} × ${height} parts stand below each other, and one can decide`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    await openDemo(page, 'decide');
    const keep = page.getByRole('button', { name: 'Keep' });
    await expect(keep).toBeEnabled();
    // Reachable without scrolling to it: it stands at the foot of the window.
    await page.getByRole('main').scrollIntoViewIfNeeded();
    await expect(keep).toBeInViewport();
    await keep.click({ trial: true });
    await openDemo(page, 'sieve/parity?cell=0.1');
    const [main, aside] = [page.getByRole('main'), page.getByRole('complementary', { name: 'The picked cell' })];
    const [a, b] = [(await main.boundingBox())!, (await aside.boundingBox())!];
    expect(b.y).toBeGreaterThanOrEqual(a.y + a.height - 1);
    expect(b.width).toBeGreaterThan(width * 0.9);
  });

test('Tab first leads past the strip to the content, and a dialog opens on its first field', async ({ page }) => {
  await openDemo(page, 'retrieve');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the content' })).toBeFocused();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Tab');
  const inContent = () => page.evaluate(() => document.getElementById('content')!.contains(document.activeElement));
  expect(await inContent()).toBe(true);
  const opener = page.getByRole('button', { name: 'Add database' }).first();
  await opener.click();
  await expect(page.getByRole('dialog').getByLabel('Name')).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(opener).toBeFocused();
});
