/** A stretch of a query, as offsets into it. */
export interface Span {
  from: number;
  to: number;
}

/** Words as a query asks for them, masking characters and anchors still in them. */
export interface SearchTerm extends Span {
  text: string;
}

export const RELATIONS = ['=', '==', '<>', '<', '<=', '>', '>=', 'adj', 'all', 'any', 'exact', 'within'] as const;
export type Relation = (typeof RELATIONS)[number];
export const BOOLEANS = ['and', 'or', 'not', 'prox'] as const;
export type BooleanOperator = (typeof BOOLEANS)[number];

/** `prox` with its distance in words; other modifiers are refused when a query is read. */
export interface Combined extends Span {
  kind: 'combined';
  operator: BooleanOperator;
  left: Clause;
  right: Clause;
  /** Of `prox`: how many words may lie between, plus one; and whether the order counts. */
  distance: number;
  ordered: boolean;
}
export interface Search extends Span {
  kind: 'search';
  /** '' where none is given: title, abstract and headings are then searched. */
  index: string;
  indexSpan: Span;
  relation: Relation;
  term: SearchTerm;
}
export type Clause = Combined | Search;

/** What is wrong with a query, and where. */
export interface QueryProblem extends Span {
  message: string;
}
export class QueryError extends Error {
  constructor(readonly problem: QueryProblem) {
    super(problem.message);
  }
}
