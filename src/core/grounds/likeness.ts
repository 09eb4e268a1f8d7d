/** Words that stand in nearly every text tell nothing. */
const STOP = new Set(
  'the and for with from that this were was are has have had not but its into than then they their been being between among after before during both each other such these those which while who whom what when where how all any can may more most only our out over per some under use used using via we'.split(
    ' ',
  ),
);

const printedWords = (text: string): string[] =>
  (
    text
      .toLowerCase()
      .normalize('NFKD')
      .match(/\p{L}[\p{L}\p{N}]+/gu) ?? []
  ).filter((w) => w.length > 2 && !STOP.has(w));
const wordsOf = (text: string): string[] => printedWords(text).map(stem);
/** Plurals and their singulars are one word; no more is folded, so that nothing unlike becomes alike. */
const stem = (w: string): string => (w.length > 4 && w.endsWith('s') && !w.endsWith('ss') ? w.slice(0, -1) : w);

interface Vector {
  words: Int32Array;
  weights: Float32Array;
}

/** The words of a text in ascending order, each with 1 + ln of how often it stands there. */
interface Counted {
  words: Int32Array;
  often: Float64Array;
}
const NO_WORDS: Counted = { words: new Int32Array(), often: new Float64Array() };

/** Texts as counted words: each is cut into words once, however often it is compared. */
export class TextIndex {
  private readonly ids = new Map<string, number>();
  /** Each word as it is printed in its shortest form. */
  private readonly printed: string[] = [];
  private readonly counts = new Map<number, Counted>();

  add(key: number, text: string) {
    const counts = new Map<number, number>();
    for (const printed of printedWords(text)) {
      const word = stem(printed);
      let id = this.ids.get(word);
      if (id === undefined) {
        id = this.ids.size;
        this.ids.set(word, id);
        this.printed.push(printed);
      } else if (printed.length < this.printed[id]!.length) this.printed[id] = printed;
      counts.set(id, (counts.get(id) ?? 0) + 1);
    }
    const words = Int32Array.from(counts.keys()).sort();
    this.counts.set(key, { words, often: Float64Array.from(words, (id) => 1 + Math.log(counts.get(id)!)) });
  }

  get size(): number {
    return this.counts.size;
  }
  has(key: number): boolean {
    return this.counts.has(key);
  }
  /** Some of the texts, to be compared with each other. */
  over(keys: readonly number[]): TextsCompared {
    return new TextsCompared(this.ids, this.printed, new Map(keys.map((k) => [k, this.counts.get(k) ?? NO_WORDS])));
  }
}

/**
 * Texts as weighted words, to tell how near two are. Weight of a word in a text is (1 + ln tf) · ln((1 + N) / df), over
 * the texts that are compared and no others: what was asked before makes no difference. Likeness is the cosine of two
 * such vectors, 0 (no word in common) to 1, to a millionth.
 * @source Salton & Buckley, Inf Process Manage 1988;24:513–523 (term weighting), from memory
 */
export class TextsCompared {
  private readonly found: Int32Array;
  /** ln((1 + N) / df) of the words that were asked for. */
  private readonly rarity: Float64Array;
  private readonly vectors = new Map<number, Vector>();

  constructor(
    private readonly ids: ReadonlyMap<string, number>,
    private readonly printed: readonly string[],
    private readonly counts: ReadonlyMap<number, Counted>,
  ) {
    this.found = new Int32Array(ids.size);
    this.rarity = new Float64Array(ids.size);
    for (const { words } of counts.values()) for (let i = 0; i < words.length; i++) this.found[words[i]!]!++;
  }

  likeness(a: number, b: number): number {
    return this.likenessTo(a, [b])[0]!;
  }

  /** How near each of some texts is to one, 0 (no word in common) to 1, in their order. */
  likenessTo(a: number, keys: readonly number[]): number[] {
    const own = new Float32Array(this.ids.size);
    const { words, weights } = this.vector(a);
    for (let i = 0; i < words.length; i++) own[words[i]!] = weights[i]!;
    return keys.map((key) => {
      const v = this.vector(key);
      let dot = 0;
      for (let i = 0; i < v.words.length; i++) dot += v.weights[i]! * own[v.words[i]!]!;
      return Math.min(1, Math.round(dot * 1e6) / 1e6);
    });
  }

  /**
   * How near each text is to the middle of some others, 0 to 1. With no others, to a text given in words.
   * @param keys texts to be placed; @param others those whose middle is taken; @param words used when there are none
   */
  nearness(keys: readonly number[], others: readonly number[], words: string): Map<number, number> {
    const middle = this.middleOf(others);
    if (!others.length)
      for (const word of new Set(wordsOf(words))) {
        const id = this.ids.get(word);
        if (id !== undefined) middle[id] = this.rarityOf(id);
      }
    const length = Math.hypot(...chunks(middle)) || 1;
    return new Map(
      keys.map((key) => {
        const v = this.vector(key);
        let dot = 0;
        for (let i = 0; i < v.words.length; i++) dot += v.weights[i]! * middle[v.words[i]!]!;
        return [key, Math.round((dot / length) * 1e6) / 1e6];
      }),
    );
  }

  /** The words by which a text is near the middle of some others, as printed, those that count most first. */
  shared(key: number, others: readonly number[], most: number): string[] {
    const middle = this.middleOf(others);
    const { words, weights } = this.vector(key);
    return [...words]
      .map((id, i) => ({ id, counts: weights[i]! * middle[id]! }))
      .filter((w) => w.counts > 0)
      .sort((a, b) => b.counts - a.counts || (this.printed[a.id]! < this.printed[b.id]! ? -1 : 1))
      .slice(0, most)
      .map((w) => this.printed[w.id]!);
  }

  private middleOf(keys: readonly number[]): Float32Array {
    const middle = new Float32Array(this.ids.size);
    for (const key of keys) {
      const v = this.vector(key);
      for (let i = 0; i < v.words.length; i++) middle[v.words[i]!]! += v.weights[i]!;
    }
    return middle;
  }

  private rarityOf(id: number): number {
    // A word that all of them have and one more would not be there at all: 0 is no value that was worked out.
    this.rarity[id] ||= Math.log((1 + this.counts.size) / this.found[id]!);
    return this.rarity[id]!;
  }

  /** Of length 1; the words in ascending order. */
  private vector(key: number): Vector {
    const known = this.vectors.get(key);
    if (known) return known;
    const { words, often } = this.counts.get(key) ?? NO_WORDS;
    const weights = new Float32Array(words.length);
    let squares = 0;
    for (let i = 0; i < words.length; i++) {
      weights[i] = often[i]! * this.rarityOf(words[i]!);
      squares += weights[i]! * weights[i]!;
    }
    const length = Math.sqrt(squares) || 1;
    for (let i = 0; i < words.length; i++) weights[i]! /= length;
    const vector = { words, weights };
    this.vectors.set(key, vector);
    return vector;
  }
}

/** The root of the sum of squares over pieces: a call may not have as many arguments as there are words. */
function* chunks(values: Float32Array): Generator<number> {
  for (let at = 0; at < values.length; at += 4096) {
    let sum = 0;
    for (const v of values.subarray(at, at + 4096)) sum += v * v;
    yield Math.sqrt(sum);
  }
}
