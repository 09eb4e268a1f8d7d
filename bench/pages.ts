/** Every page of a large review: the first time in a process, and after it. Wants DATABASE_URL; PAGES_WORKS says how large. */
import { Work } from '@/platform/db/schema';
import { pause } from './at-work';
import { aLargeReview } from './large-review';
import { row, spread } from './print';
import { type Measured, withApplication } from './running';

const WORKS = Number(process.env.PAGES_WORKS ?? 50_000);
const PAGES = [
  ...['', 'question', 'retrieve', 'others', 'search', 'records', 'merge', 'merge/pairs', 'merge/joins', 'merge/families', 'classify'],
  ...['classify/venues', 'sieve', 'sieve/held', 'sieve/parity', 'decide', 'decide/full-texts', 'decide/ledger', 'library'],
  ...['library/requests', 'write-up', 'write-up/flow', 'write-up/methods', 'checks', 'checks/overlap', 'find?find=light+shift'],
];
const TURNS = 7;

export const pages = () => withApplication(measure);

async function measure({ folder, context, start }: Measured) {
  const id = await aLargeReview(context, folder, { VA: WORKS, VB: Math.round(WORKS / 5) });
  const works = (await context().em.count(Work, { reviewId: id, absorbedBy: null })).toLocaleString('en-GB');
  const { address } = await start(false);
  // What the framework does once is nobody's page: it reads the program of every page when it has started.
  await fetch(`${address}/`);
  await pause(8000);
  for (const path of PAGES) {
    const times: number[] = [];
    for (let turn = 0; turn <= TURNS; turn++) {
      const from = performance.now();
      const answer = await fetch(`${address}/reviews/${id}/${path}`);
      await answer.text();
      if (!answer.ok) throw new Error(`${path} answered ${answer.status}`);
      times.push(performance.now() - from);
    }
    row(`/${path || '(the front page)'} of ${works} works: first ${times[0]!.toFixed(0)} ms`, `then ${spread(times.slice(1))}`);
  }
}
