import { createReadStream, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { DEFAULT_PROFILE } from '@/core/parity';
import type { Context } from '@/platform/context';
import { Job } from '@/platform/db/schema';
import { startReasons } from '@/stages/decide/commands/start-reasons';
import { createReview } from '@/stages/question/commands/create-review';
import { receiveFile } from '@/stages/retrieve/commands/receive-file';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { runJob } from '@/stages/run-job';
import { writeSeeded } from './seeded-files';

/**
 * A review of seeded records, imported and classified. Files begin alike, so that what is in a smaller one is in the
 * larger ones too.
 * @param records how many each database has, by its tag
 */
export async function aLargeReview(context: () => Context, folder: string, records: Record<string, number>): Promise<string> {
  const { id } = await createReview(context(), {
    ...{ title: 'Bench', question: 'Does light help?', kind: 'treatment-benefit', comparison: '' },
    ...{ population: 'nurses, workers', intervention: 'light, lamp', outcome: 'sleep', asOf: '2026-09-14', scheme: 'ocebm-2011' },
    person: 'Bench',
  });
  for (const [tag, n] of Object.entries(records)) {
    const path = join(folder, `${tag}.ris`);
    writeSeeded(path, 'ris', n);
    writeFileSync(path, withNames(readFileSync(path, 'utf8')));
    const database = await saveDatabase(context(), id, { id: null, name: `Database ${tag}`, tag, profile: DEFAULT_PROFILE });
    if (!database.ok) throw new Error(database.message);
    const received = await receiveFile(context(), id, { databaseId: database.id }, tag, createReadStream(path));
    if (!received.ok) throw new Error(received.message);
  }
  for (;;) {
    const job = await context().em.findOne(Job, { reviewId: id, state: 'queued' }, { orderBy: { updatedAt: 'asc' } });
    if (!job) break;
    await runJob(context(), id, job.id, true);
  }
  await startReasons(context(), id);
  return id;
}

/** The seeded files have ten family names and one journal; as many as a real list of their length has are made of them. */
export function withNames(text: string): string {
  let n = 0;
  let entry = 0;
  const ends = ['', 'son', 'berg', 'wick', 'mo', 'ley', 'ara', 'ski', 'dal', 'ito', 'eda', 'quist', 'ova', 'man', 'ell', 'ano'];
  return text
    .replace(/^AU {2}- ([^,]+),/gm, (_, family) => `AU  - ${family}${ends[n++ % 16]}${ends[(n * 7) % 13]},`)
    .replace(/^T2 {2}- (.*)$/gm, (_, journal) => `T2  - ${journal.trim()} ${1 + ((entry++ * 37) % 900)}\r`)
    .replace(/^SN {2}- .*\r?\n/gm, '');
}

/** @param then questions that are answered with it */
export const post = async (address: string, id: string, verb: string, input: object, then: { ask: string; input: object }[] = []) =>
  (await (
    await fetch(`${address}/api/reviews/${id}/do/${verb}?then=${encodeURIComponent(JSON.stringify(then))}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(input),
    })
  ).json()) as { ok: boolean };

/** Asks something of a review, as a screen does. */
export const question = async (address: string, id: string, query: string, input: object = {}) =>
  (await (await fetch(`${address}/api/reviews/${id}/ask/${query}?input=${encodeURIComponent(JSON.stringify(input))}`)).json()) as {
    ok: boolean;
  };
