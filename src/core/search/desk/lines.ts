import { axisOfMeaning, PROFILE_AXIS_LABELS } from '@/core/parity';
import { yearOfDay } from '@/core/record';
import { type Limiter, type Sieve, windowOf } from '@/core/sieve';
import { blockQuery, type NotAsked, type QueryDialect, queryOf, type Sheet } from '../blocks';
import type { DoorLimit } from './door';

/** A line of the grid at one database. */
export interface DeskLine {
  /** The same at every database: "block 1", "question", "limiter recent". */
  key: string;
  kind: 'block' | 'question' | 'limiter';
  label: string;
  /** In CQL; '' when nothing of it can be asked there. */
  query: string;
  /** Of a limiter's line: the line before, and what the limiter adds to it. */
  before: string;
  clause: string;
  limit: DoorLimit | null;
  /** Years of a window, as they were asked. */
  years: { from: number; to: number } | null;
  /** Why a limiter is not set there; '' when it is, and for other lines. */
  left: string;
  notAsked: NotAsked[];
}

/** Stands for a window that has no end. */
export const LAST_YEAR = 9999;

/**
 * The lines of a sheet at one database: each block, all of them together, then the limiters of the sieve that are on, one
 * after another in the sieve's order, each on top of those before it.
 * @param asOf day from which windows count
 * @param edited the query as a person wrote it for this database, in place of what the sheet comes to
 */
export function linesOf(
  sheet: Sheet,
  dialect: QueryDialect,
  limits: readonly DoorLimit[],
  sieve: Sieve,
  asOf: number,
  edited: string | null = null,
): DeskLine[] {
  const plain = { before: '', clause: '', limit: null, years: null, left: '' };
  const blocks = sheet.blocks.map((block, i): DeskLine => {
    const notAsked: NotAsked[] = [];
    const query = blockQuery(block, dialect, notAsked);
    return { key: `block ${i + 1}`, kind: 'block', label: block.name, query, ...plain, notAsked };
  });
  const { query: built, notAsked } = queryOf(sheet, dialect);
  const question = edited ?? built;
  const lines: DeskLine[] = [
    ...blocks,
    { key: 'question', kind: 'question', label: 'All parts together', query: question, ...plain, notAsked },
  ];
  let before = question;
  for (const limiter of sieve) {
    if (!limiter.on) continue;
    const set = limitFor(limiter, limits, asOf);
    const line = { key: `limiter ${limiter.id}`, kind: 'limiter' as const, label: limiter.name, before, notAsked: [] };
    if ('left' in set) lines.push({ ...line, query: before, clause: '', limit: null, years: null, left: set.left });
    else {
      const query = before && `(${before}) and ${set.clause}`;
      lines.push({ ...line, query, clause: set.clause, limit: set.limit, years: set.years, left: '' });
      before = query;
    }
  }
  return lines;
}

type Set = { clause: string; limit: DoorLimit; years: { from: number; to: number } | null };

/** How a limiter of the sieve is set there; or why it is left to the sieve. */
function limitFor({ test, exempt }: Limiter, limits: readonly DoorLimit[], asOf: number): Set | { left: string } {
  const axis = axisOfMeaning(test);
  const limit = axis && limits.find((l) => l.axis === axis);
  if (!axis) return { left: 'Databases have no such limiter: it is done here.' };
  if (!limit) return { left: `There is nothing to limit by ${PROFILE_AXIS_LABELS[axis].toLowerCase()} there: it is done here.` };
  if (exempt) return { left: 'Its exemptions cannot be set there: it is done here.' };
  if (test.kind !== 'recency') return { clause: limit.clause, limit, years: null };
  const window = windowOf(test.window, asOf);
  const from = Number.isFinite(window.from) ? yearOfDay(window.from) : 0;
  const to = Number.isFinite(window.to) ? yearOfDay(window.to) : LAST_YEAR;
  // A window to the day is set to whole years: what is too much is taken out here.
  const years = { from, to };
  return { clause: yearsClause(limit, years), limit, years };
}

/** A limiter of years, set to a window. */
export const yearsClause = ({ clause }: Pick<DoorLimit, 'clause'>, { from, to }: { from: number; to: number }): string =>
  clause.replaceAll('{from}', String(from)).replaceAll('{to}', String(to));

/** The query that finds what a limiter left out: what is in neither says nothing to it. */
export const complementOf = ({ before, clause }: Pick<DeskLine, 'before' | 'clause'>): string => `(${before}) not ${clause}`;
