/**
 * Every page of a large review: the first time in a process, and after it. Beside it the page of a review a tenth as
 * large, and of one without records: no page is quicker. Wants DATABASE_URL; PAGES_WORKS says how large.
 */
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
  const sized = (n: number) => aLargeReview(context, folder, n > 0 ? { VA: n, VB: Math.round(n / 5) } : {});
  const id = await sized(WORKS);
  const beside = [await sized(0), await sized(WORKS / 10)];
  const works = (await context().em.count(Work, { reviewId: id, absorbedBy: null })).toLocaleString('en-GB');
  const { address } = await start(false);
  // What the framework does once is nobody's page: it reads the program of every page when it has started.
  await fetch(`${address}/`);
  await pause(8000);
  const timed = async (review: string, path: string) => {
    const from = performance.now();
    const answer = await fetch(`${address}/reviews/${review}/${path}`);
    await answer.text();
    if (!answer.ok) throw new Error(`${path} answered ${answer.status}`);
    return performance.now() - from;
  };
  /** Every page in turn, as often as wanted. */
  const turns = async (review: string, path: string) => {
    const times: number[] = [];
    for (let turn = 0; turn <= TURNS; turn++) times.push(await timed(review, path));
    return { first: times[0]!.toFixed(0), after: spread(times.slice(1)) };
  };
  for (const path of PAGES) {
    const { first, after } = await turns(id, path);
    const [bare, tenth] = [await turns(beside[0]!, path), await turns(beside[1]!, path)];
    row(
      `/${path || '(the front page)'} of ${works} works: first ${first} ms`,
      `then ${after}; a tenth of them ${tenth.after}; without records ${bare.after}`,
    );
  }
}
