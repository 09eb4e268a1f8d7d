import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { MikroORM } from '@mikro-orm/postgresql';
import { Client } from 'pg';
import { DEFAULT_PROFILE } from '@/core/parity';
import type { Context } from '@/platform/context';
import { ormConfig } from '@/platform/db/config';
import { Job } from '@/platform/db/schema';
import { closeQueue } from '@/platform/queue/queue';
import { ANYBODY } from '@/platform/verbs/rights';
import { createReview } from '@/stages/question/commands/create-review';
import { receiveFile } from '@/stages/retrieve/commands/receive-file';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { runJob } from '@/stages/run-job';

/** A database of one's own, cloned from the migrated one, and what use cases need on it. */
export interface TestDatabase {
  context(): Context;
  /** Does the queued jobs of a review, in order, as the worker would. */
  work(reviewId: string): Promise<void>;
  close(): Promise<void>;
}

let made = 0;

/** @param fill fills a new database, whose address it is given; without it, it is a copy of the migrated one */
export async function openTestDatabase(fill?: (url: string) => void): Promise<TestDatabase> {
  const url = new URL(process.env.DATABASE_URL!);
  const template = url.pathname.slice(1);
  const name = `${template}_${process.env.JEST_WORKER_ID}_${process.pid}_${++made}`;
  const admin = new Client({ connectionString: Object.assign(new URL(url), { pathname: '/postgres' }).href });
  await admin.connect();
  // A template may have no other session while it is copied.
  await admin.query('select pg_advisory_lock(4711)');
  await admin.query(`create database "${name}" ${fill ? '' : `template "${template}"`}`);
  await admin.query('select pg_advisory_unlock(4711)');
  url.pathname = `/${name}`;
  try {
    fill?.(url.href);
  } catch (error) {
    await admin.end();
    throw error;
  }
  process.env.DATABASE_URL = url.href;
  process.env.NARROW_SIEVE_DATA = mkdtempSync(join(tmpdir(), 'narrow-sieve-'));
  const orm = await MikroORM.init(ormConfig(url.href));
  let clock = Date.UTC(2026, 0, 1);
  const context = (): Context => ({
    em: orm.em.fork(),
    person: ANYBODY,
    now: () => {
      clock += 1000;
      return new Date(clock);
    },
  });
  return {
    context,
    async work(reviewId) {
      for (;;) {
        const job = await orm.em.fork().findOne(Job, { reviewId, state: 'queued' }, { orderBy: { updatedAt: 'asc' } });
        if (!job) return;
        await runJob(context(), reviewId, job.id, true);
      }
    },
    async close() {
      await closeQueue();
      await orm.close(true);
      await admin.query(`drop database if exists "${name}" with (force)`);
      await admin.end();
      url.pathname = `/${template}`;
      process.env.DATABASE_URL = url.href;
    },
  };
}

export const aReview = (ctx: Context) =>
  createReview(ctx, {
    title: 'Knee pads',
    question: 'Do knee pads help?',
    kind: 'treatment-benefit',
    population: 'tilers',
    intervention: 'knee pads',
    comparison: '',
    outcome: 'pain',
    asOf: '2026-09-14',
    scheme: 'ocebm-2011',
    person: 'A. Reader',
  }); // prettier-ignore

/** Adds a database and imports a text into it, to the end. */
export async function importText(
  db: TestDatabase,
  reviewId: string,
  tag: string,
  text: string,
  allJournalsRefereed = false,
): Promise<{ databaseId: string; fileId: string }> {
  const database = await saveDatabase(db.context(), reviewId, {
    id: null,
    name: `Database ${tag}`,
    tag,
    profile: { ...DEFAULT_PROFILE, allJournalsRefereed },
  });
  if (!database.ok) throw new Error(database.message);
  const received = await receiveFile(db.context(), reviewId, { databaseId: database.id }, `${tag}.txt`, Readable.from([Buffer.from(text)]));
  if (!received.ok) throw new Error(received.message);
  await db.work(reviewId);
  return { databaseId: database.id, fileId: received.fileId };
}
