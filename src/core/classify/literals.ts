import { type AST, RegExpParser } from '@eslint-community/regexpp';

/** Shorter pieces are in nearly every text and would let nothing be skipped; signs are rare enough to count double. */
const SHORTEST = 3;
/** Pieces that are worth being looked for beside rarer ones. */
const RARE = 5;
const SIGNS = /[<=>%]/;
const worthOf = (piece: string): number => piece.length + (SIGNS.test(piece) ? 1 : 0);
const worth = (pieces: readonly string[]): number => Math.min(...pieces.map(worthOf));
/** What can be written in more ways is cut into pieces that cannot. */
const MOST_WAYS = 40;

/**
 * Pieces of text of which a match of the pattern must contain one, in lower case; null when there are none, and the
 * pattern has to be tried on every text. Derived from the pattern itself, so that a rule and its triggers cannot part.
 */
export function literalsOf(pattern: RegExp): string[] | null {
  const { alternatives } = new RegExpParser().parsePattern(pattern.source);
  const found = union(alternatives);
  return found && withoutLonger(found);
}

/**
 * Pieces of which a match must contain another one, beside that of `literalsOf`; null where no way to match has two that
 * are both rare. A way that has one only gives that.
 */
export function secondLiteralsOf(pattern: RegExp): string[] | null {
  const ways = new RegExpParser().parsePattern(pattern.source).alternatives.map(piecesOf);
  if (ways.some(([first]) => !first) || !ways.some(([, second]) => second && worth(second) >= RARE)) return null;
  return withoutLonger(ways.flatMap(([first, second]) => (second && worth(second) >= RARE ? second : first!)));
}

/** A piece that holds another is found with it. */
const withoutLonger = (pieces: readonly string[]): string[] =>
  [...new Set(pieces)].filter((p, _, all) => !all.some((other) => other !== p && p.includes(other)));

/** Every way to match needs a piece, or the whole has none. */
function union(alternatives: readonly AST.Alternative[]): string[] | null {
  const all: string[] = [];
  for (const alternative of alternatives) {
    const own = best(alternative);
    if (!own) return null;
    all.push(...own);
  }
  return all;
}

const best = (alternative: AST.Alternative): string[] | null => piecesOf(alternative)[0] ?? null;

/** Pieces that stand one after the other, those first that are rarest: the longest, as near as one can tell. */
function piecesOf({ elements }: AST.Alternative): string[][] {
  const all: string[][] = [];
  /** All ways to write what stands in a row, up to here. */
  let row = [''];
  const offer = (pieces: string[] | null) => {
    if (pieces?.length && worth(pieces) >= SHORTEST) all.push(pieces);
  };
  for (const element of elements) {
    const ways = waysOf(element);
    if (ways && ways.length * row.length <= MOST_WAYS) {
      row = row.flatMap((begun) => ways.map((way) => begun + way));
      continue;
    }
    offer(row);
    row = ways ?? [''];
    if (ways) continue;
    if (element.type === 'Group' || element.type === 'CapturingGroup') offer(union(element.alternatives));
    else if (element.type === 'Quantifier' && element.min > 0 && element.element.type !== 'CharacterSet')
      offer(ofRepeated(element.element));
  }
  offer(row);
  return all.sort((a, b) => worth(b) - worth(a));
}

/** All ways to write an element, when they are few and of plain characters only; else null. */
function waysOf(element: AST.Element): string[] | null {
  const ways = writtenAs(element);
  return ways && ways.length <= MOST_WAYS ? ways : null;
}

function writtenAs(element: AST.Element): string[] | null {
  if (element.type === 'Character') return plain(element);
  // The scan tells no digits apart.
  if (element.type === 'CharacterSet') return element.kind === 'digit' && !element.negate ? ['0'] : null;
  if (element.type === 'CharacterClass')
    return element.negate ? null : all(element.elements.map((e) => (e.type === 'Character' ? plain(e) : null)));
  if (element.type === 'Group' || element.type === 'CapturingGroup') return all(element.alternatives.map(inARow));
  if (element.type === 'Quantifier' && element.min === 0 && element.max === 1) {
    const once = waysOf(element.element);
    return once && ['', ...once];
  }
  return null;
}

const plain = ({ value }: AST.Character): string[] | null => (isPlain(value) ? [String.fromCharCode(value).toLowerCase()] : null);
const all = (ways: (string[] | null)[]): string[] | null => (ways.some((w) => w === null) ? null : (ways.flat() as string[]));

function inARow({ elements }: AST.Alternative): string[] | null {
  let row: string[] | null = [''];
  for (const element of elements) {
    const ways: string[] | null = waysOf(element);
    if (!ways || row.length * ways.length > MOST_WAYS) return null;
    row = row.flatMap((begun) => ways.map((way) => begun + way));
  }
  return row;
}

function ofRepeated(element: AST.QuantifiableElement): string[] | null {
  return element.type === 'Group' || element.type === 'CapturingGroup' ? union(element.alternatives) : null;
}

/** Letters, digits, the blank, the hyphen and a few signs: what the scan tells apart. */
const isPlain = (code: number): boolean => /[a-z0-9 <=>%-]/i.test(String.fromCharCode(code)) && code < 128;
