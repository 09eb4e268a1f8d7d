/** What other stages may use of this one. */
export { archiveReview } from './commands/archive';
export { deleteReview } from './commands/delete-review';
export { askFigures } from './queries/strip-figures';
