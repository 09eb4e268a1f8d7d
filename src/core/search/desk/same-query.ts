import { type Clause, parseQuery, QueryError } from '@/core/query';

/** A strategy of hundreds of terms in two fields each. */
export const LONGEST_STRATEGY = 200_000;

/** A search clause as it can be compared, however it was spaced, cased or bracketed. */
function clausesOf(clause: Clause, into: string[] = []): string[] {
  if (clause.kind === 'search') {
    const relation = clause.relation === 'exact' ? '==' : clause.relation;
    into.push(`${clause.index.toLowerCase()} ${relation} ${clause.term.text.replace(/\s+/g, ' ').trim().toLowerCase()}`);
    return into;
  }
  clausesOf(clause.left, into);
  return clausesOf(clause.right, into);
}

/**
 * What a server left out of a query, or put into it, when it ran another one than was asked for. Null when they are the
 * same, or when it says none; a query that cannot be read is compared as text.
 */
export function otherQuery(asked: string, ran: string): { lost: string[]; added: string[] } | null {
  if (ran.trim() === '' || squeezed(asked) === squeezed(ran)) return null;
  let both: [string[], string[]];
  try {
    both = [clausesOf(parseQuery(asked, LONGEST_STRATEGY)), clausesOf(parseQuery(ran, LONGEST_STRATEGY))];
  } catch (error) {
    if (!(error instanceof QueryError)) throw error;
    return { lost: [asked], added: [ran] };
  }
  const [mine, theirs] = both;
  const lost = mine.filter((c) => !theirs.includes(c));
  const added = theirs.filter((c) => !mine.includes(c));
  return lost.length || added.length ? { lost, added } : null;
}

const squeezed = (query: string): string => query.replace(/\s+/g, ' ').replace(/[()]/g, '').trim().toLowerCase();
