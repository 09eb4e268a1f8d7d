import { QueryError, type Span } from './syntax';

export interface Token extends Span {
  kind: 'word' | 'quoted' | 'symbol';
  /** Quotation marks taken off; backslashes stay, since they tell a literal star from a mask. */
  text: string;
}

const SYMBOLS = ['==', '<>', '<=', '>=', '=', '<', '>', '(', ')', '/'] as const;

/**
 * Cuts a query into words, quoted strings and symbols.
 * @throws QueryError for a quotation mark that is not closed
 * @source The Contextual Query Language 1.2 (Library of Congress; OASIS searchRetrieve part 5), annex of the grammar; from memory
 */
export function tokensOf(query: string): Token[] {
  const tokens: Token[] = [];
  let at = 0;
  while (at < query.length) {
    if (/\s/.test(query[at]!)) {
      at++;
      continue;
    }
    const symbol = SYMBOLS.find((s) => query.startsWith(s, at));
    const token = symbol
      ? { kind: 'symbol' as const, text: symbol, from: at, to: at + symbol.length }
      : query[at] === '"'
        ? quoted(query, at)
        : word(query, at);
    tokens.push(token);
    at = token.to;
  }
  return tokens;
}

function quoted(query: string, from: number): Token {
  let at = from + 1;
  while (at < query.length && query[at] !== '"') at += query[at] === '\\' ? 2 : 1;
  if (at >= query.length) throw new QueryError({ message: 'This quotation mark is not closed.', from, to: query.length });
  return { kind: 'quoted', text: query.slice(from + 1, at), from, to: at + 1 };
}

function word(query: string, from: number): Token {
  let at = from;
  while (at < query.length && !/[\s()=<>"/]/.test(query[at]!)) at += query[at] === '\\' ? 2 : 1;
  return { kind: 'word', text: query.slice(from, Math.min(at, query.length)), from, to: Math.min(at, query.length) };
}
