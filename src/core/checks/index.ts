export { wilsonInterval } from './wilson';
