/** What other stages may use of this one. */
export { Archive, archiveReview } from './commands/archive';
export { DeleteReview, deleteReview } from './commands/delete-review';
