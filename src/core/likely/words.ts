import { wordVectors } from './vectors';

export const WORD = /[a-z]+(?:['’-][a-z]+)*|\d+(?:[.,]\d+)*|%/gi;

/** Endings that tell the form of a word and not what it means. A light form of what Porter (1980) does. */
export function stem(word: string): string {
  if (word.length < 5) return word;
  return word.replace(/(?:ies|ied)$/, 'y').replace(/(?<=[a-z]{3})(?:ings?|edly|ed|es|ly|s)$/, '');
}

/** All that is asked of a word wherever it stands: worked out once. Signs are numbers; -1 stands for those that nobody weighs. */
export interface WordInfo {
  word: string;
  alone: number;
  inTitle: number;
  inMethods: number;
  /** Signs of the pairs that it begins, by the second word; null where there are none, or all are wanted. */
  pairs: ReadonlyMap<string, number> | null;
  /** Where its direction stands; -1 when it has none. */
  place: number;
}

/** A language has so many words; what comes after these is slips and names, which need not be kept. */
const MOST_WORDS = 60_000;

/** Words as a set of signs sees them, each sign with a number. */
export class Words {
  private readonly known = new Map<string, WordInfo>();
  private readonly pairs = new Map<string, Map<string, number>>();
  private readonly ids = new Map<string, number>();
  /** The names of the signs, by their numbers. */
  readonly names: string[] = [];

  /** @param wanted names of signs that have a weight; null: every sign that is met is wanted, and gets a number then */
  constructor(private readonly wanted: Iterable<string> | null) {
    for (const name of wanted ?? []) {
      const id = this.give(name);
      if (!name.startsWith('b:')) continue;
      const [first, second] = name.slice(2).split(' ') as [string, string];
      const own = this.pairs.get(first);
      if (own) own.set(second, id);
      else this.pairs.set(first, new Map([[second, id]]));
    }
  }

  private give(name: string): number {
    this.ids.set(name, this.names.length);
    return this.names.push(name) - 1;
  }

  idOf(name: string): number {
    return this.ids.get(name) ?? (this.wanted ? -1 : this.give(name));
  }

  /** The sign of two words in a row. */
  pairOf(first: WordInfo, second: WordInfo): number {
    if (this.wanted) return first.pairs?.get(second.word) ?? -1;
    return this.idOf(`b:${first.word} ${second.word}`);
  }

  of(printed: string): WordInfo {
    const known = this.known.get(printed);
    if (known) return known;
    const raw = printed.toLowerCase().replace('’', "'");
    const word = /^\d/.test(raw) ? '#' : stem(raw);
    const info: WordInfo = {
      word,
      alone: this.idOf(`w:${word}`),
      inTitle: this.idOf(`t:${word}`),
      inMethods: this.idOf(`m:${word}`),
      pairs: this.pairs.get(word) ?? null,
      place: wordVectors().places.get(raw) ?? -1,
    };
    if (this.known.size < MOST_WORDS) this.known.set(printed, info);
    return info;
  }
}
