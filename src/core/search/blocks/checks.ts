import type { Sheet, SheetTerm } from './sheet';
import { isTruncated } from './to-query';

/** Something about a term that is likely not meant. */
export interface TermProblem {
  block: number;
  term: number;
  code: 'brackets' | 'quotes' | 'operator-inside' | 'short-truncation' | 'twice' | 'truncated-in-the-middle';
  words: string;
}

/** Fewer letters before a star find a large part of every database. */
const SHORTEST_STEM = 4;

/** What is wrong with the terms of a sheet as they are typed, before any server is asked. */
export function checkSheet({ blocks }: Pick<Sheet, 'blocks'>): TermProblem[] {
  return blocks.flatMap(({ terms }, block) => {
    const seen = new Map<string, number>();
    return terms.flatMap((term, i) => {
      const problems = textsOf(term).flatMap((text) => checkText(text).map((p) => ({ block, term: i, ...p })));
      const key = JSON.stringify([
        term.kind,
        textsOf(term).map((t) => t.toLowerCase()),
        'field' in term ? term.field : '',
        'aspect' in term ? term.aspect : '',
      ]);
      const earlier = seen.get(key);
      seen.set(key, earlier ?? i);
      return earlier === undefined
        ? problems
        : [...problems, { block, term: i, code: 'twice' as const, words: `The same as line ${earlier + 1} of this part.` }];
    });
  });
}

const textsOf = (term: SheetTerm): string[] => (term.kind === 'near' ? [term.text, term.other] : [term.text]);

function checkText(text: string): Pick<TermProblem, 'code' | 'words'>[] {
  const found: Pick<TermProblem, 'code' | 'words'>[] = [];
  let open = 0;
  let wrong = false;
  for (const c of text) {
    if (c === '(') open++;
    if (c === ')' && --open < 0) wrong = true;
  }
  if (wrong || open !== 0)
    found.push({ code: 'brackets', words: open > 0 ? 'A bracket is opened and not closed.' : 'A bracket is closed that was not opened.' });
  if ((text.match(/"/g)?.length ?? 0) % 2 === 1)
    found.push({ code: 'quotes', words: 'A quotation mark is not closed. None are needed: words of a line stand together.' });
  const operator = /(?:^|\s)(AND|OR|NOT)(?=\s|$)/.exec(text)?.[1];
  if (operator)
    found.push({
      code: 'operator-inside',
      words:
        operator === 'OR'
          ? 'Give each its own line: lines of a part are joined by “or”.'
          : `“${operator}” inside a part: what must also hold is a part of its own.`,
    });
  for (const [, stem] of text.matchAll(/([\p{L}\p{N}]+)\*(?=\s|$)/gu))
    if (stem!.length < SHORTEST_STEM)
      found.push({
        code: 'short-truncation',
        words: `“${stem}*” stands for every word that begins so: at least ${SHORTEST_STEM} letters.`,
      });
  if (!isTruncated(text) && /\*\S/.test(text))
    found.push({ code: 'truncated-in-the-middle', words: 'The star stands for any ending, so nothing can come after it.' });
  return found;
}
