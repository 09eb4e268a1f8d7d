import { test as base } from '@playwright/test';

/** An application of its own with the demo review, for each of the workers that run journeys side by side. */
interface Place {
  url: string;
  DATABASE_URL: string;
  NARROW_SIEVE_DATA: string;
}
const PLACES = JSON.parse(process.env.E2E_PLACES ?? '[]') as Place[];
export const placeOf = (worker: number): Place => PLACES[worker % PLACES.length]!;

export const test = base.extend({
  // biome-ignore lint/correctness/noEmptyPattern: the runner reads which fixtures are wanted from this pattern
  baseURL: async ({}, use, info) => use(placeOf(info.parallelIndex).url),
});
