import { type AST, RegExpParser } from '@eslint-community/regexpp';

/** Shorter pieces are in nearly every text and would let nothing be skipped. */
const SHORTEST = 3;

/**
 * Pieces of text of which a match of the pattern must contain one, in lower case; null when there are none, and the
 * pattern has to be tried on every text. Derived from the pattern itself, so that a rule and its triggers cannot part.
 */
export function literalsOf(pattern: RegExp): string[] | null {
  const { alternatives } = new RegExpParser().parsePattern(pattern.source);
  const found = union(alternatives);
  return found && [...new Set(found)];
}

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

/** Of the pieces that stand one after the other, those that are rarest: the longest, as near as one can tell. */
function best({ elements }: AST.Alternative): string[] | null {
  let chosen: string[] | null = null;
  let run = '';
  const offer = (pieces: string[] | null) => {
    const worth = (p: readonly string[]) => Math.min(...p.map((t) => t.length));
    if (pieces && worth(pieces) >= SHORTEST && (!chosen || worth(pieces) > worth(chosen))) chosen = pieces;
  };
  const close = () => {
    if (run) offer([run]);
    run = '';
  };
  for (const element of elements) {
    if (element.type === 'Character' && isPlain(element.value)) {
      run += String.fromCharCode(element.value).toLowerCase();
      continue;
    }
    close();
    if (element.type === 'Group' || element.type === 'CapturingGroup') offer(union(element.alternatives));
    else if (element.type === 'Quantifier' && element.min > 0 && element.element.type !== 'CharacterSet')
      offer(ofRepeated(element.element));
  }
  close();
  return chosen;
}

function ofRepeated(element: AST.QuantifiableElement): string[] | null {
  return element.type === 'Group' || element.type === 'CapturingGroup' ? union(element.alternatives) : null;
}

/** Letters, digits, the blank and the hyphen: what the scan tells apart. */
const isPlain = (code: number): boolean =>
  (code >= 97 && code <= 122) || (code >= 65 && code <= 90) || (code >= 48 && code <= 57) || code === 32 || code === 45;
