/** What other stages may use of this one. */
export { changeMember } from './commands/change-member';
export { invite } from './commands/invite';
export { withdrawInvitation } from './commands/withdraw-invitation';
export { alsoAt, keepPlace, placePath } from './place';
export { askMembers } from './queries/members-view';
export { makeAccount } from './store/accounts';
export { addMember } from './store/members';
