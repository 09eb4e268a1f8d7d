import { readFile } from 'node:fs/promises';
import { z } from 'zod';
import { classifyWork, type RecordOfWork, readyRecord } from '@/core/classify';
import { mergeRecords, worksOf } from '@/core/merge';
import { buildColumns, type ColumnRow, funnelOf, runSieve, type Sieve, sieveSchema } from '@/core/sieve';
import { asOfDay, levelsOf, printLine, type Settings, Unusable } from './input';
import { mergeableOf } from './mergeable';

const FATES = ['through', 'held', 'stopped'] as const;

/** `sieve`: records of all files merged into works, each work's outcome, and the funnel. Each file is a database. */
export async function sieveCommand(files: readonly string[], settings: Settings & { with?: string }): Promise<void> {
  const context = { asOf: asOfDay(settings), scheme: levelsOf(settings).scheme };
  const sieve = await readSieve(settings.with);
  const levels = levelsOf(settings);
  const records: { file: number; found: RecordOfWork }[] = [];
  const { mergeable, places } = await mergeableOf(files, settings, (record, file) => {
    records.push({ file, found: readyRecord(records.length, record, settings.scope) });
  });
  const members = worksOf(mergeRecords(mergeable).head);
  const rows: ColumnRow[] = members.map((m, i) => ({
    number: i + 1,
    classification: classifyWork(
      m.map((r) => records[r]!.found),
      levels,
      { register: settings.register },
    ), // prettier-ignore
    membership: m.reduce((mask, r) => mask | (1 << records[r]!.file), 0) >>> 0,
  }));
  const run = withClearErrors(() => runSieve(sieve, buildColumns(rows, [...files], 1), context));
  for (const [i, m] of members.entries()) {
    const by = run.outcomes.by[i]!;
    await printLine({
      work: i + 1,
      records: m.map((r) => places[r]),
      outcome: FATES[run.outcomes.fate[i]!],
      by: by < 0 ? null : sieve[by]!.id,
    });
  }
  const funnel = funnelOf(run);
  await printLine({
    funnel: { ...funnel, databases: files, rows: funnel.rows.map((r) => ({ ...r, limiter: r.limiter < 0 ? null : sieve[r.limiter]!.id })) },
  });
  process.stderr.write(
    `${records.length} records, ${funnel.works} works: ${funnel.through} through, ${funnel.held} held, ${funnel.stopped} stopped\n`,
  );
}

async function readSieve(path?: string): Promise<Sieve> {
  if (!path) throw new Unusable('Name the sieve: --with sieve.json.');
  let json: unknown;
  try {
    json = JSON.parse(await readFile(path, 'utf8'));
  } catch (error) {
    throw new Unusable(`${path}: ${(error as Error).message}`);
  }
  const parsed = sieveSchema.safeParse(json);
  if (!parsed.success) throw new Unusable(`${path} is not a sieve:\n${z.prettifyError(parsed.error)}`);
  return parsed.data;
}

function withClearErrors<T>(body: () => T): T {
  try {
    return body();
  } catch (error) {
    if (error instanceof RangeError) throw new Unusable(`The sieve can't be applied: ${error.message}.`);
    throw error;
  }
}
