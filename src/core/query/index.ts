export { compileQuery, type SearchText, type Test } from './compile';
export { SEARCH_INDEXES, type SearchIndex } from './indexes';
export { parseQuery } from './parse';
export { QueryError, type QueryProblem, type Span } from './syntax';
export { normalised } from './text';
export * from './three-valued';
