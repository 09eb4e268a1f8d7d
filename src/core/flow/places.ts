import { NOT_RETRIEVED } from './stages';
import type { DecisionVerdict, WorkState } from './states';

/** A work as far as its place in the review depends on it. */
export interface Placed {
  state: WorkState;
  /** The verdict that stands at each stage; null or '' without one. */
  screening: Exclude<DecisionVerdict, 'undo'> | null | '';
  fullText: Exclude<DecisionVerdict, 'undo'> | null | '';
  /** Of an exclusion: the reason's code. */
  reason: string;
}

/** Where a work stands between the search and the included ones. Every work is in exactly one place. */
export const PLACES = [
  'background',
  'stopped',
  'held',
  'undecided',
  'waiting',
  'excluded',
  'full-text-due',
  'full-text-waiting',
  'not-retrieved',
  'excluded-full-text',
  'included',
] as const;
export type Place = (typeof PLACES)[number];

/**
 * The place of a work. Every figure of a review that speaks of decisions is a sum over places, so that no two figures can
 * differ in what they mean.
 * @param twoStages whether kept works are judged again by their full text; without it a kept work is included
 */
export function placeOf({ state, screening, fullText, reason }: Placed, twoStages: boolean): Place {
  if (state === 'background' || state === 'stopped' || state === 'held' || state === 'undecided') return state;
  if (screening === 'exclude') return 'excluded';
  if (screening !== 'keep') return 'waiting';
  if (!twoStages || fullText === 'keep') return 'included';
  if (fullText === 'exclude') return reason === NOT_RETRIEVED ? 'not-retrieved' : 'excluded-full-text';
  return fullText === 'wait' ? 'full-text-waiting' : 'full-text-due';
}

export type PlaceCounts = Record<Place, number>;
export const noPlaces = (): PlaceCounts => Object.fromEntries(PLACES.map((p) => [p, 0])) as PlaceCounts;

export function countPlaces(works: Iterable<Placed>, twoStages: boolean): PlaceCounts {
  const counts = noPlaces();
  for (const work of works) counts[placeOf(work, twoStages)]++;
  return counts;
}

const sumOf =
  (...places: Place[]) =>
  (counts: PlaceCounts): number =>
    places.reduce((n, place) => n + counts[place], 0);

/** The figures of a review's decisions, each defined once, as the glossary has them. */
export const PROGRESS = {
  /** Judged on title and abstract: kept there or excluded. */
  screened: sumOf('excluded', 'full-text-due', 'full-text-waiting', 'not-retrieved', 'excluded-full-text', 'included'),
  /** Kept on title and abstract: with two stages their full texts are sought. */
  sought: sumOf('full-text-due', 'full-text-waiting', 'not-retrieved', 'excluded-full-text', 'included'),
  /** Full texts that were read and judged. */
  assessed: sumOf('excluded-full-text', 'included'),
  /** Kept at the last stage there is: what the review includes. */
  included: sumOf('included'),
  /** Kept by the last word on them, whichever stage it was said at: the included, and those whose full text is still to be read. */
  keptSoFar: sumOf('included', 'full-text-due'),
  /** Excluded at either stage, those not retrieved among them. */
  excluded: sumOf('excluded', 'not-retrieved', 'excluded-full-text'),
  /** Works that somebody still has to say something of. */
  due: sumOf('held', 'undecided', 'waiting', 'full-text-due', 'full-text-waiting'),
  /** Of those due: full texts. */
  fullTextsDue: sumOf('full-text-due', 'full-text-waiting'),
  /** Full texts on which the last word is said: read, or not to be had. */
  fullTextsDone: sumOf('not-retrieved', 'excluded-full-text', 'included'),
  /** Of those due, at title and abstract: through the sieve and not judged. */
  firstDue: sumOf('undecided', 'waiting'),
  /** Judged on title and abstract or set aside as background. */
  firstDone: sumOf('background', 'excluded', 'full-text-due', 'full-text-waiting', 'not-retrieved', 'excluded-full-text', 'included'),
} as const satisfies Record<string, (counts: PlaceCounts) => number>;
export type Progress = Record<keyof typeof PROGRESS, number>;

export const progressOf = (counts: PlaceCounts): Progress =>
  Object.fromEntries(Object.entries(PROGRESS).map(([name, of]) => [name, of(counts)])) as Progress;
