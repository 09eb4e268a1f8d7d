export { compileQuery, type SearchText, type Test } from './compile';
export { SEARCH_INDEXES } from './indexes';
export { parseQuery } from './parse';
export { QueryError, type QueryProblem } from './syntax';
export { normalised } from './text';
export * from './three-valued';
