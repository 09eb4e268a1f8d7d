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

/** How many of a list pass: without a list of those that do, since lists are long and questions many. */
function how<T>(list: readonly T[], test: (one: T) => boolean): number {
  let n = 0;
  for (const one of list) if (test(one)) n++;
  return n;
}

/** The questions that a number in the text can be the answer of. `of` names a database, a limiter or a reason. */
export const FACTS = {
  records: (t) => t.records.length,
  'records-of': (t, of) => how(t.records, (r) => r.database === of),
  works: (t) => t.works.length,
  duplicates: (t) => t.records.length - new Set(t.records.map((r) => r.work)).size,
  through: (t) => how(t.works, (w) => w.fate === 'through'),
  held: (t) => how(t.works, (w) => w.fate === 'held'),
  stopped: (t) => how(t.works, (w) => w.fate === 'stopped'),
  'stopped-by': (t, of) => how(t.works, (w) => w.stops.includes(of)),
  'held-by': (t, of) => how(t.works, (w) => w.holds.includes(of)),
  overridden: (t) => how(t.works, (w) => w.overridden.length > 0),
  screened: (t) => how(t.works, (w) => w.state !== 'background' && (w.screening === 'keep' || w.screening === 'exclude')),
  'excluded-first': (t) => how(t.works, (w) => w.state !== 'background' && w.screening === 'exclude'),
  sought: (t) => how(t.works, (w) => w.state !== 'background' && w.screening === 'keep'),
  kept: (t) => how(t.works, (w) => w.state === 'kept'),
  excluded: (t) => how(t.works, (w) => w.state === 'excluded'),
  'excluded-for': (t, of) => how(t.works, (w) => w.state === 'excluded' && w.reason === of),
  background: (t) => how(t.works, (w) => w.state === 'background'),
  open: (t) => how(t.works, (w) => ['held', 'undecided', 'waiting'].includes(w.state)),
  'left-held': (t) => how(t.works, (w) => w.state === 'held'),
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
