import { designsOfPublication } from '@/core/classify';
import { bitCount, type CodedAxis, type Mask } from '@/core/vocabularies';
import { LIKELY_AXES, type LikelyAxis } from './axes';
import { type ReadOf, readSigns } from './features';
import { CLASSES, modelOf, quickModelOf } from './models';
import { Places, quickLikelihoods } from './quick-model';
import { Words } from './words';

/** Below this many letters of an abstract nothing is told that could be weighed: the rules stand. */
export const FEWEST_LETTERS = 150;

/** Shares are kept as logarithms, sixteen steps a halving: the least of them is one in 60,000. */
const STEPS = 16;
const PER_LN = STEPS / Math.LN2;
/** The share that a byte stands for. */
const SHARE_OF = Float64Array.from({ length: 256 }, (_, byte) => 2 ** (-byte / STEPS));

/** How likely each class of each axis is by the text, in the order of `CLASSES`; null for an axis that nobody asked about. */
export type Shares = Record<LikelyAxis, Float64Array | null>;

/**
 * The axes of which a record's claims leave several values: only there can anything be narrowed.
 * @param left what the claims leave of an axis; 0 when they conflict
 */
export function openAxes(left: (axis: CodedAxis) => Mask): LikelyAxis[] {
  const open = LIKELY_AXES.filter((axis) => bitCount(left(axis)) > 1);
  // A kind of item can leave one design alone, which is claimed when records are put together.
  const follows = open.includes('design') ? designsOfPublication(left('publicationType')) : null;
  return follows !== null && bitCount((follows & left('design')) >>> 0) < 2 ? open.filter((a) => a !== 'design') : open;
}

/** The axes that shares are kept of stand in the lowest bits of the first byte, those that nobody asks about now above them. */
const KEPT_ALONE = LIKELY_AXES.length;
const bitsOf = (axes: readonly LikelyAxis[]): number => axes.reduce((bits, axis) => bits | (1 << LIKELY_AXES.indexOf(axis)), 0);
const isKept = (first: number, a: number): boolean => ((first >>> a) & 1) === 1;
const isAsked = (first: number, a: number): boolean => isKept(first, a) && ((first >>> (KEPT_ALONE + a)) & 1) === 0;

/**
 * What the models make of a record, as it is kept with its claims: of which axes, then a byte a class.
 * @param axes that are asked about
 * @param kept axes that are weighed, so that they can be asked about later: those that are asked about, or more
 * @returns '' where the record has too little text, or no axis is asked about
 */
export function packedShares(record: ReadOf, axes: readonly LikelyAxis[] = LIKELY_AXES, kept: readonly LikelyAxis[] = axes): string {
  if (record.abstract.length < FEWEST_LETTERS || axes.length === 0) return '';
  const known = weighed();
  const read = readSigns(record, known.words);
  for (const a of AXES) {
    signs[a]!.length = 0;
    facts[a]!.length = 0;
  }
  for (const id of read.ids) note(signs, known.signs, id);
  for (const { name } of read.facts) {
    const at = known.facts.ids.get(name);
    if (at !== undefined) note(facts, known.facts.places, at);
  }
  let bytes = firstByte(kept, axes);
  for (const axis of kept) {
    const a = LIKELY_AXES.indexOf(axis);
    for (const share of quickLikelihoods(quickModelOf(axis), signs[a]!, facts[a]!, read.facts.length, read.dense))
      bytes += String.fromCharCode(Math.min(255, Math.round(-PER_LN * Math.log(Math.max(share, 1e-12)))));
  }
  return btoa(bytes);
}

/** Shares as they were packed before, with other axes asked about: what was weighed stays. Null when one was not weighed. */
export function askedAgain(packed: string, axes: readonly LikelyAxis[]): string | null {
  if (packed === '') return axes.length === 0 ? '' : null;
  const old = atob(packed);
  const first = old.charCodeAt(0);
  const kept = LIKELY_AXES.filter((_, a) => isKept(first, a));
  return axes.every((axis) => kept.includes(axis)) ? btoa(firstByte(kept, axes) + old.slice(1)) : null;
}

function firstByte(kept: readonly LikelyAxis[], asked: readonly LikelyAxis[]): string {
  const alone = kept.filter((axis) => !asked.includes(axis));
  return String.fromCharCode(bitsOf(kept) | (bitsOf(alone) << KEPT_ALONE));
}

const AXES = LIKELY_AXES.map((_, a) => a);
/** Of the record in hand, by axis. */
const signs = LIKELY_AXES.map(() => new Places());
const facts = LIKELY_AXES.map(() => new Places());

/** Where a sign stands in the model of each axis, one after the other, -1 where it has no weight: looked up once for all. */
interface Weighed {
  words: Words;
  /** By the signs' numbers. */
  signs: Int32Array;
  facts: { ids: ReadonlyMap<string, number>; places: Int32Array };
}
let made: Weighed | null = null;

function weighed(): Weighed {
  if (made) return made;
  const signs = placesByName((axis) => modelOf(axis).places);
  made = { words: new Words(signs.ids.keys()), signs: signs.places, facts: placesByName((axis) => modelOf(axis).factPlaces) };
  return made;
}

function note(found: readonly Places[], places: Int32Array, id: number) {
  for (let a = 0; a < found.length; a++) {
    const place = places[id * found.length + a]!;
    if (place >= 0) found[a]!.add(place);
  }
}

/** All names with a number each, and by their numbers where each axis has them. */
function placesByName(placesOfAxis: (axis: LikelyAxis) => ReadonlyMap<string, number>): Weighed['facts'] {
  const ids = new Map<string, number>();
  for (const axis of LIKELY_AXES) for (const name of placesOfAxis(axis).keys()) if (!ids.has(name)) ids.set(name, ids.size);
  const places = new Int32Array(ids.size * AXES.length).fill(-1);
  for (const [a, axis] of LIKELY_AXES.entries())
    for (const [name, place] of placesOfAxis(axis)) places[ids.get(name)! * AXES.length + a] = place;
  return { ids, places };
}

/** The shares of a work on the axes that are asked about, from those of its records that have any: their geometric mean. Null when none has. */
export function sharesOfWork(packed: readonly (string | undefined)[]): Shares | null {
  const told = packed.flatMap((p) => (p ? atob(p) : [])).filter((bytes) => AXES.some((a) => isAsked(bytes.charCodeAt(0), a)));
  if (told.length === 0) return null;
  const places = told.map(() => 1);
  return Object.fromEntries(
    LIKELY_AXES.map((axis, a) => {
      const kept = told.flatMap((bytes, i) => (isKept(bytes.charCodeAt(0), a) ? [i] : []));
      const own = kept.filter((i) => isAsked(told[i]!.charCodeAt(0), a));
      const shares = own.length ? new Float64Array(CLASSES[axis].length) : null;
      for (let c = 0; shares && c < shares.length; c++) {
        let sum = 0;
        for (const i of own) sum += told[i]!.charCodeAt(places[i]! + c);
        shares[c] = own.length === 1 ? SHARE_OF[sum]! : 2 ** (-sum / own.length / STEPS);
      }
      for (const i of kept) places[i]! += CLASSES[axis].length;
      return [axis, shares];
    }),
  ) as Shares;
}
