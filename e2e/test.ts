import { test as base } from '@playwright/test';
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

export const test = base.extend<{ who: string }>({
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
});
