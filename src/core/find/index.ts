export { WordIndex } from './word-index';
