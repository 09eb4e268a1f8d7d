import type { Role } from '@/platform/db/schema';
import { NOTHING, reviewQuery } from '@/platform/verbs/declare';
import { includes, type Right } from '@/platform/verbs/rights';
import { type MemberLine, membersOf } from '../store/members';

export interface InvitationLine {
  invitation: string;
  label: string;
  role: Role;
  until: string;
}
export interface MembersView {
  you: string | null;
  right: Right;
  members: MemberLine[];
  invitations: InvitationLine[];
}

/** Who belongs to the review and who is invited. E-mails and invitations are for owners alone. */
export const askMembers = reviewQuery({
  name: 'members-view',
  right: 'read',
  input: NOTHING,
  refuses: [],
  rests: ['people'],
  async run(ctx): Promise<MembersView> {
    const right = (await ctx.person.rightIn(ctx.reviewId)) ?? 'read';
    const members = await membersOf(ctx.em, ctx.reviewId);
    const view = { you: ctx.person.id, right };
    if (!includes(right, 'manage')) return { ...view, members: members.map((m) => ({ ...m, email: '' })), invitations: [] };
    const rows = await ctx.em.execute<{ hash: string; label: string; role: Role; expires_at: string }[]>(
      `select hash, label, role, expires_at from one_time_link
       where review_id = ? and kind = 'review' and used_at is null and expires_at > ? order by made_at`,
      [ctx.reviewId, ctx.now()],
    );
    const invitations = rows.map((r) => ({
      invitation: r.hash,
      label: r.label,
      role: r.role,
      until: new Date(r.expires_at).toISOString(),
    }));
    return { ...view, members, invitations };
  },
});
