import { normaliseText } from './normalise';

/** A run of words of a text: in both texts, or in this one only. */
export interface DiffRun {
  text: string;
  same: boolean;
}

/** Longer texts are compared up to here; what follows is shown as it is. */
const MOST_WORDS = 700;

/**
 * Two texts word by word: what each has that the other has not. Case, accents, punctuation and markup do not count.
 * The runs of each side, put together, are its text again.
 * @source longest common subsequence by dynamic programming: Wagner RA, Fischer MJ. J ACM 1974;21:168–173
 */
export function diffWords(a: string, b: string): [DiffRun[], DiffRun[]] {
  const [left, right] = [pieces(a), pieces(b)];
  const [x, y] = [left.slice(0, MOST_WORDS), right.slice(0, MOST_WORDS)];
  const width = y.length + 1;
  const longest = new Uint16Array((x.length + 1) * width);
  for (let i = x.length - 1; i >= 0; i--)
    for (let j = y.length - 1; j >= 0; j--)
      longest[i * width + j] =
        x[i]!.key === y[j]!.key
          ? longest[(i + 1) * width + j + 1]! + 1
          : Math.max(longest[(i + 1) * width + j]!, longest[i * width + j + 1]!);
  const [sameX, sameY] = [new Set<number>(), new Set<number>()];
  for (let i = 0, j = 0; i < x.length && j < y.length; ) {
    if (x[i]!.key === y[j]!.key) {
      sameX.add(i++);
      sameY.add(j++);
    } else if (longest[(i + 1) * width + j]! >= longest[i * width + j + 1]!) i++;
    else j++;
  }
  return [runs(left, sameX), runs(right, sameY)];
}

/** Words with the spaces after them; those without letters or digits have an empty key and differ in nothing. */
const pieces = (text: string): { text: string; key: string }[] =>
  (text.match(/\S+\s*|\s+/g) ?? []).map((piece) => ({ text: piece, key: normaliseText(piece) }));

function runs(words: readonly { text: string; key: string }[], same: ReadonlySet<number>): DiffRun[] {
  const found: DiffRun[] = [];
  words.forEach((word, i) => {
    const isSame = same.has(i) || word.key === '' || i >= MOST_WORDS;
    const last = found.at(-1);
    if (last && last.same === isSame) last.text += word.text;
    else found.push({ text: word.text, same: isSame });
  });
  return found;
}
