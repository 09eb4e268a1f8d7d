import { agreementOf, type SampleDesign, spotResult } from '@/core/checks';
import { countPlaces, PROGRESS, type Progress, type Stage, type WorkState } from '@/core/flow';
import type { Way } from '@/core/found';

/**
 * What a write-up counts over, in the plain form in which the bundle carries it: a number in the methods paragraph is a
 * question to these tables, so that whoever has the bundle can ask it again.
 */
export interface FactTables {
  /** Parsed records of active retrievals, by the tag of their database, or of another way as `wayTag`; of those that could not be processed the work is null. */
  records: readonly { no: number; database: string; work: number | null }[];
  works: readonly FactWork[];
  /** Whether kept works are judged again by their full text. */
  twoStages: boolean;
  /** Records that a limiter set at a database should have kept out. */
  leaks: readonly { database: string; limiter: string; records: number }[];
  /** The latest judged sample of what the sieve stopped; null without one. */
  sample: FactSample | null;
  /** Works that are known to belong, each once, as far as it is settled which they are: their work, null when not retrieved. */
  known: readonly { number: number; work: number | null }[];
  /** Works that two people judged, each without seeing what the other said; missing where one person judges. */
  twice?: readonly FactTwice[];
}

/** What stands for a way of finding where else a database's tag stands. */
export const wayTag = (way: Way): string => `++${way}`;
export const isWayTag = (database: string): boolean => database.startsWith('++');

export interface FactTwice {
  work: number;
  stage: Stage;
  said: readonly [StagedVerdict, StagedVerdict];
  /** How the decision came about; '' while there is none. */
  how: '' | 'agreed' | 'by-rule' | 'settled';
}

export interface FactSample {
  design: SampleDesign;
  /** What each limiter had stopped, and what was said of the works that were drawn of it; '' of those not judged. */
  strata: readonly { limiter: string; size: number; verdicts: readonly ('keep' | 'exclude' | 'unsure' | '')[] }[];
}

export interface FactWork {
  no: number;
  state: WorkState;
  /** By the sieve alone, whatever was decided. */
  fate: 'through' | 'held' | 'stopped';
  /** Ids of the limiters that stop it, and of those that hold it. */
  stops: readonly string[];
  holds: readonly string[];
  /** Limiters whose word on it hangs on what is likely by its text. */
  likelyAt: readonly string[];
  /** Limiters at which a person let it pass or stopped it. */
  overridden: readonly string[];
  screening: StagedVerdict;
  fullText: StagedVerdict;
  reason: string;
}
type StagedVerdict = '' | 'keep' | 'exclude' | 'wait' | 'background';

/** How many of a list pass: without a list of those that do, since lists are long and questions many. */
function how<T>(list: readonly T[], test: (one: T) => boolean): number {
  let n = 0;
  for (const one of list) if (test(one)) n++;
  return n;
}

/** @param of a limiter, or '' for all */
const saidIn = (t: FactTables, of: string, wanted: readonly string[]): number =>
  (t.sample?.strata ?? []).filter((s) => of === '' || s.limiter === of).reduce((n, s) => n + how(s.verdicts, (v) => wanted.includes(v)), 0);

/** By the same sums that the checks show. */
function atMost({ sample }: FactTables, of: string): number {
  if (!sample) return 0;
  const strata = sample.strata.map(({ limiter, size, verdicts }) => {
    const [wrong, right, unsure] = (['keep', 'exclude', 'unsure'] as const).map((v) => how(verdicts, (x) => x === v)) as [
      number,
      number,
      number,
    ];
    return { limiter, size, judged: wrong + right, wrong, unsure };
  });
  const result = spotResult(strata, sample.design);
  return (of === '' ? result.whole.atMost : result.strata.find((s) => s.limiter === of)?.atMost) ?? 0;
}

const progress = (t: FactTables, figure: keyof Progress): number => PROGRESS[figure](countPlaces(t.works, t.twoStages));

const twice = (t: FactTables, stage: string): readonly FactTwice[] => (t.twice ?? []).filter((w) => w.stage === stage);

function kappaOf(works: readonly FactTwice[]): number {
  const table = [
    [0, 0],
    [0, 0],
  ];
  for (const { said } of works) table[said[0] === 'keep' ? 0 : 1]![said[1] === 'keep' ? 0 : 1]!++;
  const { kappa } = agreementOf(table);
  return 'value' in kappa ? Math.round(100 * kappa.value) / 100 : 0;
}

/** Of so many works kappa says something (common practice). */
const ENOUGH_FOR_KAPPA = 10;
/** Whether kappa is worth telling: of enough works, and where both did not say one and the same of every one. */
export const saysKappa = (t: FactTables, stage: string): boolean => {
  const works = twice(t, stage);
  return works.length >= ENOUGH_FOR_KAPPA && new Set(works.flatMap((w) => w.said.map((s) => s === 'keep'))).size > 1;
};

