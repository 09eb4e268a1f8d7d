import { normalised } from '@/core/query';
import type { Sheet } from '../blocks';

/** Words that say nothing of a subject. @source common practice: a short list of English function words */
const STOP = new Set(
  'a an and are as at be been by can did do does for from had has have how in into is it its may more most no not of on or our than that the their them there these they this to under was we were what when where which while who why will with within without would you between after before during both each other also one two three study studies results methods background objective conclusions conclusion we were used using use effect effects among'.split(
    ' ',
  ),
);

export interface ProposedWord {
  word: string;
  /** In how many of the texts it stands, and in how many of the others. */
  n: number;
  others: number;
}

/** Single words and pairs of a text, each once. */
function wordsIn(text: string): Set<string> {
  const words = normalised(text).trim().split(' ');
  const found = new Set<string>();
  const says = (w: string | undefined) => w !== undefined && w.length > 3 && !STOP.has(w) && !/^\d+$/.test(w);
  words.forEach((word, i) => {
    if (says(word)) found.add(word);
    const next = words[i + 1];
    if (says(word) && says(next)) found.add(`${word} ${next}`);
  });
  return found;
}

/**
 * Words that some texts share and others do not, those that tell most first: by how much likelier they are in the one than
 * in the other, each count raised by a half so that a single text does not decide.
 * @param least in how many of the texts a word must stand
 */
export function tellingWords(texts: readonly string[], others: readonly string[], least = 2, most = 20): ProposedWord[] {
  const [own, rest] = [countWords(texts), countWords(others)];
  const share = (n: number, of: number) => (n + 0.5) / (of + 1);
  return [...own]
    .filter(([, n]) => n >= least)
    .map(([word, n]) => ({ word, n, others: rest.get(word) ?? 0 }))
    .map((w) => ({ ...w, weight: w.n * Math.log(share(w.n, texts.length) / share(w.others, others.length)) }))
    .filter((w) => w.weight > 0)
    .sort((a, b) => b.weight - a.weight || (a.word < b.word ? -1 : 1))
    .slice(0, most)
    .map(({ word, n, others: elsewhere }) => ({ word, n, others: elsewhere }));
}

function countWords(texts: readonly string[]): Map<string, number> {
  const counts = new Map<string, number>();
  for (const text of texts) for (const word of wordsIn(text)) counts.set(word, (counts.get(word) ?? 0) + 1);
  return counts;
}

/** Of some words those that no term of the sheet finds already. */
export function notOnSheet(words: readonly ProposedWord[], { blocks }: Pick<Sheet, 'blocks'>): ProposedWord[] {
  const asked = blocks
    .flatMap((b) => b.terms.flatMap((t) => (t.kind === 'near' ? [t.text, t.other] : [t.text])))
    .map((t) => normalised(t.replace(/\*/g, '')));
  return words.filter(({ word }) => {
    const text = normalised(word);
    return !asked.some((a) => text.includes(a) || text.startsWith(a.trimEnd()) || a.includes(text));
  });
}
