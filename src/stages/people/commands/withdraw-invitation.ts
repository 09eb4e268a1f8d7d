import { z } from 'zod';
import { OneTimeLink } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { recordMembers } from '../store/record-members';

/** Makes an invitation that nobody used yet worthless. */
export const withdrawInvitation = reviewCommand({
  name: 'withdraw-invitation',
  right: 'manage',
  input: z.strictObject({ invitation: z.string().length(64) }),
  refuses: ['no-link'],
  lock: 'members',
  stale: ['people'],
  async run(ctx, { invitation }) {
    const { reviewId } = ctx;
    const link = await ctx.em.findOne(OneTimeLink, { hash: invitation, reviewId, usedAt: null });
    if (!link) return refuse('no-link', 'This invitation was used or withdrawn meanwhile.');
    ctx.em.remove(link);
    await recordMembers(ctx, 'withdrawn', `${link.label} (${link.role})`);
    return {};
  },
});
