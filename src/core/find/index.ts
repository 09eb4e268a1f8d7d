export { findPlaces, wantedOf } from './find-places';
export { type IndexedWord, WordIndex } from './word-index';
