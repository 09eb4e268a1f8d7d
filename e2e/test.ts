import { test as base, type Page } from '@playwright/test';

/** An application of its own with the demo review, for each of the workers that run journeys side by side. */
interface Place {
  url: string;
  DATABASE_URL: string;
  NARROW_SIEVE_DATA: string;
}
const PLACES = JSON.parse(process.env.E2E_PLACES ?? '[]') as Place[];
export const placeOf = (worker: number): Place => PLACES[worker % PLACES.length]!;

/**
 * A journey that types an address while the page before still asks for something: the framework then goes where that was
 * to lead, and the browser gives up the address that was typed. A person would type it again.
 */
function goesAgain(page: Page) {
  const goto = page.goto.bind(page);
  page.goto = (url, options) =>
    goto(url, options).catch((error) => {
      if (!String(error).includes('net::ERR_ABORTED')) throw error;
      return goto(url, options);
    });
}

export const test = base.extend({
  // biome-ignore lint/correctness/noEmptyPattern: the runner reads which fixtures are wanted from this pattern
  baseURL: async ({}, use, info) => use(placeOf(info.parallelIndex).url),
  page: async ({ page }, use) => {
    goesAgain(page);
    await use(page);
  },
});
