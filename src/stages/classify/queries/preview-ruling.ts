import { z } from 'zod';
import { WORK_AXES, type WorkAxis } from '@/core/classify';
import { asRuled } from '@/core/judge';
import { axisValues } from '@/core/sieve';
import { codesOf } from '@/core/vocabularies';
import { SourceDatabase } from '@/platform/db/schema';
import { reviewQuery } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { judgingOf } from '../jobs/judging';
import { worksOf } from '../jobs/reclassify';
import { judgeWorks } from '../jobs/reclassify-works';
import { causeSchema, membersOf, pickedWorks, unknownCodes, worksWith } from '../store/ruled-works';
import { schemeOf } from '../store/scheme-of';

/** A preview judges so many works, and says when there are more. */
const PREVIEWED = 3000;

export const PreviewRuling = z.strictObject({
  axis: z.enum(WORK_AXES),
  codes: z.array(z.string()).max(32),
  /** What the works share, or the works themselves. */
  on: z.union([causeSchema, pickedWorks]),
});

/** What a ruling on a cause would change: from which values to which, with how many works. */
export const previewRuling = reviewQuery({
  name: 'preview-ruling',
  right: 'read',
  input: PreviewRuling,
  refuses: ['unknown-code'],
  rests: ['classification'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    const scheme = await schemeOf(ctx.em, review);
    if (unknownCodes(input.axis, input.codes, scheme)) return refuse('unknown-code', 'This is not a value of the axis.');
    const works = Array.isArray(input.on) ? input.on : await worksWith(ctx.em, reviewId, input.axis, input.on);
    const databases = await ctx.em.find(SourceDatabase, { reviewId }, { orderBy: { position: 'asc' } });
    const judging = await judgingOf(ctx.em, review, databases);
    const grouped = [...worksOf(await membersOf(ctx.em, reviewId, works.slice(0, PREVIEWED)))];
    const ruled = asRuled({ axis: input.axis, codes: input.codes, seq: Number.MAX_SAFE_INTEGER, reach: 'these', reason: '', person: '' });
    const before = await judgeWorks(ctx.em, reviewId, judging, grouped);
    const after = input.codes.length ? await judgeWorks(ctx.em, reviewId, judging, grouped, [ruled]) : before;
    const changes = new Map<string, { axis: WorkAxis; from: string[]; to: string[]; works: number }>();
    before.forEach((b, i) => {
      for (const axis of WORK_AXES) {
        const [x, y] = [b.classification.axes[axis], after[i]!.classification.axes[axis]];
        if (x.mask === y.mask && x.status === y.status) continue;
        const values = axisValues(axis, scheme);
        const [from, to] = [codesOf(values, x.disputed || x.mask), codesOf(values, y.mask)];
        const key = `${axis}|${from}|${to}`;
        const known = changes.get(key);
        if (known) known.works++;
        else changes.set(key, { axis, from, to, works: 1 });
      }
    });
    return {
      works: works.length,
      judged: grouped.length,
      numbers: works.slice(0, 2000),
      changes: [...changes.values()].sort((a, b) => b.works - a.works),
    };
  },
});
