/**
 * An hour of work: files come, twenty people decide, somebody rules, a retrieval is withdrawn and brought back, works are
 * merged again and exports read, while memory is looked at every half minute. At the end all that was acknowledged must be
 * there, and every sum right. It wants DATABASE_URL; SOAK_MINUTES says how long, SOAK_WORKS how large the review is, and
 * SOAK_FILES for how many of the minutes files come: after them the review does not grow, and memory should be flat.
 */
import { DEFAULT_PROFILE } from '@/core/parity';
import { RecordRow, Retrieval } from '@/platform/db/schema';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { decide, judgeAfter, nothingYet, pause, readExport, repeat, rule, sendFile } from './at-work';
import { aLargeReview, post } from './large-review';
import { row } from './print';
import { type Measured, memoryMb, withApplication } from './running';

const MINUTES = Number(process.env.SOAK_MINUTES ?? 60);
const WORKS = Number(process.env.SOAK_WORKS ?? 20_000);
const FILES_COME = Number(process.env.SOAK_FILES ?? MINUTES);
const DECIDING = 20;

const mean = (list: readonly number[]) => list.reduce((sum, n) => sum + n, 0) / Math.max(1, list.length);

export const soak = () => withApplication(measure);

async function measure({ folder, context, start }: Measured) {
  const id = await aLargeReview(context, folder, { VA: WORKS, VB: Math.round(WORKS / 10) });
  const other = await saveDatabase(context(), id, { id: null, name: 'Ostrane', tag: 'OF', profile: DEFAULT_PROFILE });
  if (!other.ok) throw new Error(other.message);
  const second = await context().em.findOneOrFail(Retrieval, { reviewId: id, number: 2 });
  const { address, web, worker } = await start(true);
  const said = nothingYet();
  let over = false;
  const begun = Date.now();
  const filesCome = () => Date.now() - begun < FILES_COME * 60_000;
  const acts: ((turn: number) => Promise<unknown>)[] = [
    async (turn) => {
      if (filesCome()) await sendFile(address, id, other.id, turn, said);
      await pause(12_000);
    },
    (turn) => rule(address, id, turn, said).then(() => pause(4000)),
    () => readExport(address, id, said).then(() => pause(30_000)),
    (turn) =>
      post(address, id, 'withdraw-retrieval', {
        id: second.id,
        withdrawn: turn % 2 === 1,
        why: turn % 2 === 1 ? 'For a while.' : '',
      }).then(() => pause(60_000)),
    () => post(address, id, 'merge-again', {}).then(() => pause(180_000)),
    // Each decides works of its own, so that nobody is told that somebody was quicker.
    ...Array.from(
      { length: DECIDING },
      (_, who) => (turn: number) => decide(address, id, (turn * DECIDING + who) % 1500, said).then(() => pause(4000)),
    ),
  ];
  const people = acts.map((act) =>
    repeat(
      () => over,
      said,
      (turn) => act(turn).then(() => {}),
    ),
  );
  const seen: { web: number; worker: number; records: number }[] = [];
  for (const end = Date.now() + MINUTES * 60_000; Date.now() < end; ) {
    await pause(Math.min(30_000, Math.max(1, end - Date.now())));
    const records = await context().em.count(RecordRow, { reviewId: id });
    seen.push({ web: memoryMb(web, 'VmRSS'), worker: memoryMb(worker, 'VmRSS'), records });
  }
  over = true;
  await Promise.all(people);
  const share = Math.max(1, Math.floor(seen.length / 6));
  const sixths = (part: keyof (typeof seen)[number]) =>
    [0, 1, 2, 3, 4, 5]
      .map((q) => mean(seen.slice(q * share, q === 5 ? undefined : (q + 1) * share).map((s) => s[part])))
      .map((n) => n.toFixed(0))
      .join(', ');
  row(`records, mean of each sixth of ${MINUTES} minutes`, sixths('records'));
  row('memory of the web server', `${sixths('web')} MB`);
  row('memory of the worker', `${sixths('worker')} MB`);
  row('requests that were not answered', String(said.failed));
  await judgeAfter(context, id, said);
}
