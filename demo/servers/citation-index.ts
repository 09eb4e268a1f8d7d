import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { Standin } from './databases';

/** A work that the stand-in index knows beside those it is asked about, as CSL-JSON has it. */
interface Indexed {
  DOI: string;
  title: string;
  author: { family: string; given: string }[];
  'container-title': string;
  year: number;
  /** Every so many of the works that it is asked about cite it, or are cited by it. */
  cited?: number;
  cites?: number;
  type?: string;
  abstract?: string;
  ISSN?: string;
}

const FILE = new URL('../data/indexed.json', import.meta.url);
let read: Record<Standin['scenario'], Indexed[]> | null = null;
const indexed = (scenario: Standin['scenario']): Indexed[] => {
  read ??= JSON.parse(readFileSync(FILE, 'utf8')) as typeof read;
  return read![scenario];
};

/** A number from two texts that is the same every time. */
const drawn = (a: string, b: string): number => createHash('sha256').update(`${a} ${b}`).digest().readUInt32BE(0);

/** What cites a work and what it cites, as a table of an open citation index; the same every time it is asked. */
export function citationsOf(scenario: Standin['scenario'], id: string): string {
  const doi = id.toLowerCase();
  const lines = ['oci,citing,cited,creation,timespan,journal_sc,author_sc'];
  const add = (citing: string, cited: string, year: number) =>
    lines.push(`${drawn(citing, cited)},doi:${citing},doi:${cited},${year},,no,no`);
  for (const work of indexed(scenario)) {
    if (work.DOI === doi) continue;
    if (work.cited && drawn(doi, work.DOI) % work.cited === 0) add(doi, work.DOI, work.year + 2);
    if (work.cites && drawn(work.DOI, doi) % work.cites === 0) add(work.DOI, doi, work.year);
  }
  return `${lines.join('\n')}\n`;
}

/** A work by its identifier as CSL-JSON; null where the register knows nothing of it. */
export function registered(scenario: Standin['scenario'], id: string): string | null {
  const found = indexed(scenario).find((w) => w.DOI === id.toLowerCase());
  if (!found) return null;
  const { year, cited: _cited, cites: _cites, type = 'article-journal', ...rest } = found;
  return JSON.stringify({ type, ...rest, issued: { 'date-parts': [[year]] } });
}
