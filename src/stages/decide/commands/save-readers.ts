import { z } from 'zod';
import { STAGE_WORDS, STAGES, type Stage } from '@/core/flow';
import { ONE_READER, type ReadersSetting, readersSetting } from '@/core/readers';
import { noteEdits } from '@/platform/db/note-edits';
import { Membership, type Review } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { editOf, isSettled, settleEdit } from '@/platform/verbs/edits';
import { refuse } from '@/platform/verbs/refusals';
import { settingAt } from '../store/judgements';

export const Readers = z.strictObject({ 'title-abstract': readersSetting, 'full-text': readersSetting });
export type Readers = z.output<typeof Readers>;

/** How works are judged at both stages, as it is shown and saved. */
export const readersNow = (review: Pick<Review, 'readers'>): Readers => ({
  'title-abstract': settingAt(review, 'title-abstract'),
  'full-text': settingAt(review, 'full-text'),
});

/** Sets by how many people works are judged, and by whom. What was said before stays as it is. */
export const saveReaders = reviewCommand({
  name: 'save-readers',
  right: 'manage',
  input: editOf(Readers),
  lock: ['edit', 'decide'],
  refuses: ['not-a-member', 'changed-meanwhile'],
  stale: ['decisions', 'each-work', 'people'],
  async run(ctx, input) {
    const { em, review, reviewId } = ctx;
    const settled = settleEdit(readersNow(review), input);
    if (!isSettled(settled)) return settled;
    const wanted = STAGES.flatMap((s) => (settled.value[s].readers === 2 ? settled.value[s].people : []));
    const members = await em.find(Membership, { reviewId, role: { $ne: 'reader' } });
    if (wanted.some((id) => !members.some((m) => m.personId === id)))
      return refuse('not-a-member', 'Who judges must belong to the review, and may not be a reader only.');
    for (const stage of STAGES) await noteReaders(ctx, stage, settingAt(review, stage), settled.value[stage]);
    review.readers = settled.value;
    return { value: settled.value, merged: settled.merged };
  },
});

const PARTS: Partial<Record<keyof ReadersSetting, string>> = {
  ...{ readers: 'how many judge a work', share: 'share of works that two judge', seed: 'seed of the lot', given: 'who judges which work' },
  ...{ people: 'who judges', hand: 'works given out by hand', differ: 'what becomes of differences', settledBy: 'who settles them' },
};
async function noteReaders(
  ctx: Parameters<typeof noteEdits>[0] & { review: Review },
  stage: Stage,
  before: ReadersSetting,
  after: ReadersSetting,
) {
  const names = Object.fromEntries(Object.entries(PARTS).map(([part, words]) => [part, `${STAGE_WORDS[stage]}: ${words}`]));
  await noteEdits(ctx, ctx.review, 'readers', names, { ...ONE_READER, ...before }, { ...after });
}
