import { type Classification, FACET_NAMES, type Facet, FLAGS, type Flag, STATED_TIERS, type WorkAxis } from '@/core/classify';
import type { DayInterval } from '@/core/record';

/** Axes that a limiter can test with a mask. */
export const MASK_AXES = ['sourceType', 'publicationType', 'peerReview', 'design', 'level'] as const satisfies readonly WorkAxis[];
export type MaskAxis = (typeof MASK_AXES)[number];
export const DATE_KINDS = ['earliest', 'online', 'issue', 'added', 'version'] as const;
export type DateKind = (typeof DATE_KINDS)[number];

/** Bounds that stand for "any day": a work without a date may be from any. */
export const NO_DATE = { from: -2147483648, to: 2147483647 } as const;

/**
 * A review's works as typed arrays, index i for work `numbers[i]`: possible values per axis (`all` from every tier,
 * `stated` from stated tiers, `likely` with what is likely by the text), day intervals, and which databases retrieved it (bit b = `databases[b]`).
 */
export interface Columns {
  revision: number;
  databases: string[];
  numbers: Int32Array;
  all: Record<MaskAxis, Uint32Array>;
  stated: Record<MaskAxis, Uint32Array>;
  likely: Record<MaskAxis, Uint32Array>;
  dates: Record<DateKind, { from: Int32Array; to: Int32Array }>;
  /** At most 32 databases a review. */
  membership: Uint32Array;
  /** Bit a is set when MASK_AXES[a] is conflicting: never counted as settled, whatever its set. */
  conflicts: Uint32Array;
  /** Bit f is set when the work has FLAGS[f], its family's flags included. */
  flags: Uint32Array;
  facets: Record<Facet, FacetColumn>;
  /** Bit f is set when a work can have no other values of FACET_NAMES[f] than those in its column. */
  complete: Uint32Array;
}

/** A facet of which a work can have several values: bit v is set when it certainly has `values[v]`. */
export interface FacetColumn {
  values: string[];
  all: Uint32Array;
  /** Those that stated tiers say. */
  stated: Uint32Array;
}

/** Stands for all values of a facet beyond the 31 that have bits of their own. */
export const OTHER_VALUES = 'other';
const OTHER_BIT = 31;

export interface ColumnRow {
  number: number;
  classification: Classification;
  membership: number;
  /** The work's flags, its family's included; those of its own records when not given. */
  flags?: readonly Flag[];
}

export function buildColumns(rows: readonly ColumnRow[], databases: string[], revision: number): Columns {
  const columns = emptyColumns(rows.length, databases, revision);
  rows.forEach((row, i) => {
    setRow(columns, i, row);
  });
  return columns;
}

/** Writes one work into columns that were made large enough, so that its classification need not be kept. */
export function setRow(columns: Columns, i: number, row: ColumnRow) {
  setPlain(columns, i, row);
  for (const facet of FACET_NAMES) {
    const column = columns.facets[facet];
    clearFacet(column, i);
    for (const { value, tier } of row.classification.facets[facet].values) addFacetValue(column, i, value, STATED_TIERS.includes(tier));
  }
}

/** All of a work but its facets' values. */
export function setPlain(columns: Columns, i: number, { number, classification, membership, flags = classification.flags }: ColumnRow) {
  columns.numbers[i] = number;
  columns.membership[i] = membership;
  columns.conflicts[i] = 0;
  MASK_AXES.forEach((axis, bit) => {
    if (classification.axes[axis].status === 'conflicting') columns.conflicts[i]! |= 1 << bit;
    columns.all[axis][i] = classification.axes[axis].mask;
    columns.stated[axis][i] = classification.axes[axis].stated.mask;
    columns.likely[axis][i] = classification.likely?.[axis] ?? classification.axes[axis].mask;
  });
  for (const kind of DATE_KINDS) {
    const interval: DayInterval = classification.dates[kind] ?? NO_DATE;
    columns.dates[kind].from[i] = interval.from;
    columns.dates[kind].to[i] = interval.to;
  }
  columns.flags[i] = flags.reduce((mask, f) => mask | (1 << FLAGS.indexOf(f)), 0) >>> 0;
  columns.complete[i] = 0;
  FACET_NAMES.forEach((facet, bit) => {
    if (classification.facets[facet].complete) columns.complete[i]! |= 1 << bit;
  });
}

export function clearFacet(column: FacetColumn, i: number) {
  column.all[i] = 0;
  column.stated[i] = 0;
}
export function addFacetValue(column: FacetColumn, i: number, value: string, stated: boolean) {
  const bit = 1 << bitOf(column, value);
  column.all[i]! |= bit;
  if (stated) column.stated[i]! |= bit;
}

