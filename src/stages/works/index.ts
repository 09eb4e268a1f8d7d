/** What other stages may use of this one. */
export { listWorks } from './queries/list-works';
export { orderWorks } from './queries/order-works';
export { askWork, workDetail } from './queries/work-detail';
