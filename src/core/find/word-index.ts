/** Runs of letters and digits: whatever is looked for and has no other sign lies within one of them. */
const RUN = /[\p{L}\p{N}]+/gu;
export const runsOf = (text: string): string[] => text.toLowerCase().match(RUN) ?? [];

/** Rising numbers, each as the step from the one before it, seven bits a byte: of most words, a byte a text. */
class Postings {
  private buffer = new Uint8Array(4);
  private length = 0;
  private last = -1;

  /** @param doc greater than all before it; the same again is passed over */
  add(doc: number) {
    let step = doc - this.last;
    if (step === 0) return;
    if (this.length + 5 > this.buffer.length) {
      const more = new Uint8Array(2 * this.buffer.length + 5);
      more.set(this.buffer);
      this.buffer = more;
    }
    for (; step > 127; step >>>= 7) this.buffer[this.length++] = (step & 127) | 128;
    this.buffer[this.length++] = step;
    this.last = doc;
  }

  get bytes(): Uint8Array {
    return this.buffer.subarray(0, this.length);
  }
}

/** Writes 1 for each of the numbers that stand in such bytes. */
export function mark(bytes: Uint8Array, marks: Uint8Array) {
  let doc = -1;
  for (let i = 0; i < bytes.length; ) {
    let [step, shift] = [0, 0];
    for (;;) {
      const byte = bytes[i++]!;
      step |= (byte & 127) << shift;
      if (byte < 128) break;
      shift += 7;
    }
    doc += step;
    marks[doc] = 1;
  }
}

/** A word with the places of the texts that have it anywhere, and of those that have it in the title. */
export interface IndexedWord {
  word: string;
  texts: Uint8Array;
  titles: Uint8Array;
}

/**
 * The words of some texts, each with where it is, to be kept and asked by `findPlaces`. A text's place is its position
 * in the order in which they were put in.
 * @source inverted index with gaps of variable length: Witten, Moffat and Bell, Managing Gigabytes (1999), from memory
 */
export class WordIndex {
  private readonly entries = new Map<string, { texts: Postings; titles: Postings | null }>();
  private places = 0;

  /** How many texts were put in. */
  get size(): number {
    return this.places;
  }

  put(title: string, rest: string) {
    const place = this.places++;
    for (const word of runsOf(title)) {
      const entry = this.entry(word);
      entry.titles ??= new Postings();
      entry.titles.add(place);
      entry.texts.add(place);
    }
    for (const word of runsOf(rest)) this.entry(word).texts.add(place);
  }

  *words(): Generator<IndexedWord> {
    for (const [word, { texts, titles }] of this.entries) yield { word, texts: texts.bytes, titles: titles?.bytes ?? NONE };
  }

  private entry(word: string) {
    let entry = this.entries.get(word);
    if (!entry) {
      entry = { texts: new Postings(), titles: null };
      this.entries.set(word, entry);
    }
    return entry;
  }
}
const NONE = new Uint8Array(0);
