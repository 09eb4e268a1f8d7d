/**
 * node scripts/pictures.mjs URL [FOLDER] [NAME…]: pictures of the main views at 1280×800, of a running application
 * with the demo review. FOLDER is docs/screenshots unless said; NAMEs pick some of the views.
 */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { main, ROOT } from './system.mjs';

const TITLE = 'Bright light and day sleep in night workers';
/** Judged by two, half-way. */
const BY_TWO = 'The repair of historic tide mills';
const click = (role, name) => (page) => page.getByRole(role, { name }).first().click();

/** Each view: its name, its place in the review ('' for the first page), and what to do before the picture. */
const VIEWS = [
  { name: 'question', path: 'question' },
  { name: 'retrieve', path: 'retrieve' },
  { name: 'citations', path: 'others/citations' },
  { name: 'merge', path: 'merge' },
  { name: 'classify', path: 'classify' },
  { name: 'sieve', path: 'sieve', before: click('button', /held, all works/) },
  { name: 'what-if', path: 'sieve/what-if' },
  { name: 'parity', path: 'sieve/parity?cell=3.2' },
  { name: 'decide', path: 'decide' },
  { name: 'work', path: 'merge', before: click('button', /^Evening bright light/) },
  { name: 'slip', path: 'slip/1' },
  { name: 'write-up', path: 'write-up' },
  { name: 'flow', path: 'write-up/flow' },
  { name: 'requests', path: 'library/requests' },
  { name: 'spot-check', path: 'checks/spot' },
  { name: 'people', path: 'people' },
  { name: 'differences', path: 'decide/differences', of: BY_TWO },
  { name: 'search-sheet', path: 'search' },
  { name: 'search-lines', path: 'search/lines', before: click('button', /^Ostrane, Studies and reviews/) },
];

await main(async () => {
  const [url, folder = join(ROOT, 'docs', 'screenshots'), ...names] = process.argv.slice(2);
  if (!url) throw new Error('Say where the application is: node scripts/pictures.mjs http://127.0.0.1:3210');
  mkdirSync(folder, { recursive: true });
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const page = await browser.newPage({ baseURL: url, viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
    // As whoever owns the reviews of the demo.
    await page.request.post('/api/people/demo', { data: { person: '00000000-0000-4000-8000-000000000001' } });
    await page.goto('/');
    const addressOf = async (title) =>
      (await page.getByRole('link', { name: title }).getAttribute('href')).split('/').slice(0, 3).join('/');
    const reviews = { [TITLE]: await addressOf(TITLE), [BY_TWO]: await addressOf(BY_TWO) };
    for (const { name, path, before, of = TITLE } of VIEWS) {
      if (names.length && !names.includes(name)) continue;
      const review = reviews[of];
      await page.goto(path === null ? '/' : path.startsWith('/') ? path : `${review}/${path}`);
      await page.waitForLoadState('networkidle');
      await before?.(page);
      await page.waitForLoadState('networkidle');
      await page.waitForTimeout(400);
      await page.screenshot({ path: join(folder, `${name}.png`) });
      console.log(`${name}.png`);
    }
  } finally {
    await browser.close();
  }
});
