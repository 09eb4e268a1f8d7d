/** What other stages, and processes of their own, may use of this one. */
export { takeBundle } from './bundle/read';
export { archiveReview } from './commands/archive';
export { deleteReview } from './commands/delete-review';
export { overview } from './queries/overview';
export { askFigures } from './queries/strip-figures';
