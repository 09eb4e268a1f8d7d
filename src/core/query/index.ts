export { compileQuery, type SearchText, type Test } from './compile';
export { SEARCH_INDEXES } from './indexes';
export { parseQuery } from './parse';
export { type Clause, QueryError, type QueryProblem } from './syntax';
export { normalised } from './text';
export * from './three-valued';
export { wordTests } from './words';
