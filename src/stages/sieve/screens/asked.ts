import { FILLS, type Fill, type Sieve } from '@/core/sieve';
import { count } from '@/ui/words';

/** The number whose works are listed. */
export interface Asked {
  /** Id of a limiter, or 'all' for the row before any. */
  row: string;
  /** Index of a database, -1 for the whole. */
  database: number;
  fill: Fill;
}

export function readAsked(params: URLSearchParams): Asked | null {
  const [row, db, fill] = [params.get('row'), Number(params.get('db') ?? -1), params.get('fill')];
  return row && Number.isInteger(db) && FILLS.includes(fill as Fill) ? { row, database: db, fill: fill as Fill } : null;
}

const WORDS: Record<Fill, (limiter: string) => string> = {
  left: (l) => `Left after ${l}`,
  held: (l) => `Held after ${l}`,
  'stopped-here': (l) => `Stopped by ${l}`,
  stopped: (l) => `Stopped up to ${l}`,
  'back-through': (l) => `Through, if ${l} were not there`,
  'held-alone': (l) => `Held by ${l} alone`,
  'back-held': (l) => `Held instead of stopped, if ${l} were not there`,
  alone: (l) => `What ${l} would stop by itself`,
};

export function captionOf(asked: Asked, sieve: Sieve, databases: { name: string }[], n: number): string {
  const where = asked.database < 0 ? '' : ` in ${databases[asked.database]?.name ?? ''}`;
  const name = sieve.find((l) => l.id === asked.row)?.name ?? '';
  return `${asked.row === 'all' ? 'Retrieved and merged' : WORDS[asked.fill](name)}${where}: ${count(n)}`;
}
