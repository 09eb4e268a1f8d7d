import type { Classification, WorkAxis } from '@/core/classify';
import type { DayInterval } from '@/core/record';

/** Axes that a limiter can test with a mask. */
export const MASK_AXES = ['sourceType', 'publicationType', 'peerReview', 'design', 'level'] as const satisfies readonly WorkAxis[];
export type MaskAxis = (typeof MASK_AXES)[number];
export const DATE_KINDS = ['earliest', 'online', 'issue'] as const;
export type DateKind = (typeof DATE_KINDS)[number];

/** Bounds that stand for "any day": a work without a date may be from any. */
export const NO_DATE = { from: -2147483648, to: 2147483647 } as const;

/**
 * A review's works as typed arrays, index i for work `numbers[i]`: possible values per axis (`all` from every tier,
 * `stated` from stated tiers), day intervals, and which databases retrieved it (bit b = `databases[b]`).
 */
export interface Columns {
  revision: number;
  databases: string[];
  numbers: Int32Array;
  all: Record<MaskAxis, Uint32Array>;
  stated: Record<MaskAxis, Uint32Array>;
  dates: Record<DateKind, { from: Int32Array; to: Int32Array }>;
  /** At most 32 databases a review. */
  membership: Uint32Array;
  /** Bit a is set when MASK_AXES[a] is conflicting: never counted as settled, whatever its set. */
  conflicts: Uint32Array;
}

export interface ColumnRow {
  number: number;
  classification: Classification;
  membership: number;
}

export function buildColumns(rows: readonly ColumnRow[], databases: string[], revision: number): Columns {
  const columns = emptyColumns(rows.length, databases, revision);
  rows.forEach((row, i) => {
    setRow(columns, i, row);
  });
  return columns;
}

/** Writes one work into columns that were made large enough, so that its classification need not be kept. */
export function setRow(columns: Columns, i: number, { number, classification, membership }: ColumnRow) {
  columns.numbers[i] = number;
  columns.membership[i] = membership;
  columns.conflicts[i] = 0;
  MASK_AXES.forEach((axis, bit) => {
    if (classification.axes[axis].status === 'conflicting') columns.conflicts[i]! |= 1 << bit;
    columns.all[axis][i] = classification.axes[axis].mask;
    columns.stated[axis][i] = classification.axes[axis].stated.mask;
  });
  for (const kind of DATE_KINDS) {
    const interval: DayInterval = classification.dates[kind] ?? NO_DATE;
    columns.dates[kind].from[i] = interval.from;
    columns.dates[kind].to[i] = interval.to;
  }
}

/** Takes over the row of a work that has not changed from columns made before. */
export function copyRow(columns: Columns, i: number, old: Columns, j: number) {
  const [to, from] = [arraysOf(columns), arraysOf(old)];
  to.forEach((array, k) => {
    array[i] = from[k]![j]!;
  });
}

const perAxis = (size: number) => Object.fromEntries(MASK_AXES.map((a) => [a, new Uint32Array(size)])) as Columns['all'];

export function emptyColumns(size: number, databases: string[], revision: number): Columns {
  return {
    revision,
    databases,
    numbers: new Int32Array(size),
    all: perAxis(size),
    stated: perAxis(size),
    dates: Object.fromEntries(DATE_KINDS.map((k) => [k, { from: new Int32Array(size), to: new Int32Array(size) }])) as Columns['dates'],
    membership: new Uint32Array(size),
    conflicts: new Uint32Array(size),
  };
}

/** The arrays in their order on the wire. */
const arraysOf = (c: Columns): (Int32Array | Uint32Array)[] => [
  c.numbers,
  c.membership,
  c.conflicts,
  ...MASK_AXES.flatMap((a) => [c.all[a], c.stated[a]]),
  ...DATE_KINDS.flatMap((k) => [c.dates[k].from, c.dates[k].to]),
];

/** Compact binary form: a little-endian header length, a JSON header padded to 4 bytes, then the arrays. */
export function encodeColumns(columns: Columns): Uint8Array<ArrayBuffer> {
  const header = JSON.stringify({ revision: columns.revision, databases: columns.databases, size: columns.numbers.length });
  const encoded = new TextEncoder().encode(header);
  const head = Math.ceil(encoded.length / 4) * 4;
  const arrays = arraysOf(columns);
  const bytes = new Uint8Array(4 + head + arrays.reduce((n, a) => n + a.byteLength, 0));
  new DataView(bytes.buffer).setUint32(0, head, true);
  bytes.fill(32, 4, 4 + head);
  bytes.set(encoded, 4);
  let at = 4 + head;
  for (const array of arrays) {
    bytes.set(new Uint8Array(array.buffer, array.byteOffset, array.byteLength), at);
    at += array.byteLength;
  }
  return bytes;
}

/** @throws RangeError when the bytes are not the columns that encodeColumns writes */
export function decodeColumns(bytes: Uint8Array): Columns {
  // A copy of its own: a view into a larger buffer need not begin at a multiple of four bytes.
  const copy = new Uint8Array(bytes);
  const head = new DataView(copy.buffer).getUint32(0, true);
  const header = JSON.parse(new TextDecoder().decode(copy.subarray(4, 4 + head))) as {
    revision: number;
    databases: string[];
    size: number;
  };
  const columns = emptyColumns(header.size, header.databases, header.revision);
  let at = 4 + head;
  for (const array of arraysOf(columns)) {
    if (at + array.byteLength > copy.byteLength) throw new RangeError('the columns end too early');
    new Uint8Array(array.buffer).set(copy.subarray(at, at + array.byteLength));
    at += array.byteLength;
  }
  return columns;
}
