import { ANYBODY } from '@/platform/verbs/rights';
/** tsx bench/merging/job.ts RECORDS: imports so many records and merges them as the worker does, and prints a line of JSON. */

import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { MikroORM } from '@mikro-orm/postgresql';
import { writeRecords } from '@/core/formats';
import { DEFAULT_PROFILE } from '@/core/parity';
import type { Context } from '@/platform/context';
import { ormConfig } from '@/platform/db/config';
import { Job } from '@/platform/db/schema';
import { closeQueue } from '@/platform/queue/queue';
import { createReview } from '@/stages/question/commands/create-review';
import { receiveFile } from '@/stages/retrieve/commands/receive-file';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { runJob } from '@/stages/run-job';
import { seconds } from '../print';
import { makeCorpus } from './listings';

const ADDED = 1000;
const wanted = Number(process.argv[2]);
const listed = makeCorpus(Math.ceil(((wanted + ADDED) / 3.15) * 1.02), 4).listed.slice(0, wanted + ADDED);
const ris = (from: number, to: number) => {
  const records = listed.slice(from, to).map((l) => ({ record: { ...l.record, format: 'ris' as const, extra: {} }, notes: [] }));
  return [...writeRecords('ris', records)].join('');
};

const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-bench-'));
process.env.NARROW_SIEVE_DATA = folder;
const orm = await MikroORM.init(ormConfig());
const context = (): Context => ({ em: orm.em.fork(), person: ANYBODY, now: () => new Date() });
try {
  const { id } = await createReview(context(), {
    ...{ title: 'Bench', question: 'How fast?', kind: 'treatment-benefit', population: '', intervention: '', comparison: '', outcome: '' },
    ...{ asOf: '2026-09-14', scheme: 'ocebm-2011', person: 'Bench' },
  });
  const database = await saveDatabase(context(), id, { id: null, name: 'Bench', tag: 'BE', profile: DEFAULT_PROFILE });
  if (!database.ok) throw new Error(database.message);
  let peak = 0;
  const watch = setInterval(() => {
    peak = Math.max(peak, process.memoryUsage().rss);
  }, 100);
  const times: Record<string, number> = {};
  for (const [name, from, to] of [
    ['first', 0, wanted],
    ['added', wanted, wanted + ADDED],
  ] as const) {
    const sent = await receiveFile(context(), id, { databaseId: database.id }, `${name}.ris`, Readable.from([Buffer.from(ris(from, to))]));
    if (!sent.ok) throw new Error(sent.message);
    for (;;) {
      const job = await orm.em.fork().findOne(Job, { reviewId: id, state: 'queued' }, { orderBy: { updatedAt: 'asc' } });
      if (!job) break;
      globalThis.gc?.();
      if (job.kind === 'classify-review') peak = 0;
      const begun = process.hrtime.bigint();
      await runJob(context(), id, job.id, true);
      times[`${name} ${job.kind}`] = seconds(begun);
    }
    times[`${name} peak MB`] = Math.round(peak / 1e6);
  }
  clearInterval(watch);
  console.log(JSON.stringify(times));
} finally {
  await closeQueue();
  await orm.close(true);
  rmSync(folder, { recursive: true, force: true });
}
