import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { z } from 'zod';
import { claimsOfRecord, classifyWork, type RecordOfWork } from '@/core/classify';
import { type Mergeable, mergeKeys, mergeRecords, worksOf } from '@/core/merge';
import { buildColumns, type ColumnRow, funnelOf, runSieve, type Sieve, sieveSchema } from '@/core/sieve';
import { asOfDay, entriesOf, levelsOf, printLine, type Settings, Unusable } from './input';

const FATES = ['through', 'held', 'stopped'] as const;

/** `sieve`: records of all files merged into works, each work's outcome, and the funnel. Each file is a database. */
export async function sieveCommand(files: readonly string[], settings: Settings & { with?: string }): Promise<void> {
  const context = { asOf: asOfDay(settings), scheme: levelsOf(settings).scheme };
  const sieve = await readSieve(settings.with);
  const levels = levelsOf(settings);
  const records: { file: number; ordinal: number; id: string; found: RecordOfWork }[] = [];
  const mergeable: Mergeable[] = [];
  for (const [index, file] of files.entries()) {
    for await (const entry of entriesOf(file, settings)) {
      if (entry.kind === 'rejected') continue;
      const found = claimsOfRecord(entry.record, settings.scope);
      records.push({
        file: index,
        ordinal: entry.ordinal,
        id: entry.record.accession,
        found: { key: records.length, dates: entry.record.dates, found },
      });
      const hash = createHash('sha1').update(entry.raw).digest('hex');
      mergeable.push({ order: `${String(index).padStart(4, '0')}|${entry.record.accession}|${hash}`, keys: mergeKeys(entry.record) });
    }
  }
  const members = worksOf(mergeRecords(mergeable).head);
  const rows: ColumnRow[] = members.map((m, i) => ({
    number: i + 1,
    classification: classifyWork(
      m.map((r) => records[r]!.found),
      levels,
    ), // prettier-ignore
    membership: m.reduce((mask, r) => mask | (1 << records[r]!.file), 0) >>> 0,
  }));
  const run = withClearErrors(() => runSieve(sieve, buildColumns(rows, [...files], 1), context));
  for (const [i, m] of members.entries()) {
    const by = run.outcomes.by[i]!;
    await printLine({
      work: i + 1,
      records: m.map((r) => ({ file: files[records[r]!.file], ordinal: records[r]!.ordinal, id: records[r]!.id })),
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
