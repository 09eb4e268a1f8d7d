import { once } from 'node:events';
import { createReadStream } from 'node:fs';
import { open, readFile } from 'node:fs/promises';
import { type DatabaseScope, levelTable } from '@/core/classify';
import { DETECT_BYTES, detectFormat, type Entry, type Format, readEntries, textOfHead } from '@/core/formats';
import { readProfile, scopeOf } from '@/core/parity';
import { type ColumnMapping, isoToDay } from '@/core/record';

/** Input that the command cannot use: its message goes to standard error and the exit code is 1. */
export class Unusable extends Error {}

export interface Settings {
  format?: Format;
  asOf?: string;
  question: string;
  scheme: string;
  /** What the files' database states about its records. */
  scope: DatabaseScope;
  /** How its tables are read. */
  mapping?: ColumnMapping;
}

/** What a profile file says, as settings. */
export async function profileSettings(path: string | undefined, refereed: boolean): Promise<Pick<Settings, 'scope' | 'mapping'>> {
  if (!path) return { scope: { allJournalsRefereed: refereed } };
  const read = readProfile(await readFile(path, 'utf8').catch((error: Error) => unusable(`${path}: ${error.message}`)));
  if (typeof read === 'string') throw new Unusable(`${path}: ${read}`);
  const scope = scopeOf(read.profile);
  return { scope: { ...scope, allJournalsRefereed: scope.allJournalsRefereed || refereed }, mapping: read.profile.columns ?? undefined };
}

const unusable = (message: string): never => {
  throw new Unusable(message);
};

/** The entries of a file, with its format detected unless given. A mapping is used for tables with just its columns. */
export async function* entriesOf(file: string, { format, mapping }: Pick<Settings, 'format' | 'mapping'>): AsyncGenerator<Entry> {
  const head = await headOf(file);
  const detected = detectFormat(head, format);
  if ('problem' in detected) throw new Unusable(`${file}: ${detected.problem.message}`);
  const fits = mapping && textOfHead(head).trimStart().startsWith(mapping.header.join(mapping.delimiter));
  yield* readEntries(createReadStream(file, { highWaterMark: 1 << 18 }), detected.format, fits ? { mapping } : {});
}

async function headOf(file: string): Promise<Uint8Array> {
  try {
    const handle = await open(file);
    try {
      const head = new Uint8Array(DETECT_BYTES);
      const { bytesRead } = await handle.read(head, 0, DETECT_BYTES, 0);
      return head.subarray(0, bytesRead);
    } finally {
      await handle.close();
    }
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code) throw new Unusable(`${file}: ${(error as Error).message}`);
    throw error;
  }
}

/** Writes one line of JSON and waits when the reader is slower than we are. */
export async function printLine(value: unknown): Promise<void> {
  if (!process.stdout.write(`${JSON.stringify(value)}\n`)) await once(process.stdout, 'drain');
}

export function asOfDay(settings: Settings): number {
  if (!settings.asOf) throw new Unusable('Give the as-of date of the review: --as-of YYYY-MM-DD.');
  try {
    return isoToDay(settings.asOf);
  } catch {
    throw new Unusable(`"${settings.asOf}" is not a date. Write it as YYYY-MM-DD.`);
  }
}

export function levelsOf(settings: Settings) {
  try {
    return levelTable(settings.scheme, settings.question);
  } catch (error) {
    throw new Unusable((error as Error).message);
  }
}
