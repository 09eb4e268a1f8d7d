import { type BrowserContext, test as base, expect, type Page } from '@playwright/test';
import { DEMO_OWNER } from '../demo/people';

/** An application of its own with the demo review, for each of the workers that run journeys side by side. */
interface Place {
  url: string;
  DATABASE_URL: string;
  NARROW_SIEVE_DATA: string;
  /** Port of the stand-in databases. */
  SEARCH_STANDINS: string;
}
const PLACES = JSON.parse(process.env.E2E_PLACES ?? '[]') as Place[];
export const placeOf = (worker: number): Place => PLACES[worker % PLACES.length]!;

/** Whether the page hears: its program runs, and has taken up every button that the server drew. Pages without a program hear nothing. */
const hears = () => {
  const taken = (node: Element) => Object.keys(node).some((key) => key.startsWith('__react'));
  if (!document.querySelector('script[src*="/_next/"]')) return true;
  return taken(document.documentElement) && [...document.querySelectorAll('main button, header button')].every(taken);
};
/** Whether the page would not ask whether to leave it: all that was decided on it is saved. */
const letsGo = () => window.dispatchEvent(new Event('beforeunload', { cancelable: true }));
const WAITED_MS = 20_000;

/**
 * A page is drawn before it hears: opened or loaded anew, it is waited for, as somebody who looks before they click would.
 * Nor is it left while it would ask whether to.
 */
function waitedFor(context: BrowserContext): BrowserContext {
  context.on('page', (page) => {
    const [goto, reload] = [page.goto.bind(page), page.reload.bind(page)];
    const until = (is: () => boolean) => page.waitForFunction(is, undefined, { timeout: WAITED_MS });
    const heard = () => until(hears);
    page.goto = async (...to) => {
      await until(letsGo);
      const answer = await goto(...to);
      await heard();
      return answer;
    };
    page.reload = async (...how) => {
      await until(letsGo);
      const answer = await reload(...how);
      await heard();
      return answer;
    };
  });
  return context;
}

interface Own {
  /** Whom the pages of a test belong to: a person of the demo. */
  who: string;
  /** A page in a browser of its own, of a person of the demo or of nobody who is signed in. It is closed with the test. */
  someoneElse(person?: { id: string }): Promise<Page>;
}

export const test = base.extend<Own>({
  // biome-ignore lint/correctness/noEmptyPattern: the runner reads which fixtures are wanted from this pattern
  baseURL: async ({}, use, info) => use(placeOf(info.parallelIndex).url),
  /** Whoever owns the reviews of the demo; a test that is about somebody else says so. */
  who: [DEMO_OWNER.id, { option: true }],
  storageState: async ({ who, baseURL, playwright }, use) => {
    const request = await playwright.request.newContext({ baseURL });
    if (who) await request.post('/api/people/demo', { data: { person: who }, headers: { origin: baseURL! } });
    await use(await request.storageState());
    await request.dispose();
  },
  context: async ({ context }, use) => use(waitedFor(context)),
  someoneElse: async ({ browser, baseURL }, use) => {
    const opened: BrowserContext[] = [];
    await use(async (person) => {
      const context = await browser.newContext({ baseURL: baseURL!, storageState: { cookies: [], origins: [] } });
      opened.push(waitedFor(context));
      if (person) {
        const signed = await context.request.post('/api/people/demo', { data: { person: person.id }, headers: { origin: baseURL! } });
        expect(signed.ok()).toBe(true);
      }
      return context.newPage();
    });
    // Left open, their pages would go on asking beside every test that follows.
    for (const context of opened) await context.close();
  },
});
