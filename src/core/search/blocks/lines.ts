import { type SheetTerm, sheetTerm, type TermField } from './sheet';

/** How each field is written before a term. Title and abstract together need no word: they are what is meant most often. */
const FIELD_WORD: Readonly<Record<Exclude<TermField, 'title-abstract'>, string>> = {
  anywhere: 'anywhere',
  title: 'title',
  abstract: 'abstract',
  heading: 'among headings',
  author: 'author',
  journal: 'journal',
};

/** A term as one line of text, which `readTermLine` reads back. */
export function writeTermLine(term: SheetTerm): string {
  if (term.kind === 'heading')
    return `${term.main ? 'main ' : ''}heading${term.narrower ? ' and below' : ''}: ${term.text}${term.aspect ? ` / ${term.aspect}` : ''}`;
  const before = term.field === 'title-abstract' ? '' : `${FIELD_WORD[term.field]}: `;
  return term.kind === 'near' ? `${before}${term.text} within ${term.distance} of ${term.other}` : `${before}${term.text}`;
}

const HEADING = /^(main )?heading( and below)?:\s{0,9}(\S.*)$/i;
const NEAR = /^(\S.*?) within (\d{1,2}) of (\S.*)$/i;

/**
 * Reads a line of a part as a term: plain words stand together, in title or abstract; "title: …" and the like say another
 * field, "… within 3 of …" nearness, "heading: …", "heading and below: …", "main heading: … / aspect" a heading.
 * @returns null for an empty line
 */
export function readTermLine(line: string): SheetTerm | null {
  const text = line.trim().slice(0, 300);
  if (text === '') return null;
  const heading = HEADING.exec(text);
  if (heading) {
    const [label, aspect = ''] = heading[3]!.split(/\s\/\s/, 2);
    return {
      kind: 'heading',
      text: label!.trim(),
      narrower: Boolean(heading[2]),
      main: Boolean(heading[1]),
      aspect: aspect.trim().slice(0, 120),
    };
  }
  const low = text.toLowerCase();
  const field = (Object.keys(FIELD_WORD) as (keyof typeof FIELD_WORD)[]).find((f) => low.startsWith(`${FIELD_WORD[f]}:`));
  const rest = field ? text.slice(FIELD_WORD[field].length + 1).trim() : text;
  if (rest === '') return null;
  const near = NEAR.exec(rest);
  const own = { field: field ?? ('title-abstract' as const) };
  const term = near
    ? { kind: 'near' as const, text: near[1]!, other: near[3]!, distance: Math.min(20, Math.max(1, Number(near[2]))), ...own }
    : { kind: 'words' as const, text: rest, ...own };
  return sheetTerm.parse(term);
}

/** The terms of a text, a line each; and which line each stands on, counted from 0. */
export function readLines(text: string): { terms: SheetTerm[]; at: number[] } {
  const terms: SheetTerm[] = [];
  const at: number[] = [];
  text.split('\n').forEach((line, i) => {
    const term = terms.length < 200 ? readTermLine(line) : null;
    if (!term) return;
    terms.push(term);
    at.push(i);
  });
  return { terms, at };
}
