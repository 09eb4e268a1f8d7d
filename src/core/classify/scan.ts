/** Letters, digits, blank, hyphen, and one class for everything else. */
const CLASSES = 39;
const OTHER = 38;

/** Class of a character code below 128; capitals are read as small letters. */
const CLASS_OF = Uint8Array.from({ length: 128 }, (_, code) => {
  if (code >= 97 && code <= 122) return code - 97;
  if (code >= 65 && code <= 90) return code - 65;
  if (code >= 48 && code <= 57) return 26 + code - 48;
  if (code === 32) return 36;
  if (code === 45) return 37;
  return OTHER;
});
const classOf = (code: number): number => (code < 128 ? CLASS_OF[code]! : OTHER);

/**
 * Finds all of many words in one pass over a text, whatever their number.
 * @source Aho and Corasick, "Efficient string matching" (1975)
 */
export class Scan {
  private readonly next: Int32Array;
  /** Per state, the owners of the words that end there, those that end there as parts of longer ones included. */
  private readonly owners: (readonly number[] | null)[];

  /** @param words lower-case pieces, each with the numbers of those who want to know of it */
  constructor(words: ReadonlyMap<string, readonly number[]>) {
    const tree: (Int32Array | undefined)[] = [new Int32Array(CLASSES)];
    const own: number[][] = [[]];
    for (const [word, who] of words) {
      let at = 0;
      for (let i = 0; i < word.length; i++) {
        const c = classOf(word.charCodeAt(i));
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
    this.next = new Int32Array(tree.length * CLASSES);
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
  }

  /** Calls `found` with every owner of every word found, and the index of the word's last character. */
  run(text: string, found: (owner: number, at: number) => void): void {
    const { next, owners } = this;
    let state = 0;
    for (let i = 0; i < text.length; i++) {
      const code = text.charCodeAt(i);
      state = next[state * CLASSES + (code < 128 ? CLASS_OF[code]! : OTHER)]!;
      const here = owners[state];
      if (here) for (let k = 0; k < here.length; k++) found(here[k]!, i);
    }
  }
}
