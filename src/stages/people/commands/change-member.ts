import { z } from 'zod';
import { Membership, PersonPlace, PersonRow, ROLES } from '@/platform/db/schema';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { isLastOwner } from '../store/members';
import { recordMembers } from '../store/record-members';

const LAST = 'A review needs an owner: make somebody else one first.';

/** Gives a member another role, or takes them out of the review. What they did stays under their name. */
export const changeMember = reviewCommand({
  name: 'change-member',
  right: 'manage',
  input: z.strictObject({ person: z.uuid(), role: z.enum([...ROLES, 'none']) }),
  refuses: ['no-person', 'last-owner'],
  lock: 'members',
  stale: ['people'],
  async run(ctx, { person, role }) {
    const { em, reviewId } = ctx;
    const member = await em.findOne(Membership, { reviewId, personId: person });
    if (!member) return refuse('no-person', 'They do not belong to this review any more.');
    if (role !== 'owner' && (await isLastOwner(em, reviewId, person))) return refuse('last-owner', LAST);
    const { name } = await em.findOneOrFail(PersonRow, { id: person });
    if (role === 'none') {
      em.remove(member);
      await em.nativeDelete(PersonPlace, { reviewId, personId: person });
    } else member.role = role;
    await recordMembers(ctx, role === 'none' ? 'removed' : 'changed', role === 'none' ? name : `${name}: ${role}`);
    return {};
  },
});
