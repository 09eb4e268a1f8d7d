/** Letters, a class each for digits, blank, hyphen, comparing signs and "%", and one for all else; 32 make a row of the table. */
const ROW = 5;
const CLASSES = 1 << ROW;
const OTHER = 29;

/** Class of every character code, so that the pass needs no question. Capitals are read as small letters. */
const CLASS = new Uint8Array(65_536).fill(OTHER);
for (let i = 0; i < 26; i++) CLASS[97 + i] = CLASS[65 + i] = i;
for (let i = 48; i < 58; i++) CLASS[i] = 26;
CLASS[32] = 27;
CLASS[45] = 28;
for (const sign of '<=>') CLASS[sign.charCodeAt(0)] = 30;
CLASS[37] = 31;

/** Of longer words only the beginning is looked for: that keeps the table small, and whoever asked looks closer anyway. */
const LONGEST = 9;

/**
 * Finds all of many words in one pass over a text, whatever their number.
 * @source Aho and Corasick, "Efficient string matching" (1975)
 */
export class Scan {
  /** Where each state goes with each class. Small numbers, so that the table stays near the processor. */
  private readonly next: Uint16Array;
  /** 1 for states in which a word ends. */
  private readonly ends: Uint8Array;
  /** Per state, the owners of the words that end there, those that end there as parts of longer ones included. */
  private readonly owners: (readonly number[] | null)[];

  /** @param words lower-case pieces, each with the numbers of those who want to know of it */
  constructor(words: ReadonlyMap<string, readonly number[]>) {
    const tree: (Int32Array | undefined)[] = [new Int32Array(CLASSES)];
    const own: number[][] = [[]];
    for (const [word, who] of words) {
      let at = 0;
      for (let i = 0; i < Math.min(word.length, LONGEST); i++) {
        const c = CLASS[word.charCodeAt(i)]!;
        let to = tree[at]![c]!;
        if (to === 0) {
          to = tree.push(new Int32Array(CLASSES)) - 1;
          own.push([]);
          tree[at]![c] = to;
        }
        at = to;
      }
      own[at]!.push(...who);
    }
    if (tree.length > 65_535) throw new RangeError('too many words to look for at once');
    this.next = new Uint16Array(tree.length * CLASSES);
    const fail = new Int32Array(tree.length);
    const queue: number[] = [];
    for (let c = 0; c < CLASSES; c++) {
      const to = tree[0]![c]!;
      this.next[c] = to;
      if (to) queue.push(to);
    }
    for (const at of queue) {
      own[at]!.push(...own[fail[at]!]!);
      for (let c = 0; c < CLASSES; c++) {
        const to = tree[at]![c]!;
        const other = this.next[fail[at]! * CLASSES + c]!;
        this.next[at * CLASSES + c] = to || other;
        if (!to) continue;
        fail[to] = other;
        queue.push(to);
      }
    }
    this.owners = own.map((list) => (list.length ? [...new Set(list)] : null));
    this.ends = Uint8Array.from(this.owners, (list) => (list ? 1 : 0));
  }

  /** Calls `found` with every owner of every word of which the beginning is found, and the index of its last character. Digits are not told apart, nor are comparing signs. */
  run(text: string, found: (owner: number, at: number) => void): void {
    const { next, owners, ends } = this;
    let state = 0;
    for (let i = 0; i < text.length; i++) {
      state = next[(state << ROW) | CLASS[text.charCodeAt(i)]!]!;
      if (ends[state] === 0) continue;
      const here = owners[state]!;
      for (let k = 0; k < here.length; k++) found(here[k]!, i);
    }
  }
  /**
   * Notes every owner of every word of which the beginning is found: those up to `last` with their places, as owner and
   * index of the word's last character, in `hits`; the others by `marks[owner] = 1`.
   */
  read(text: string, last: number, hits: number[], marks: Uint8Array): void {
    const { next, owners, ends } = this;
    let state = 0;
    for (let i = 0; i < text.length; i++) {
      state = next[(state << ROW) | CLASS[text.charCodeAt(i)]!]!;
      if (ends[state] === 0) continue;
      const here = owners[state]!;
      for (let k = 0; k < here.length; k++) {
        const owner = here[k]!;
        if (owner > last) marks[owner] = 1;
        else hits.push(owner, i);
      }
    }
  }
}
