export { numbersAsText, textAsNumbers } from './number-text';
