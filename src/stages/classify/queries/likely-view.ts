import type { EntityManager } from '@mikro-orm/postgresql';
import { wilsonInterval } from '@/core/checks';
import { FIGURES, LIKELY_AXES, type LikelyAxis, narrowedByRuling, OWN_PROOFS, type SetFigures } from '@/core/likely';
import type { Columns } from '@/core/sieve';
import { openReview } from '@/platform/context';
import { NOTHING, reviewQuery } from '@/platform/verbs/declare';
import { currentColumns } from '../store/current-columns';
import { asProofs, type KeptBasis, keptBasis, rulingsSince } from '../store/likely-basis';
import { evenly, openWorks, readOpenWorks } from '../store/open-works';

/** What the likely sets of an axis do in a review, and what they are proved on. */
export interface LikelyAxisView {
  axis: LikelyAxis;
  on: boolean;
  /** Works of this review that people settled: how many of the true values lay inside the set. */
  inside: number;
  of: number;
  /** Those of them that follow from decisions and spot checks; the others were ruled on. */
  decided: number;
  low: number;
  high: number;
  /** Works of which the rules leave several values, and those of them with a narrower likely set. */
  open: number;
  narrower: number;
  /** Of our lots, each seen by models that had not learnt from it. */
  lots: SetFigures;
  /** About so many others would get narrower sets, if the works that are offered were ruled on as the model expects. */
  wouldNarrow: number;
  /** Open works with a text, drawn evenly over all: a ruling on these proves something. */
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
    const axes: LikelyAxisView[] = [];
    for (const axis of LIKELY_AXES) {
      const { inside, of, on, decided = 0 } = basis.axes[axis];
      const { low, high } = of ? wilsonInterval(inside, of) : { low: 0, high: 1 };
      const open = await openOf(ctx.em, ctx.reviewId, columns, axis, basis);
      axes.push({ axis, on, inside, of, decided, low, high, lots: together(axis), ...open });
    }
    return {
      wanted: review.likelyShare,
      usedBy: review.sieve.filter((l) => l.on && l.evidence === 'stated-inferred-and-likely').map((l) => l.name),
      since: await rulingsSince(ctx.em, ctx.reviewId, basis),
      ownProofs: OWN_PROOFS,
      axes,
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

/** Open works that are looked at: enough for an estimate that is right to a few in a hundred. */
const LOOKED_AT = 200;

/** What is open of an axis, what is offered to be ruled on, and about how many others that would narrow. */
async function openOf(em: EntityManager, reviewId: string, columns: Columns, axis: LikelyAxis, { axes, wanted }: KeptBasis) {
  const open = openWorks(columns, axis);
  const narrower = open.filter((i) => columns.likely[axis][i] !== columns.all[axis][i]).length;
  const looked = evenly(open, LOOKED_AT);
  const works = await readOpenWorks(em, reviewId, columns, axis, looked);
  // A work without a text that the model reads is no proof of anything, however it is ruled on.
  const next = evenly([...works.keys()], NEXT);
  const read = (places: readonly number[]) => places.map((i) => works.get(i)!);
  const others = read([...works.keys()].filter((i) => !next.includes(i)));
  const narrowed = axes[axis].on ? narrowedByRuling(axis, asProofs(axes[axis]), read(next), others, wanted) : 0;
  const wouldNarrow = looked.length ? Math.round((narrowed / looked.length) * open.length) : 0;
  return { open: open.length, narrower, wouldNarrow, next: next.map((i) => columns.numbers[i]!) };
}
