import { literalPattern } from '@/core/record';

/** Words found in a text, with what stands around them. */
export interface Hit {
  before: string;
  found: string;
  after: string;
  /** Where it begins in the text. */
  start: number;
}

const AROUND = 70;

/** Each place where the words stand, capitals and line breaks apart; with its context, cut at words. */
export function hitsIn(text: string, words: string, most = 20): Hit[] {
  const wanted = words.trim().split(/\s+/).filter(Boolean);
  if (wanted.length === 0) return [];
  // Over a line's end a word may be broken by a hyphen.
  const pattern = wanted.map((w) => [...w].map(literalPattern).join('(?:-\\s*)?')).join('\\s+');
  const hits: Hit[] = [];
  for (const match of text.matchAll(new RegExp(pattern, 'giu'))) {
    const end = match.index + match[0].length;
    const before = text.slice(Math.max(0, match.index - AROUND), match.index).replace(/\s+/g, ' ');
    const after = text.slice(end, end + AROUND).replace(/\s+/g, ' ');
    hits.push({
      start: match.index,
      before: match.index > AROUND ? before.replace(/^\S*\s/, '…') : before,
      found: match[0].replace(/\s+/g, ' '),
      after: end + AROUND < text.length ? after.replace(/\s\S*$/, '…') : after,
    });
    if (hits.length >= most) break;
  }
  return hits;
}
