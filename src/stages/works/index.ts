/** What other stages may use of this one. */
export { findWorks } from './queries/find-works';
export { listWorks } from './queries/list-works';
export { orderWorks } from './queries/order-works';
export { askWork, workDetail } from './queries/work-detail';
