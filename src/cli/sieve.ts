import { readFile } from 'node:fs/promises';
import { basename, extname } from 'node:path';
import { text } from 'node:stream/consumers';
import { open as openZip } from 'yauzl';
import { classifyWork, type RecordOfWork, readyRecord } from '@/core/classify';
import { mergeRecords, worksOf } from '@/core/merge';
import { QueryError } from '@/core/query';
import type { BibRecord } from '@/core/record';
import { askTexts, buildColumns, type ColumnRow, funnelOf, outcomesOf, type ReadSieve, readSieve, readsText, runSieve } from '@/core/sieve';
import { asOfDay, levelsOf, printLine, type Settings, Unusable } from './input';
import { mergeableOf } from './mergeable';

const FATES = ['through', 'held', 'stopped'] as const;

/** `sieve`: records of all files merged into works, each work's outcome, and the funnel. Each file is a database. */
export async function sieveCommand(files: readonly string[], settings: Settings & { with?: string }): Promise<void> {
  const context = { asOf: asOfDay(settings), scheme: levelsOf(settings).scheme };
  const read = await sieveOf(settings.with, files);
  const { sieve } = read;
  tellDifferences(read, settings);
  const levels = levelsOf(settings);
  const records: { file: number; found: RecordOfWork; item: BibRecord | null }[] = [];
  // Records are only kept whole when a limiter reads their text.
  const texts = sieve.some((l) => l.on && readsText(l.test));
  const { mergeable, places, aside } = await mergeableOf(files, settings, (record, file) => {
    records.push({ file, item: texts ? record : null, found: readyRecord(records.length, record, settings.scope) });
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
  const columns = buildColumns(rows, [...files], 1);
  const run = withClearErrors(() => {
    const answers = askTexts(
      sieve,
      columns,
      members.map((m) => m.map((r) => records[r]!.item!)),
    );
    return runSieve(sieve, columns, { ...context, answers });
  });
  const outcomes = outcomesOf(run);
  for (const [i, m] of members.entries()) {
    const by = outcomes.by[i]!;
    await printLine({
      work: i + 1,
      records: m.map((r) => places[r]),
      outcome: FATES[outcomes.fate[i]!],
      by: by < 0 ? null : sieve[by]!.id,
    });
  }
  const funnel = funnelOf(run);
  for (const one of aside) await printLine(one);
  await printLine({
    funnel: { ...funnel, databases: files, rows: funnel.rows.map((r) => ({ ...r, limiter: r.limiter < 0 ? null : sieve[r.limiter]!.id })) },
  });
  process.stderr.write(
    `${records.length} records, ${funnel.works} works: ${funnel.through} through, ${funnel.held} held, ${funnel.stopped} stopped\n`,
  );
}

async function sieveOf(path: string | undefined, files: readonly string[]): Promise<ReadSieve> {
  if (!path) throw new Unusable('Name the sieve: --with sieve.json, or the bundle of a review.');
  const bytes = await readFile(path).catch((error: Error) => {
    throw new Unusable(`${path}: ${error.message}`);
  });
  const written = bytes.subarray(0, 4).toString('latin1') === 'PK\x03\x04' ? await sieveInBundle(path) : bytes.toString('utf8');
  // Each file is a database, by its name without folder and ending.
  const read = readSieve(
    written,
    files.map((file) => ({ id: file, name: basename(file, extname(file)) })),
  );
  if (typeof read === 'string') throw new Unusable(`${path}: ${read}`);
  return read;
}

/** The working sieve of a review, as its bundle carries it. */
function sieveInBundle(path: string): Promise<string> {
  return new Promise((done, fail) => {
    const unfit = () =>
      fail(new Unusable(`${path}: this zip is no bundle of a review, or it is damaged: sieve.json cannot be read from it.`));
    openZip(path, { lazyEntries: true }, (error, zip) => {
      if (error || !zip) return unfit();
      zip.on('error', unfit);
      zip.on('end', unfit);
      zip.on('entry', (entry) => {
        if (entry.fileName !== 'sieve.json') return zip.readEntry();
        zip.openReadStream(entry, (failed, stream) => (failed || !stream ? unfit() : text(stream).then(done, unfit)));
      });
      zip.readEntry();
    });
  });
}

/** Says what differs from what the sieve's outcomes rested on where it was written. */
function tellDifferences(read: ReadSieve, settings: Settings) {
  for (const note of read.notes) process.stderr.write(`${note}\n`);
  if (!read.basis) return;
  const { asOf, scheme, question } = read.basis;
  const told: [string, string, string][] = [
    ['as-of date', asOf, settings.asOf ?? ''],
    ['evidence scheme', scheme, settings.scheme.id],
    ['kind of question', question, settings.question],
  ];
  for (const [what, there, here] of told)
    if (there !== here)
      process.stderr.write(`The ${what} was ${there} where this sieve was written, and is ${here} here: outcomes may differ.\n`);
}

function withClearErrors<T>(body: () => T): T {
  try {
    return body();
  } catch (error) {
    if (error instanceof QueryError) throw new Unusable(`${error.problem.message} (character ${error.problem.from + 1} of a query)`);
    if (error instanceof RangeError) throw new Unusable(`The sieve can't be applied: ${error.message}.`);
    throw error;
  }
}
