import type { Sheet, SheetTerm } from '../blocks';

/** A numbered line to be typed at a database that has no open door. */
export interface HandLine {
  number: number;
  /** What to look for, in plain words. */
  words: string;
}

const FIELD_WORDS = {
  anywhere: 'anywhere',
  title: 'in the title',
  abstract: 'in the abstract',
  'title-abstract': 'in title or abstract',
  heading: 'among the headings',
  author: 'as an author',
  journal: 'as the journal or book',
} as const;

/** A term as a person reads it. */
export function termWords(term: SheetTerm): string {
  if (term.kind === 'heading')
    return `heading “${term.text}${term.aspect ? `/${term.aspect}` : ''}”${term.narrower ? ' with all below it' : ''}${term.main ? ', as a main topic' : ''}`;
  if (term.kind === 'near') return `“${term.text}” at most ${term.distance} words from “${term.other}”, ${FIELD_WORDS[term.field]}`;
  return `“${term.text}” ${FIELD_WORDS[term.field]}`;
}

/** Terms of a part in one line; words that are looked for in the same field stand together, so that it is named once. */
function blockWords(terms: readonly SheetTerm[]): string {
  const fields = new Map<string, string[]>();
  const alone: string[] = [];
  for (const term of terms)
    if (term.kind === 'words') fields.set(FIELD_WORDS[term.field], [...(fields.get(FIELD_WORDS[term.field]) ?? []), `“${term.text}”`]);
    else alone.push(termWords(term));
  const together = [...fields].map(([field, words]) => `${words.length > 1 ? `(${words.join(' OR ')})` : words[0]} ${field}`);
  return [...together, ...alone].join(' OR ');
}

/**
 * A sheet as numbered lines, one for each part and one that joins them by their numbers, as any search page that keeps a
 * history can run them.
 */
export function handLines({ blocks }: Pick<Sheet, 'blocks'>): HandLine[] {
  const asked = blocks.filter((b) => b.terms.length > 0);
  const lines = asked.map((block, i) => ({ number: i + 1, words: blockWords(block.terms) }));
  const numbers = (want: 'in' | 'out') => asked.flatMap((b, i) => (b.want === want ? [i + 1] : []));
  const [wanted, out] = [numbers('in'), numbers('out')];
  if (wanted.length === 0 || wanted.length + out.length < 2) return lines;
  const joined = [wanted.join(' AND '), ...out].join(' NOT ');
  return [...lines, { number: lines.length + 1, words: joined }];
}
