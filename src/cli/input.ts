import { once } from 'node:events';
import { createReadStream } from 'node:fs';
import { open, readFile } from 'node:fs/promises';
import {
  type DatabaseScope,
  type EvidenceScheme,
  levelTable,
  QUESTION_KINDS,
  SCHEMES,
  schemeSchema,
  shippedScheme,
  termKey,
} from '@/core/classify';
import { DETECT_BYTES, detectFormat, type Entry, type Format, readEntries, readVenues, textOfHead } from '@/core/formats';
import { readProfile, readTermMap, scopeOf } from '@/core/parity';
import { type ColumnMapping, isoToDay } from '@/core/record';
import { asVenues, EMPTY_REGISTER, VenueRegister } from '@/core/venues';

/** Input that the command cannot use: its message goes to standard error and the exit code is 1. */
export class Unusable extends Error {}

export interface Settings {
  format?: Format;
  asOf?: string;
  question: string;
  scheme: EvidenceScheme;
  /** Journals and presses, and what is known of them. */
  register: VenueRegister;
  /** What the files' database states about its records. */
  scope: DatabaseScope;
  /** How its tables are read. */
  mapping?: ColumnMapping;
}

/** The share of works in which a likely set is to hold the true value. */
export function likelySetting(given: string | undefined): number | null {
  if (given === undefined) return null;
  const share = Number(given);
  if (!(share >= 0.5 && share <= 0.99)) throw new Unusable(`--likely wants a share of works from 0.5 to 0.99, not "${given}".`);
  return share;
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

export function levelsOf({ scheme, question }: Pick<Settings, 'scheme' | 'question'>) {
  if (!Object.hasOwn(QUESTION_KINDS, question) && !Object.hasOwn(scheme.kinds, question))
    throw new Unusable(`Unknown kind of question "${question}". Known: ${Object.keys(QUESTION_KINDS).join(', ')}.`);
  return levelTable(scheme, question);
}

/** A scheme by its code, or from a file. */
export async function schemeSetting(name: string): Promise<EvidenceScheme> {
  const shipped = shippedScheme(name);
  if (shipped) return shipped;
  const known = `Known: ${Object.keys(SCHEMES).join(', ')}; or name a JSON file.`;
  const text = await readFile(name, 'utf8').catch(() => unusable(`no evidence scheme "${name}". ${known}`));
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    throw new Unusable(`${name}: not a scheme file (${(error as Error).message}).`);
  }
  const parsed = schemeSchema.safeParse(json);
  if (parsed.success) return parsed.data as EvidenceScheme;
  const [issue] = parsed.error.issues;
  throw new Unusable(`${name}: not a scheme that can be used: ${issue!.path.join(' → ') || 'the whole'}: ${issue!.message}`);
}

/** A register of venues from a table. Rows that cannot be used are told, and the rest is used. */
export async function venuesSetting(path: string | undefined): Promise<VenueRegister> {
  if (!path) return EMPTY_REGISTER;
  const { entries, problems } = readVenues(await readFile(path, 'utf8').catch((error: Error) => unusable(`${path}: ${error.message}`)));
  for (const p of problems) process.stderr.write(`${path}, line ${p.line}${p.column && `, ${p.column}`}: ${p.message} ${p.text}\n`);
  if (entries.length === 0) throw new Unusable(`${path}: no entry of this register can be used.`);
  return new VenueRegister(asVenues(entries));
}

/** What terms mean in the files' database, from a map file, on top of what a profile says. */
export async function mapsSetting(path: string | undefined, scope: DatabaseScope): Promise<DatabaseScope> {
  if (!path) return scope;
  const read = readTermMap(await readFile(path, 'utf8').catch((error: Error) => unusable(`${path}: ${error.message}`)));
  if (typeof read === 'string') throw new Unusable(`${path}: ${read}`);
  return { ...scope, terms: { ...scope.terms, ...Object.fromEntries(read.map((t) => [termKey(t.vocabulary, t.term), t.sets])) } };
}
