import { hashText } from './hash';
import { THRESHOLDS, WEIGHTS } from './weights';

/**
 * A name for the rules of merging as they are: it changes when a weight or a threshold does. What is written in code
 * only, as how titles are compared, needs KEYS_FORM to be raised.
 */
export const MERGE_RULES = String(hashText(JSON.stringify([WEIGHTS, THRESHOLDS])));
