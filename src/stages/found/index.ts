/** What other stages may use of this one. */
export { addSource, takeSourceBack } from './commands/add-source';
export { leaveLeads, takeLeads } from './commands/judge-leads';
export { openRound } from './commands/open-round';
export { foundView, roundsView } from './queries/found-view';
export { readPasted } from './queries/read-pasted';