/** The bit of a value, which gets one when it is met first. */
function bitOf({ values }: FacetColumn, value: string): number {
  const known = values.indexOf(value);
  if (known >= 0) return known;
  if (values.length >= OTHER_BIT) {
    if (values.length === OTHER_BIT) values.push(OTHER_VALUES);
    return OTHER_BIT;
  }
  return values.push(value) - 1;
}

/** Takes over rows from columns made before: the row j of those becomes the row i of these. */
export function rowCopier(columns: Columns, old: Columns): (i: number, j: number) => void {
  const [to, from] = [plainArrays(columns), plainArrays(old)];
  const facets = FACET_NAMES.map((f) => [columns.facets[f], old.facets[f]] as const);
  return (i, j) => {
    for (let k = 0; k < to.length; k++) to[k]![i] = from[k]![j]!;
    for (const [own, theirs] of facets) {
      own.all[i] = translated(theirs.all[j]!, theirs, own);
      own.stated[i] = translated(theirs.stated[j]!, theirs, own);
    }
  };
}

/** The same values under the bits of another column. */
export function translated(mask: number, from: FacetColumn, to: FacetColumn): number {
  let out = 0;
  for (let bits = mask, b = 0; bits; bits >>>= 1, b++) if (bits & 1) out |= 1 << bitOf(to, from.values[b]!);
  return out >>> 0;
}

const perAxis = (size: number) => Object.fromEntries(MASK_AXES.map((a) => [a, new Uint32Array(size)])) as Columns['all'];

export function emptyColumns(size: number, databases: string[], revision: number): Columns {
  return {
    revision,
    databases,
    numbers: new Int32Array(size),
    all: perAxis(size),
    stated: perAxis(size),
    likely: perAxis(size),
    dates: Object.fromEntries(DATE_KINDS.map((k) => [k, { from: new Int32Array(size), to: new Int32Array(size) }])) as Columns['dates'],
    membership: new Uint32Array(size),
    conflicts: new Uint32Array(size),
    flags: new Uint32Array(size),
    facets: Object.fromEntries(
      FACET_NAMES.map((f) => [f, { values: [], all: new Uint32Array(size), stated: new Uint32Array(size) }]),
    ) as unknown as Columns['facets'],
    complete: new Uint32Array(size),
  };
}

/** Where an array of the columns is held: an object of it, and the name there. */
type Slot = [holder: Record<string, Int32Array | Uint32Array>, name: string];

/** All but those of the facets. */
export const plainSlots = (c: Columns): Slot[] => {
  const own = c as unknown as Slot[0];
  return [
    ...['numbers', 'membership', 'conflicts'].map((name): Slot => [own, name]),
    ...MASK_AXES.flatMap((a): Slot[] => [
      [c.all, a],
      [c.stated, a],
      [c.likely, a],
    ]), // prettier-ignore
    ...DATE_KINDS.flatMap((k): Slot[] => [
      [c.dates[k], 'from'],
      [c.dates[k], 'to'],
    ]), // prettier-ignore
    [own, 'flags'],
    [own, 'complete'],
  ];
};
export const plainArrays = (c: Columns): (Int32Array | Uint32Array)[] => plainSlots(c).map(([holder, name]) => holder[name]!);
/** Every array of the columns, in an order that is always the same. */
export const arraysOf = (c: Columns) => [...plainArrays(c), ...FACET_NAMES.flatMap((f) => [c.facets[f].all, c.facets[f].stated])];
/** The rows at these places, in their order, as columns of their own. */
export function pickRows(columns: Columns, places: readonly number[]): Columns {
  const picked = emptyColumns(places.length, columns.databases, columns.revision);
  const [to, from] = [arraysOf(picked), arraysOf(columns)];
  to.forEach((array, k) => {
    const source = from[k]!;
    for (let i = 0; i < places.length; i++) array[i] = source[places[i]!]!;
  });
  for (const f of FACET_NAMES) picked.facets[f].values = [...columns.facets[f].values];
  return picked;
}

/** The first rows of columns. They share their memory: large columns are not there twice. */
export function firstRows(columns: Columns, count: number): Columns {
  const rows = emptyColumns(0, columns.databases, columns.revision);
  const from = plainArrays(columns);
  plainSlots(rows).forEach(([holder, name], k) => {
    holder[name] = from[k]!.subarray(0, count);
  });
  for (const f of FACET_NAMES) {
    const { values, all, stated } = columns.facets[f];
    rows.facets[f] = { values, all: all.subarray(0, count), stated: stated.subarray(0, count) };
  }
  return rows;
}
