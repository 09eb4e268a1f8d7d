import { once } from 'node:events';
import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { levelTable } from '@/core/classify';
import { DETECT_BYTES, detectFormat, type Entry, type Format, readEntries } from '@/core/formats';
import { isoToDay } from '@/core/record';

/** Input that the command cannot use: its message goes to standard error and the exit code is 1. */
export class Unusable extends Error {}

export interface Settings {
  format?: Format;
  asOf?: string;
  question: string;
  scheme: string;
  refereedJournals: boolean;
}

/** The entries of a file, with its format detected unless given. */
export async function* entriesOf(file: string, format?: Format): AsyncGenerator<Entry> {
  const known = format ?? (await formatOf(file));
  yield* readEntries(createReadStream(file, { highWaterMark: 1 << 18 }), known);
}

async function formatOf(file: string): Promise<Format> {
  try {
    const handle = await open(file);
    try {
      const head = new Uint8Array(DETECT_BYTES);
      const { bytesRead } = await handle.read(head, 0, DETECT_BYTES, 0);
      const detected = detectFormat(head.subarray(0, bytesRead));
      if ('problem' in detected) throw new Unusable(`${file}: ${detected.problem.message}`);
      return detected.format;
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
