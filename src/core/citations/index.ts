export * from './citation-lines';
export * from './leads';
export * from './listed-references';
export * from './references-of';
