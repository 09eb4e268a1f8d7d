import { z } from 'zod';

/** How a limiter was set at a database. */
export const SET_BY = {
  control: 'a control',
  query: 'the query',
  segment: 'a file segment',
  subset: 'a subset',
} as const;

/** A limiter that was active after a step. */
export const activeLimiter = z.strictObject({
  name: z.string().trim().min(1).max(200),
  how: z.enum(Object.keys(SET_BY) as [keyof typeof SET_BY, ...(keyof typeof SET_BY)[]]),
});
export type ActiveLimiter = z.infer<typeof activeLimiter>;

/** One step of a search: what was done, the limiters active after it, and the count it showed. */
export const searchStep = z.strictObject({
  /** Its number as the platform prints it, or its place in the log. */
  number: z.int().positive().max(10_000),
  done: z.string().max(20_000),
  limiters: z.array(activeLimiter).max(40),
  count: z.int().nonnegative().nullable(),
  /** The count where the platform splits it over tabs of content. */
  tabs: z.array(z.strictObject({ name: z.string().max(100), count: z.int().nonnegative() })).max(20),
  /** Limiters that were taken off on purpose, so that nobody takes them for lost. */
  removed: z.array(z.string().max(200)).max(40),
});
export type SearchStep = z.infer<typeof searchStep>;

/** How a step is made of earlier ones. */
export type Combination =
  | { op: 'line'; line: number }
  | { op: 'and' | 'or'; parts: Combination[] }
  | { op: 'not'; parts: [Combination, Combination] };

const TOKEN = /\s*(?:(\()|(\))|(and|or|not)\b|(?:#|S|L|Set\s?)?(\d{1,4})\b)/iy;

/**
 * Reads "1 AND (2 OR #3)", "S1 NOT S2": numbers of lines with AND, OR, NOT and brackets, AND and NOT before OR.
 * @returns null when the text is anything else, as a query of its own
 */
export function readCombination(text: string): Combination | null {
  const tokens: string[] = [];
  const trimmed = text.trim();
  TOKEN.lastIndex = 0;
  for (let at = 0; at < trimmed.length; at = TOKEN.lastIndex) {
    TOKEN.lastIndex = at;
    const found = TOKEN.exec(trimmed);
    if (!found || tokens.length > 500) return null;
    tokens.push(found[1] ?? found[2] ?? found[3]?.toLowerCase() ?? found[4]!);
  }
  let at = 0;
  let depth = 0;
  const atom = (): Combination | null => {
    const token = tokens[at++];
    if (token === '(') {
      if (++depth > 50) return null;
      const inner = any();
      depth--;
      return tokens[at++] === ')' ? inner : null;
    }
    return token !== undefined && /^\d+$/.test(token) ? { op: 'line', line: Number(token) } : null;
  };
  const all = (): Combination | null => {
    let left = atom();
    while (left && (tokens[at] === 'and' || tokens[at] === 'not')) {
      const op = tokens[at++] as 'and' | 'not';
      const right = atom();
      if (!right) return null;
      if (op === 'not') left = { op, parts: [left, right] };
      else left = left.op === 'and' ? { op, parts: [...left.parts, right] } : { op, parts: [left, right] };
    }
    return left;
  };
  const any = (): Combination | null => {
    let left = all();
    while (left && tokens[at] === 'or') {
      at++;
      const right = all();
      if (!right) return null;
      left = left.op === 'or' ? { op: 'or', parts: [...left.parts, right] } : { op: 'or', parts: [left, right] };
    }
    return left;
  };
  if (tokens.length < 2) return null;
  const read = any();
  return at === tokens.length ? read : null;
}

/** Words of a query may hold numbers of their own: only what is marked as a line, or stands before AND and a bracket, is one. */
const LINE_AND = /^\s*(?:(?:#|S|L|Set\s?)(\d{1,4})\s+and\s+(?=\S)|(\d{1,4})\s+and\s+\()/i;
const AND_LINE = /\s+and\s+(?:#|S|L|Set\s?)(\d{1,4})\s*$/i;

/**
 * Reads "5 AND (night* OR shift*)" and "(night* OR shift*) AND S5": a line narrowed by words. What the words give alone is
 * not known, so only the line bounds the count.
 */
export function readWithWords(text: string): Combination | null {
  const found = LINE_AND.exec(text) ?? AND_LINE.exec(text);
  return found && !/\bor\b(?![^(]*\))/i.test(text) ? { op: 'and', parts: [{ op: 'line', line: Number(found[1] ?? found[2]) }] } : null;
}

/** "limit 4 to X; Y", "4 limited to X": the line that is narrowed and what it is narrowed by. */
export function readNarrowing(text: string): { line: number; by: string[] } | null {
  const found =
    /^\s*limit\s{1,4}(?:#|S|L)?(\d{1,4})\s{1,4}(?:to|by)\s{0,4}:?\s(.+)$/is.exec(text) ??
    /^\s*(?:#|S|L)?(\d{1,4})\s{1,4}limited\s{1,4}(?:to|by)\s{0,4}:?\s(.+)$/is.exec(text);
  const bracketed = /^\s*\(?(?:#|S|L)?(\d{1,4})\)?\s{0,4}\[([^[\]]{1,500})\]\s*$/i.exec(text);
  if (bracketed) return { line: Number(bracketed[1]), by: limiterNames(bracketed[2]!) };
  if (!found) return null;
  const bare = found[2]!.trim().replace(/^\((.*)\)$/s, '$1');
  return { line: Number(found[1]), by: limiterNames(bare) };
}

/** "S4" and "remove duplicates from 4": the line that such a step goes on from, with all that is active there. */
export function readSameLine(text: string): number | null {
  const found =
    /^\s*\(?(?:#|S|L|Set\s?)?(\d{1,4})\)?\s*$/i.exec(text) ??
    /^\s*(?:remove|removed|delete|exclude|without)\s+duplicates?\s+(?:from|in|of)\s+(?:#|S|L|Set\s?|line\s?)?(\d{1,4})\s*$/i.exec(text);
  return found ? Number(found[1]) : null;
}

/** Names of limiters as they are listed on one line. */
export const limiterNames = (text: string): string[] =>
  text
    .split(/;|\n|\band\b/i)
    .map((part) =>
      part
        .replace(/\s+/g, ' ')
        .replace(/:\s*[-–]\s*/, ': ')
        .trim(),
    )
    .filter(Boolean);
