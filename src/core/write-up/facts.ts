import type { WorkState } from '@/core/flow';

/**
 * What a write-up counts over, in the plain form in which the bundle carries it: a number in the methods paragraph is a
 * question to these tables, so that whoever has the bundle can ask it again.
 */
export interface FactTables {
  /** Parsed records of active retrievals. */
  records: readonly { no: number; database: string; work: number }[];
  works: readonly FactWork[];
  /** Records that a limiter set at a database should have kept out. */
  leaks: readonly { database: string; limiter: string; records: number }[];
}

export interface FactWork {
  no: number;
  state: WorkState;
  /** By the sieve alone, whatever was decided. */
  fate: 'through' | 'held' | 'stopped';
  /** Ids of the limiters that stop it, and of those that hold it. */
  stops: readonly string[];
  holds: readonly string[];
  /** Limiters at which a person let it pass or stopped it. */
  overridden: readonly string[];
  screening: string;
  fullText: string;
  reason: string;
}

/** The questions that a number in the text can be the answer of. `of` names a database, a limiter or a reason. */
export const FACTS = {
  records: (t) => t.records.length,
  'records-of': (t, of) => t.records.filter((r) => r.database === of).length,
  works: (t) => t.works.length,
  duplicates: (t) => t.records.length - new Set(t.records.map((r) => r.work)).size,
  through: (t) => t.works.filter((w) => w.fate === 'through').length,
  held: (t) => t.works.filter((w) => w.fate === 'held').length,
  stopped: (t) => t.works.filter((w) => w.fate === 'stopped').length,
  'stopped-by': (t, of) => t.works.filter((w) => w.stops.includes(of)).length,
  'held-by': (t, of) => t.works.filter((w) => w.holds.includes(of)).length,
  overridden: (t) => t.works.filter((w) => w.overridden.length > 0).length,
  screened: (t) => t.works.filter((w) => w.state !== 'background' && (w.screening === 'keep' || w.screening === 'exclude')).length,
  'excluded-first': (t) => t.works.filter((w) => w.state !== 'background' && w.screening === 'exclude').length,
  sought: (t) => t.works.filter((w) => w.state !== 'background' && w.screening === 'keep').length,
  kept: (t) => t.works.filter((w) => w.state === 'kept').length,
  excluded: (t) => t.works.filter((w) => w.state === 'excluded').length,
  'excluded-for': (t, of) => t.works.filter((w) => w.state === 'excluded' && w.reason === of).length,
  background: (t) => t.works.filter((w) => w.state === 'background').length,
  open: (t) => t.works.filter((w) => ['held', 'undecided', 'waiting'].includes(w.state)).length,
  'left-held': (t) => t.works.filter((w) => w.state === 'held').length,
  leaks: (t, of) => t.leaks.filter((l) => of === '' || `${l.database}/${l.limiter}` === of).reduce((n, l) => n + l.records, 0),
} as const satisfies Record<string, (t: FactTables, of: string) => number>;
export type FactName = keyof typeof FACTS;

/** A number in a text: what was asked, and the answer. */
export interface Asked {
  fact: FactName;
  of: string;
  n: number;
}
export type Piece = string | Asked;

const number = new Intl.NumberFormat('en-GB');
export const pieceText = (piece: Piece): string => (typeof piece === 'string' ? piece : number.format(piece.n));
export const paragraphText = (pieces: readonly Piece[]): string => pieces.map(pieceText).join('');

/** Asks the tables; the same question is answered once. */
export function asker(tables: FactTables): (fact: FactName, of?: string) => Asked {
  const known = new Map<string, Asked>();
  return (fact, of = '') => {
    const key = `${fact} ${of}`;
    let asked = known.get(key);
    if (!asked) {
      asked = { fact, of, n: FACTS[fact](tables, of) };
      known.set(key, asked);
    }
    return asked;
  };
}
