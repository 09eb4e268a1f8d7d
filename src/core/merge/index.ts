export { fullestIndex } from './fullest';
export { type Mergeable, mergeRecords, worksOf } from './merge-records';
export { mergeKeys } from './normalise';
