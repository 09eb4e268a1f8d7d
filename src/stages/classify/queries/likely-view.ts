import { wilsonInterval } from '@/core/checks';
import { FIGURES, LIKELY_AXES, type LikelyAxis, OWN_PROOFS, type SetFigures } from '@/core/likely';
import { type Columns, MASK_AXES } from '@/core/sieve';
import { bitCount } from '@/core/vocabularies';
import { openReview } from '@/platform/context';
import { NOTHING, reviewQuery } from '@/platform/verbs/declare';
import { currentColumns } from '../store/current-columns';
import { keptBasis, rulingsSince } from '../store/likely-basis';

/** What the likely sets of an axis do in a review, and what they are proved on. */
export interface LikelyAxisView {
  axis: LikelyAxis;
  on: boolean;
  /** Works of this review that people settled: how many of the true values lay inside the set. */
  inside: number;
  of: number;
  low: number;
  high: number;
  /** Works of which the rules leave several values, and those of them with a narrower likely set. */
  open: number;
  narrower: number;
  /** Of our lots, each seen by models that had not learnt from it. */
  lots: SetFigures;
  /** Open works drawn evenly over all: a ruling on these proves most. */
  next: number[];
}
export interface LikelyView {
  wanted: number;
  /** Names of the limiters that rest on what is likely. */
  usedBy: string[];
  /** Rulings that are not among the proofs yet. */
  since: number;
  ownProofs: number;
  axes: LikelyAxisView[];
}

/** So many works are offered to be ruled on. */
const NEXT = 15;

export const askLikely = reviewQuery({
  name: 'likely-view',
  right: 'read',
  input: NOTHING,
  refuses: [],
  rests: ['classification', 'sieve'],
  async run(ctx): Promise<LikelyView> {
    const review = await openReview(ctx, ctx.reviewId);
    const basis = await keptBasis(ctx.em, ctx.reviewId);
    const columns = await currentColumns(ctx.em, review);
    return {
      wanted: review.likelyShare,
      usedBy: review.sieve.filter((l) => l.on && l.evidence === 'stated-inferred-and-likely').map((l) => l.name),
      since: await rulingsSince(ctx.em, ctx.reviewId, basis),
      ownProofs: OWN_PROOFS,
      axes: LIKELY_AXES.map((axis) => {
        const { inside, of, on } = basis.axes[axis];
        const { low, high } = of ? wilsonInterval(inside, of) : { low: 0, high: 1 };
        return { ...{ axis, on, inside, of, low, high, lots: together(axis) }, ...openWorks(columns, axis) };
      }),
    };
  },
});

/** The lots of an axis taken together. */
function together(axis: LikelyAxis): SetFigures {
  const sum = FIGURES[axis].outside.reduce(
    (all, lot) => ({
      ...{ works: all.works + lot.works, covered: all.covered + lot.covered, disputed: all.disputed + lot.disputed },
      ...{ atMost1: all.atMost1 + lot.atMost1, atMost2: all.atMost2 + lot.atMost2, atMost3: all.atMost3 + lot.atMost3 },
      ...{ before: all.before + lot.before * lot.works, after: all.after + lot.after * lot.works },
    }),
    { works: 0, covered: 0, disputed: 0, atMost1: 0, atMost2: 0, atMost3: 0, before: 0, after: 0 },
  );
  const { low, high } = wilsonInterval(sum.covered, sum.works);
  return { ...sum, before: sum.before / sum.works, after: sum.after / sum.works, low, high };
}

function openWorks({ all, likely, numbers, conflicts }: Columns, axis: LikelyAxis) {
  let narrower = 0;
  const open: number[] = [];
  const bit = MASK_AXES.indexOf(axis);
  for (let i = 0; i < numbers.length; i++) {
    if (bitCount(all[axis][i]!) < 2 || (conflicts[i]! >>> bit) & 1) continue;
    open.push(numbers[i]!);
    if (likely[axis][i] !== all[axis][i]) narrower++;
  }
  const step = Math.max(1, open.length / NEXT);
  const next = Array.from({ length: Math.min(NEXT, open.length) }, (_, k) => open[Math.floor(k * step)]!);
  return { open: open.length, narrower, next };
}
