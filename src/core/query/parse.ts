import { type Token, tokensOf } from './lex';
import { BOOLEANS, type BooleanOperator, type Clause, QueryError, RELATIONS, type Relation, type Span } from './syntax';

/** A query with nothing but opening brackets would otherwise overflow the stack. */
const DEEPEST = 100;
const LONGEST = 4000;

/**
 * Reads a query: search clauses `index relation term` or plain terms, combined by `and`, `or`, `not` and `prox` from left
 * to right with equal weight, and brackets. Names and operators are read in any case.
 * @param longest characters that it may have: a whole search strategy is longer than what a limiter asks
 * @throws QueryError with the place of what is wrong
 * @source The Contextual Query Language 1.2 (Library of Congress; OASIS searchRetrieve part 5); from memory. Prefix
 *   assignment and `sortby` are refused in words: neither can choose works.
 */
export function parseQuery(query: string, longest = LONGEST): Clause {
  if (query.length > longest) throw new QueryError({ message: `A query can have ${longest} characters.`, from: longest, to: query.length });
  const reader = new Reader(tokensOf(query), query.length);
  const clause = reader.clauses(0);
  const rest = reader.peek();
  if (rest)
    throw new QueryError({
      message:
        rest.text === ')' ? 'This bracket was not opened.' : 'Nothing was expected here; an operator (and, or, not) is missing before it.',
      ...spanOf(rest),
    });
  return clause;
}

const spanOf = ({ from, to }: Span): Span => ({ from, to });

class Reader {
  private at = 0;
  constructor(
    private readonly tokens: readonly Token[],
    private readonly end: number,
  ) {}

  peek(ahead = 0): Token | undefined {
    return this.tokens[this.at + ahead];
  }

  clauses(depth: number): Clause {
    let left = this.clause(depth);
    for (let token = this.peek(); token; token = this.peek()) {
      const operator = booleanOf(token);
      if (!operator) {
        if (isName(token, 'sortby'))
          throw new QueryError({ message: '"sortby" orders results; here a query only chooses works.', ...spanOf(token) });
        break;
      }
      this.at++;
      const modifiers = this.modifiers();
      const right = this.clause(depth);
      const near = operator === 'prox' ? proximity(modifiers) : { distance: 1, ordered: false };
      if (operator !== 'prox' && modifiers.length)
        throw new QueryError({ message: `"${operator}" takes no modifiers here.`, ...spanOf(modifiers[0]!) });
      if (operator === 'prox')
        for (const side of [left, right])
          if (side.kind !== 'search') throw new QueryError({ message: '"prox" joins two plain terms, not groups.', ...spanOf(side) });
      left = { kind: 'combined', operator, left, right, ...near, from: left.from, to: right.to };
    }
    return left;
  }

  private clause(depth: number): Clause {
    const token = this.peek();
    if (!token)
      throw new QueryError({
        message: this.at === 0 ? 'The query is empty.' : 'A term is missing at the end.',
        from: this.end,
        to: this.end,
      });
    if (depth > DEEPEST) throw new QueryError({ message: 'Too many brackets within brackets.', ...spanOf(token) });
    if (token.text === '(' && token.kind === 'symbol') {
      this.at++;
      const inner = this.clauses(depth + 1);
      const close = this.peek();
      if (close?.text !== ')' || close.kind !== 'symbol')
        throw new QueryError({ message: 'This bracket is not closed.', ...spanOf(token) });
      this.at++;
      return { ...inner, from: token.from, to: close.to };
    }
    if (token.kind === 'symbol')
      throw new QueryError({
        message: token.text === '>' ? 'Prefixes (">") are not used here.' : `A term was expected, not "${token.text}".`,
        ...spanOf(token),
      });
    if (token.kind === 'word' && booleanOf(token))
      throw new QueryError({
        message: `A term is missing before "${token.text}". Put it in quotation marks to search for the word.`,
        ...spanOf(token),
      });
    return this.search(token);
  }

  /** `index relation term`, or a term alone. */
  private search(first: Token): Clause {
    const relation = this.peek(1) ? relationOf(this.peek(1)!) : null;
    if (relation && first.kind === 'word' && !(BOOLEANS as readonly string[]).includes(this.peek(1)!.text.toLowerCase())) {
      this.at += 2;
      const modifiers = this.modifiers();
      if (modifiers.length)
        throw new QueryError({ message: `The modifier "/${modifiers[0]!.name}" is not known here.`, ...spanOf(modifiers[0]!) });
      const term = this.peek();
      if (!term || term.kind === 'symbol')
        throw new QueryError({
          message: `A term is missing after "${first.text} ${relation}".`,
          from: first.from,
          to: term?.from ?? this.end,
        });
      this.at++;
      return {
        kind: 'search',
        index: first.text.toLowerCase(),
        indexSpan: spanOf(first),
        relation,
        term: { ...spanOf(term), text: term.text },
        from: first.from,
        to: term.to,
      };
    }
    this.at++;
    return {
      kind: 'search',
      index: '',
      indexSpan: { from: first.from, to: first.from },
      relation: '=',
      term: { ...spanOf(first), text: first.text },
      from: first.from,
      to: first.to,
    };
  }

  private modifiers(): Modifier[] {
    const found: Modifier[] = [];
    while (this.peek()?.text === '/' && this.peek()!.kind === 'symbol') {
      const slash = this.peek()!;
      const name = this.peek(1);
      if (name?.kind !== 'word') throw new QueryError({ message: 'A modifier is missing after "/".', ...spanOf(slash) });
      this.at += 2;
      const comparison = this.peek();
      if (comparison?.kind === 'symbol' && /^[<>=]/.test(comparison.text)) {
        const value = this.peek(1);
        if (!value || value.kind === 'symbol')
          throw new QueryError({
            message: `A value is missing after "/${name.text}${comparison.text}".`,
            from: slash.from,
            to: comparison.to,
          });
        this.at += 2;
        found.push({ name: name.text.toLowerCase(), comparison: comparison.text, value: value.text, from: slash.from, to: value.to });
      } else found.push({ name: name.text.toLowerCase(), comparison: '', value: '', from: slash.from, to: name.to });
    }
    return found;
  }
}

interface Modifier extends Span {
  name: string;
  comparison: string;
  value: string;
}

const isName = (token: Token, name: string): boolean => token.kind === 'word' && token.text.toLowerCase() === name;
const booleanOf = (token: Token): BooleanOperator | null => BOOLEANS.find((b) => isName(token, b)) ?? null;
const relationOf = (token: Token): Relation | null =>
  token.kind === 'quoted'
    ? null
    : (RELATIONS.find((r) => (token.kind === 'symbol' ? r === token.text : r === token.text.toLowerCase())) ?? null);

/** The distance of `prox`, in words: 1 is next to each other, as the standard has it by default. */
function proximity(modifiers: readonly Modifier[]): { distance: number; ordered: boolean } {
  let [distance, ordered] = [1, false];
  for (const m of modifiers) {
    if (m.name === 'unit' && m.comparison === '=' && m.value.toLowerCase() === 'word') continue;
    if (m.name === 'ordered' || m.name === 'unordered') ordered = m.name === 'ordered';
    else if (m.name === 'distance' && ['<', '<=', '='].includes(m.comparison) && /^\d{1,3}$/.test(m.value))
      distance = Number(m.value) - (m.comparison === '<' ? 1 : 0);
    else
      throw new QueryError({
        message: `"prox" takes /distance<=n, /unit=word and /ordered, not "/${m.name}${m.comparison}${m.value}".`,
        from: m.from,
        to: m.to,
      });
  }
  return { distance, ordered };
}
