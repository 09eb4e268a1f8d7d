/**
 * A million records through the running application: files sent as a browser sends them, until the sieve answers. It
 * wants DATABASE_URL; MILLION_RECORDS says how many. Web server, worker and PostgreSQL are programs of their own.
 */
import { createReadStream, statSync } from 'node:fs';
import { join } from 'node:path';
import { DEFAULT_PROFILE } from '@/core/parity';
import { createReview } from '@/stages/question/commands/create-review';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { withNames } from './large-review';
import { row, seconds } from './print';
import { type Measured, memoryMb, withApplication } from './running';
import { writeSeeded } from './seeded-files';

const RECORDS = Number(process.env.MILLION_RECORDS ?? 1_000_000);
const FILES = 5;
/** So much of each file is in the one before it too. */
const SHARED = 0.05;
const MB = 2 ** 20;

export const million = () => withApplication(measure);

async function measure({ folder, context, start }: Measured) {
  const database = async <T>(sql: string, values: unknown[] = []): Promise<T> => (await context().em.execute(sql, values))[0] as T;
  const each = Math.round(RECORDS / FILES);
  const paths = Array.from({ length: FILES }, (_, k) => join(folder, `part-${k}.ris`));
  let bytes = 0;
  for (const [k, path] of paths.entries())
    bytes += writeSeeded(path, 'ris', each, { after: Math.round(k * each * (1 - SHARED)), change: withNames });
  const { address, web, worker } = await start(true);
  const { id } = await createReview(context(), {
    ...{ title: 'Bench', question: 'Does light help?', kind: 'treatment-benefit', comparison: '' },
    ...{ population: 'nurses, workers', intervention: 'light, lamp', outcome: 'sleep', asOf: '2026-09-14', scheme: 'ocebm-2011' },
    person: 'Bench',
  });
  const { size: before } = await database<{ size: string }>('select pg_database_size(current_database()) as size');
  const from = process.hrtime.bigint();
  for (const [k, path] of paths.entries()) {
    const made = await saveDatabase(context(), id, {
      id: null,
      name: `Database ${k}`,
      tag: `D${String.fromCharCode(65 + k)}`,
      profile: DEFAULT_PROFILE,
    });
    if (!made.ok) throw new Error(made.message);
    const answer = await fetch(`${address}/api/reviews/${id}/files?name=part-${k}.ris&database=${made.id}`, {
      ...{ method: 'PUT', body: createReadStream(path) as never, duplex: 'half' },
      headers: { 'content-length': String(statSync(path).size) },
    } as RequestInit);
    if (!answer.ok) throw new Error(await answer.text());
  }
  row(
    `${RECORDS.toLocaleString('en-GB')} records in ${FILES} files, ${Math.round(bytes / MB)} MB: received`,
    `${seconds(from).toFixed(0)} s`,
  );
  const at = await untilDone(database, id, from);
  const opened = performance.now();
  const page = await fetch(`${address}/reviews/${id}/sieve`);
  await page.text();
  const columns = await fetch(`${address}/api/reviews/${id}/columns`);
  const sent = (await columns.arrayBuffer()).byteLength;
  row(
    'read and derived; merged and classified',
    `${at.imported.toFixed(0)} s; ${at.classified.toFixed(0)} s after the first file was sent`,
  );
  row(
    'the Sieve as a page, with the columns of all works',
    `${((performance.now() - opened) / 1000).toFixed(1)} s, ${Math.round(sent / MB)} MB, answers ${page.status} and ${columns.status}`,
  );
  row('from the first file to the sieve', `${seconds(from).toFixed(0)} s`);
  const sums = await database<Record<string, number>>(
    `select (select coalesce(sum(parsed), 0)::int from import_file where review_id = ?) as parsed,
       (select count(*)::int from record where review_id = ?) as records,
       (select count(*)::int from work_record where review_id = ? and active) as in_works,
       (select count(*)::int from set_aside where review_id = ?) as aside,
       (select count(*)::int from work where review_id = ? and absorbed_by is null) as works`,
    [id, id, id, id, id],
  );
  row(
    'sums: parsed, records, in works, set aside, works',
    Object.values(sums)
      .map((n) => n.toLocaleString('en-GB'))
      .join('; '),
  );
  row(
    'most memory: web server; worker with its threads',
    `${memoryMb(web, 'VmHWM').toFixed(0)} MB; ${memoryMb(worker, 'VmHWM').toFixed(0)} MB`,
  );
  const { size } = await database<{ size: string }>('select pg_database_size(current_database()) as size');
  row(
    'what the database grew by, times the files',
    `${Math.round((Number(size) - Number(before)) / MB)} MB, ${((Number(size) - Number(before)) / bytes).toFixed(1)}`,
  );
}

/** Seconds until all files were imported, and until no job was left. @throws when a job failed */
async function untilDone(database: <T>(sql: string, values: unknown[]) => Promise<T>, id: string, from: bigint) {
  let imported = 0;
  for (;;) {
    const jobs = await database<{ open: number; importing: number; failed: number; message: string }>(
      `select count(*) filter (where state in ('queued', 'running'))::int as open,
         count(*) filter (where state in ('queued', 'running') and kind = 'import-file')::int as importing,
         count(*) filter (where state = 'failed')::int as failed, coalesce(max(message), '') as message from job where review_id = ?`,
      [id],
    );
    if (jobs.failed) throw new Error(`a job failed: ${jobs.message}`);
    if (jobs.importing === 0 && imported === 0) imported = seconds(from);
    if (jobs.open === 0) return { imported, classified: seconds(from) };
    await new Promise((done) => setTimeout(done, 1000));
  }
}
