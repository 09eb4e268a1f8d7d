import { z } from 'zod';
import { ROLES } from '@/platform/db/schema';
import { linkAddress, makeLink } from '@/platform/sign-in/links';
import { runSettings } from '@/platform/sign-in/settings';
import { reviewCommand } from '@/platform/verbs/declare';
import { recordMembers } from '../store/record-members';

/** Makes a link with which somebody joins the review. It is shown once: what is kept of it cannot be turned back. */
export const invite = reviewCommand({
  name: 'invite',
  right: 'manage',
  input: z.strictObject({ role: z.enum(ROLES), label: z.string().trim().min(1, 'Say whom it is for.').max(120) }),
  refuses: [],
  lock: 'members',
  stale: ['people'],
  async run(ctx, { role, label }) {
    const at = ctx.now();
    const word = await makeLink(ctx.em, at, { kind: 'review', reviewId: ctx.reviewId, role, label, madeBy: ctx.person.id });
    await recordMembers(ctx, 'invited', `${label} (${role})`);
    return { address: linkAddress(runSettings().publicUrl, word) };
  },
});
