import { noteChange } from '@/platform/db/note-change';
import type { OpenReview } from '@/platform/verbs/open-review';

/** Who was let in, and as what, stands in the ledger like everything else. */
export const recordMembers = (ctx: OpenReview, did: 'invited' | 'joined' | 'changed' | 'removed' | 'withdrawn', subject: string) =>
  noteChange(ctx, ctx.review, { kind: 'member', did, subject });
