import type { MemberLine } from '../store/members';

/** What each role is called, and what who has it may do. */
export const ROLE_WORDS: Readonly<Record<MemberLine['role'], { label: string; a: string; may: string }>> = {
  owner: { label: 'Owner', a: 'an owner', may: 'everything, also who belongs to the review, and deleting it' },
  editor: { label: 'Editor', a: 'an editor', may: 'searches, limiters, rulings, settings, and decisions' },
  reviewer: { label: 'Reviewer', a: 'a reviewer', may: 'decisions and full texts' },
  reader: { label: 'Reader', a: 'a reader', may: 'reading everything, changing nothing' },
};
