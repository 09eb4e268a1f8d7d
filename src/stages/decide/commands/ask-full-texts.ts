import { z } from 'zod';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { SaveFullText } from './save-full-text';

export const AskFullTexts = z.strictObject({
  works: z
    .array(z.strictObject({ workNo: z.int().positive(), seenEdit: z.int().min(0) }))
    .min(1)
    .max(10_000),
  /** The day on which they were asked for; '' takes it back. */
  asked: SaveFullText.shape.asked,
});

/**
 * Writes down that full texts were asked for, all on one day. What somebody else changed since it was read stays as it
 * is, and so does what arrived before that day.
 */
export const askFullTexts = reviewCommand({
  name: 'ask-full-texts',
  right: 'decide',
  input: AskFullTexts,
  refuses: [],
  stale: ['decisions', 'each-work'],
  async run(ctx, { works, asked }) {
    const { review, reviewId } = ctx;
    const seen = new Map(works.map((w) => [w.workNo, w.seenEdit]));
    const by = bylineOf(ctx, review);
    const changed = await ctx.em.execute<{ workNo: number; seenEdit: number }[]>(
      `insert into full_text (review_id, work_no, asked, promised, arrived, source, note, edit, person, person_id, at)
       select w.review_id, w.no, ?, '', '', '', '', seen.edit + 1, ?, ?::uuid, ?
       from unnest(?::int[], ?::int[]) as seen (no, edit) join work w on w.review_id = ? and w.no = seen.no
       on conflict (review_id, work_no) do update
         set asked = excluded.asked, edit = excluded.edit, person = excluded.person, person_id = excluded.person_id, at = excluded.at
         where full_text.edit = excluded.edit - 1 and (full_text.arrived = '' or full_text.arrived >= excluded.asked)
       returning work_no as "workNo", edit as "seenEdit"`,
      [asked, by.person, by.personId, ctx.now(), `{${[...seen.keys()].join(',')}}`, `{${[...seen.values()].join(',')}}`, reviewId],
    );
    return { changed, skipped: seen.size - changed.length };
  },
});
