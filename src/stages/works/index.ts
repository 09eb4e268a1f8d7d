/** What other stages may use of this one. */
export { listWorks, WorkNumbers } from './queries/list-works';
export { OrderWorks, orderWorks } from './queries/order-works';
export { workDetail } from './queries/work-detail';
