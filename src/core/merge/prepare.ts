import { hashText } from './hash';
import type { ComparedKeys, KeyList } from './merge-keys';
import { isGenericTitle } from './normalise';
import { contentWords, numberOf, SERIAL, wordsOf } from './titles';

/** A title taken apart, so that two can be compared quickly. */
export interface PreparedTitle {
  words: string[];
  /** Hashes of the content words, each once, in ascending order. */
  content: Uint32Array;
  /** All words run together: hyphens and spaces do not count. */
  squashed: string;
  generic: boolean;
}

/** A record's keys with what is worked out once for many comparisons, when the first wants it: most end before that. */
export class Prepared {
  private madeTitles: PreparedTitle[] | undefined;
  private isSerial: boolean | undefined;
  private isMeeting: boolean | undefined;
  /** Title and names: which of two is looked at first. */
  readonly name: string;

  constructor(readonly keys: ComparedKeys) {
    this.name = `${keys.titles[0]}|${keys.people.join(';')}`;
  }
  get titles(): PreparedTitle[] {
    this.madeTitles ??= this.keys.titles.map(prepareTitle);
    return this.madeTitles;
  }
  /** It comes again every year under this title. */
  get serial(): boolean {
    this.isSerial ??= SERIAL.test(this.keys.titles[0]!) || isOfABody(this.keys);
    return this.isSerial;
  }
  /** An abstract of a meeting: several stand on a page. */
  get meeting(): boolean {
    this.isMeeting ??= isOfAMeeting(this.keys);
    return this.isMeeting;
  }
}

export const prepare = (keys: ComparedKeys): Prepared => new Prepared(keys);

/** Words of what a body publishes every year. Common practice. */
const EVERY_YEAR = /\b(?:reports?|accounts|activities|statistics|figures|yearly|yearbook|survey|bulletin|review)\b/;

/** A report under the name of a body alone: such bodies report every year. Common practice. */
const isOfABody = ({ people, volume, issns, isbns, first, titles }: ComparedKeys): boolean =>
  EVERY_YEAR.test(titles[0]!) &&
  volume === '' &&
  first === '' &&
  issns.length + isbns.length === 0 &&
  people.length > 0 &&
  people.every(([, given]) => given === '');

/** Meetings print several abstracts on a page of a supplement: "S222", "P112". Common practice. */
const isOfAMeeting = ({ stated, first }: ComparedKeys): boolean => stated === 'meeting-abstract' || /^(?!e\d)[a-z]{1,3}\d/.test(first);

/** A bit in each of two numbers for every content word of a title: two titles with few bits in common are no candidates. */
export function titleBits(normalised: string): [number, number] {
  let [bits, bits2] = [0, 0];
  for (const word of contentWords(wordsOf(normalised))) {
    const h = hashText(word);
    bits |= 1 << (h & 31);
    bits2 |= 1 << ((h >>> 8) & 31);
  }
  return [bits, bits2];
}

function prepareTitle(normalised: string): PreparedTitle {
  const words = wordsOf(normalised);
  const content = Uint32Array.from(new Set(contentWords(words).map(hashText))).sort();
  return { words, content, squashed: words.join(''), generic: isGenericTitle(normalised) };
}

/** Numbers in words, each with how it is written once read. */
export const numbersIn = (words: readonly string[]): string => words.map(numberOf).filter(Boolean).sort().join(' ');

/** How many content words two titles share. */
export function sharedContent(a: Uint32Array, b: Uint32Array): number {
  let [i, j, shared] = [0, 0, 0];
  while (i < a.length && j < b.length) {
    if (a[i] === b[j]) {
      shared++;
      i++;
      j++;
    } else if (a[i]! < b[j]!) i++;
    else j++;
  }
  return shared;
}

/** Records that are ready for comparison at a time: to make one anew costs little. */
const MOST_PREPARED = 30_000;

/** Records of a list, ready for comparison: each is made so when it is first asked for. */
export class PreparedKeys<K extends KeyList = KeyList> {
  private latest = new Map<number, Prepared>();
  private before = new Map<number, Prepared>();
  constructor(readonly keys: K) {}

  at(place: number): Prepared {
    const known = this.latest.get(place);
    if (known) return known;
    // What is prepared is larger than the keys: what was not asked for lately is forgotten.
    if (this.latest.size >= MOST_PREPARED) {
      this.before = this.latest;
      this.latest = new Map();
    }
    const fresh = this.before.get(place) ?? prepare(this.keys.at(place)!);
    this.latest.set(place, fresh);
    return fresh;
  }
}
