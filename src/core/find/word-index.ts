/** Runs of letters and digits: whatever is looked for and has no other sign lies within one of them. */
const RUN = /[\p{L}\p{N}]+/gu;
const runsOf = (text: string): string[] => text.toLowerCase().match(RUN) ?? [];

/** Rising numbers, each as the step from the one before it, seven bits a byte: of most words, a byte a text. */
class Postings {
  private bytes = new Uint8Array(4);
  private length = 0;
  private last = -1;

  /** @param doc greater than all before it; the same again is passed over */
  add(doc: number) {
    let step = doc - this.last;
    if (step === 0) return;
    if (this.length + 5 > this.bytes.length) {
      const more = new Uint8Array(2 * this.bytes.length + 5);
      more.set(this.bytes);
      this.bytes = more;
    }
    for (; step > 127; step >>>= 7) this.bytes[this.length++] = (step & 127) | 128;
    this.bytes[this.length++] = step;
    this.last = doc;
  }

  /** Writes 1 for each of them. */
  mark(marks: Uint8Array) {
    let doc = -1;
    for (let i = 0; i < this.length; ) {
      let [step, shift] = [0, 0];
      for (;;) {
        const byte = this.bytes[i++]!;
        step |= (byte & 127) << shift;
        if (byte < 128) break;
        shift += 7;
      }
      doc += step;
      marks[doc] = 1;
    }
  }
}

interface Entry {
  texts: Postings;
  titles: Postings | null;
}

interface Found {
  /** Keys of texts, those first that have every word in the title, else in rising order. */
  keys: number[];
  /** False when a word has other signs than letters and digits: its parts are there, and whether they stand together is to be looked up. */
  sure: boolean;
}

/**
 * Which texts have all of some words, anywhere in them and as parts of longer ones: an index of words, of which those
 * are looked for that have the words in them. Case does not count.
 * @source inverted index with gaps of variable length: Witten, Moffat and Bell, Managing Gigabytes (1999), from memory
 */
export class WordIndex {
  private readonly words = new Map<string, Entry>();
  /** The key of each text that was put in; -1 where another took its place. */
  private readonly docs: number[] = [];
  private readonly docOf = new Map<number, number>();

  get size(): number {
    return this.docOf.size;
  }
  /** Texts that were replaced and still take room. */
  get dead(): number {
    return this.docs.length - this.docOf.size;
  }

  put(key: number, title: string, rest: string) {
    this.drop(key);
    const doc = this.docs.push(key) - 1;
    this.docOf.set(key, doc);
    for (const word of runsOf(title)) {
      const entry = this.entry(word);
      entry.titles ??= new Postings();
      entry.titles.add(doc);
      entry.texts.add(doc);
    }
    for (const word of runsOf(rest)) this.entry(word).texts.add(doc);
  }

  drop(key: number) {
    const doc = this.docOf.get(key);
    if (doc === undefined) return;
    this.docs[doc] = -1;
    this.docOf.delete(key);
  }

  private entry(word: string): Entry {
    let entry = this.words.get(word);
    if (!entry) {
      entry = { texts: new Postings(), titles: null };
      this.words.set(word, entry);
    }
    return entry;
  }

  /** @param wanted words as somebody typed them; one that has neither letter nor digit asks nothing here */
  find(wanted: readonly string[]): Found {
    const runs = [...new Set(wanted.flatMap(runsOf))];
    const sure = wanted.every((w) => runsOf(w).join('') === w.toLowerCase());
    const text = new Uint8Array(this.docs.length).fill(1);
    const title = new Uint8Array(this.docs.length).fill(1);
    for (const run of runs) {
      const [inText, inTitle] = [new Uint8Array(this.docs.length), new Uint8Array(this.docs.length)];
      for (const [word, { texts, titles }] of this.words) {
        if (!word.includes(run)) continue;
        texts.mark(inText);
        titles?.mark(inTitle);
      }
      for (let i = 0; i < text.length; i++) {
        text[i]! &= inText[i]!;
        title[i]! &= inTitle[i]!;
      }
    }
    const first: number[] = [];
    const others: number[] = [];
    for (let i = 0; i < text.length; i++) if (text[i] && this.docs[i]! >= 0) (title[i] ? first : others).push(this.docs[i]!);
    const rising = (list: number[]) => list.sort((a, b) => a - b);
    return { keys: [...rising(first), ...rising(others)], sure };
  }
}
