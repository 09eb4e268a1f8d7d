import type { TextsCompared } from './likeness';

/** Works of which a person said the same on an axis, and the open ones of which it could be true. */
export interface RuledGroup {
  ruled: readonly number[];
  open: readonly number[];
}

/** An open work that is worded like ruled ones. */
export interface Worded {
  work: number;
  /** Nearness to the middle of the ruled works, 0 to 1. */
  likeness: number;
  /** Words that they share, those that count most first. */
  words: string[];
}

/** Nearer than this two texts are by words that any two of a field share. */
const LEAST = 0.12;
const MOST = 40;
const WORDS = 6;

/**
 * For each group of ruled works the open ones worded like them: at least as near to their middle as most of the
 * ruled works are to the middle of the others, and nearer than to any other group. Nothing follows from it: it orders the
 * work that is left. Of a group of one there is no middle, and nothing is offered.
 * @param groups of one axis
 */
export function wordedLike(groups: readonly RuledGroup[], texts: Pick<TextsCompared, 'nearness' | 'shared'>): Worded[][] {
  const near = groups.map(({ ruled, open }) => (ruled.length < 2 ? new Map<number, number>() : texts.nearness(open, ruled, '')));
  return groups.map(({ ruled, open }, g) => {
    if (ruled.length < 2) return [];
    const least = Math.max(LEAST, nearnessOfMost(ruled, texts));
    return open
      .map((work) => ({ work, likeness: near[g]!.get(work) ?? 0 }))
      .filter(({ work, likeness }) => likeness >= least && near.every((other, o) => o === g || (other.get(work) ?? 0) < likeness))
      .sort((a, b) => b.likeness - a.likeness || a.work - b.work)
      .slice(0, MOST)
      .map((w) => ({ ...w, words: texts.shared(w.work, ruled, WORDS) }));
  });
}

/** How near three quarters of them are to the middle of the others, or all of a few. */
function nearnessOfMost(works: readonly number[], texts: Pick<TextsCompared, 'nearness'>): number {
  const each = works.map((work) => {
    const others = works.filter((w) => w !== work);
    return texts.nearness([work], others, '').get(work) ?? 0;
  });
  return each.sort((a, b) => a - b)[Math.floor((each.length - 1) / 4)]!;
}