/** Works that no database gave: all their records were found in other ways. */
export function othersAlone(t: FactTables): Set<number> {
  const alone = new Set<number>();
  for (const r of t.records) if (r.work !== null && isWayTag(r.database)) alone.add(r.work);
  if (alone.size === 0) return alone;
  for (const r of t.records) if (r.work !== null && !isWayTag(r.database)) alone.delete(r.work);
  return alone;
}

function worksIn(records: FactTables['records']): Set<number> {
  const works = new Set<number>();
  for (const { work } of records) if (work !== null) works.add(work);
  return works;
}

/** Records found in other ways that are of a work that is there already: of a database's, or found twice. */
export function otherDuplicates(t: FactTables): number {
  const records = how(t.records, (r) => r.work !== null && isWayTag(r.database));
  return records - othersAlone(t).size;
}

/** The questions that a number in the text can be the answer of. `of` names a database, a limiter or a reason. */
export const FACTS = {
  records: (t) => t.records.length,
  'records-of': (t, of) => how(t.records, (r) => r.database === of),
  'found-otherwise': (t) => how(t.records, (r) => isWayTag(r.database)),
  'otherwise-alone': (t) => othersAlone(t).size,
  works: (t) => t.works.length,
  duplicates: (t) => how(t.records, (r) => r.work !== null) - worksIn(t.records).size,
  aside: (t) => how(t.records, (r) => r.work === null),
  through: (t) => how(t.works, (w) => w.fate === 'through'),
  held: (t) => how(t.works, (w) => w.fate === 'held'),
  stopped: (t) => how(t.works, (w) => w.fate === 'stopped'),
  'stopped-by': (t, of) => how(t.works, (w) => w.stops.includes(of)),
  'held-by': (t, of) => how(t.works, (w) => w.holds.includes(of)),
  'likely-at': (t, of) => how(t.works, (w) => w.likelyAt.includes(of)),
  overridden: (t) => how(t.works, (w) => w.overridden.length > 0),
  // Figures of what was decided: as core/flow defines them for the flow and the strip too.
  screened: (t) => progress(t, 'screened'),
  'excluded-first': (t) => countPlaces(t.works, t.twoStages).excluded,
  sought: (t) => progress(t, 'sought'),
  'not-retrieved': (t) => countPlaces(t.works, t.twoStages)['not-retrieved'],
  assessed: (t) => progress(t, 'assessed'),
  included: (t) => progress(t, 'included'),
  'kept-so-far': (t) => progress(t, 'keptSoFar'),
  'full-texts-due': (t) => progress(t, 'fullTextsDue'),
  excluded: (t) => progress(t, 'excluded'),
  'excluded-for': (t, of) => how(t.works, (w) => w.state === 'excluded' && w.reason === of),
  background: (t) => how(t.works, (w) => w.state === 'background'),
  due: (t) => progress(t, 'due'),
  'left-held': (t) => how(t.works, (w) => w.state === 'held'),
  leaks: (t, of) => t.leaks.filter((l) => of === '' || `${l.database}/${l.limiter}` === of).reduce((n, l) => n + l.records, 0),
  'sample-of': (t, of) => (t.sample?.strata ?? []).reduce((n, s) => n + (of === '' || s.limiter === of ? s.size : 0), 0),
  'sample-drawn': (t, of) => saidIn(t, of, ['keep', 'exclude', 'unsure', '']),
  'sample-judged': (t, of) => saidIn(t, of, ['keep', 'exclude']),
  'sample-wrong': (t, of) => saidIn(t, of, ['keep']),
  'sample-unsure': (t, of) => saidIn(t, of, ['unsure']),
  'sample-at-most': atMost,
  // Of a stage: works that two judged, of which they said the same, and what became of the others.
  twice: (t, of) => twice(t, of).length,
  'twice-same': (t, of) => how(twice(t, of), (w) => w.said[0] === w.said[1]),
  'twice-settled': (t, of) => how(twice(t, of), (w) => w.said[0] !== w.said[1] && w.how === 'settled'),
  'twice-by-rule': (t, of) => how(twice(t, of), (w) => w.how === 'by-rule'),
  'twice-open': (t, of) => how(twice(t, of), (w) => w.said[0] !== w.said[1] && w.how === ''),
  /** Cohen's kappa of keeping or not, to two decimals; 0 where it has no value. */
  'twice-kappa': (t, of) => kappaOf(twice(t, of)),
  known: (t) => t.known.length,
  'known-found': (t) => how(t.known, (k) => k.work !== null),
  /** Known works that a limiter stops first, or that any stops. */
  'known-lost': (t, of) => {
    const known = new Set(t.known.map((k) => k.work));
    return how(t.works, (w) => known.has(w.no) && (of === '' ? w.stops.length > 0 : w.stops[0] === of));
  },
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

/** Answers by the tables that they were asked of: these are never changed, only made anew. */
const answers = new WeakMap<FactTables, Map<string, Asked>>();

/** Asks the tables; the same question is answered once. */
export function asker(tables: FactTables): (fact: FactName, of?: string) => Asked {
  const known = answers.get(tables) ?? new Map<string, Asked>();
  answers.set(tables, known);
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
