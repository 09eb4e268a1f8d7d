import { wordedLike } from '@/core/grounds';
import { MASK_AXES, type MaskAxis } from '@/core/sieve';
import { bitCount, CODED_AXES, type CodedAxis, codesOf, maskOf } from '@/core/vocabularies';
import type { Context } from '@/platform/context';
import { NOTHING, reviewQuery } from '@/platform/verbs/declare';
import { titlesOf } from '@/stages/merge';
import { standingAxisRulings } from '../store/axis-rulings';
import { currentColumns } from '../store/current-columns';
import { textIndex } from '../store/text-index';

/** Of ruled works the latest count, and of open ones so many are read: reading words takes time. */
const MOST_RULED = 60;
const MOST_OPEN = 10_000;

export interface WordedOffer {
  axis: CodedAxis;
  codes: string[];
  /** How many works were ruled so. */
  ruled: number;
  works: { no: number; title: string; likeness: number; words: string[] }[];
}

/** For each value that people ruled on two works or more, the open works that are worded like them. */
export const wordedLikeRuled = reviewQuery({
  name: 'worded-like',
  right: 'read',
  input: NOTHING,
  refuses: [],
  rests: ['classification'],
  async run(ctx) {
    const { review, reviewId } = ctx;
    const groups = await ruledGroups(ctx, reviewId);
    if (groups.length === 0) return { offers: [] as WordedOffer[], looked: 0, open: 0 };
    const columns = await currentColumns(ctx.em, review);
    const indexOf = new Map(Array.from(columns.numbers, (no, i) => [no, i]));
    const candidates = new Map<number, number[]>();
    for (const [g, group] of groups.entries()) {
      const bit = 1 << MASK_AXES.indexOf(group.axis as MaskAxis);
      const masks = columns.all[group.axis];
      // A ruling that another one has overruled meanwhile says nothing any more.
      group.works = group.works.filter((no) => masks[indexOf.get(no) ?? -1] === group.mask).slice(-MOST_RULED);
      if (group.works.length < 2) continue;
      for (const [i, no] of columns.numbers.entries()) {
        const isOpen = (columns.conflicts[i]! & bit) !== 0 || bitCount(masks[i]!) > bitCount(group.mask);
        if (!isOpen || (masks[i]! & group.mask) >>> 0 !== group.mask) continue;
        const known = candidates.get(g);
        if (known) known.push(no);
        else candidates.set(g, [no]);
      }
    }
    const telling = groups.filter((_, g) => candidates.has(g));
    const open = [...new Set([...candidates.values()].flat())];
    const read = new Set(open.slice(0, MOST_OPEN));
    const texts = await textIndex(ctx, reviewId, [...new Set([...telling.flatMap((g) => g.works), ...read])]);
    const offers: WordedOffer[] = [];
    for (const axis of Object.keys(CODED_AXES) as CodedAxis[]) {
      const own = groups.flatMap((g, i) =>
        g.axis === axis && candidates.has(i) ? [{ ...g, open: candidates.get(i)!.filter((no) => read.has(no)) }] : [],
      );
      const found = wordedLike(
        own.map(({ works, open }) => ({ ruled: works, open })),
        texts,
      );
      for (const [i, works] of found.entries())
        if (works.length)
          offers.push({
            axis,
            codes: codesOf(CODED_AXES[axis].values, own[i]!.mask),
            ruled: own[i]!.works.length,
            works: works.map(({ work, likeness, words }) => ({ no: work, title: '', likeness: Math.round(likeness * 100) / 100, words })),
          });
    }
    const titles = await titlesOf(
      ctx,
      reviewId,
      offers.flatMap((o) => o.works.map((w) => w.no)),
    );
    for (const offer of offers) for (const work of offer.works) work.title = titles.get(work.no) ?? '';
    offers.sort((a, b) => b.works.length - a.works.length);
    return { offers, looked: read.size, open: open.length };
  },
});

/** Works that a person ruled on, by axis and values, in the order of the rulings. */
async function ruledGroups(ctx: Context, reviewId: string) {
  const rulings = (await standingAxisRulings(ctx.em, reviewId)).filter((r) => Object.hasOwn(CODED_AXES, r.axis));
  const rows = await ctx.em.execute<{ record_no: number; work_no: number }[]>(
    'select record_no, work_no from work_record where review_id = ? and active and record_no = any(?::int[])',
    [reviewId, `{${rulings.flatMap((r) => r.records).join(',')}}`],
  );
  const workOf = new Map(rows.map((r) => [r.record_no, r.work_no]));
  const groups = new Map<string, { axis: CodedAxis; mask: number; works: number[] }>();
  for (const ruling of rulings) {
    const axis = ruling.axis as CodedAxis;
    const mask = maskOf(CODED_AXES[axis].values, ruling.codes);
    const key = `${axis}${mask}`;
    const group = groups.get(key) ?? { axis, mask, works: [] };
    group.works = [...new Set([...group.works, ...ruling.records.flatMap((no) => workOf.get(no) ?? [])])];
    groups.set(key, group);
  }
  return [...groups.values()];
}
