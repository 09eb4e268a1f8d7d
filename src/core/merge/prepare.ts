import { hashText } from './hash';
import type { MergeKeys } from './merge-keys';
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

/** A record's keys with what is worked out once for many comparisons. */
export interface Prepared {
  keys: MergeKeys;
  titles: PreparedTitle[];
  /** A bit for each content word: two titles with few bits in common are no candidates. */
  bits: number;
  bits2: number;
  /** It comes again every year under this title. */
  serial: boolean;
  /** An abstract of a meeting: several stand on a page. */
  meeting: boolean;
  /** Title and names: which of two is looked at first. */
  name: string;
}

export function prepare(keys: MergeKeys): Prepared {
  const titles = keys.titles.map(prepareTitle);
  let [bits, bits2] = [0, 0];
  for (const h of titles[0]!.content) {
    bits |= 1 << (h & 31);
    bits2 |= 1 << ((h >>> 8) & 31);
  }
  return {
    keys,
    titles,
    bits,
    bits2,
    serial: SERIAL.test(keys.titles[0]!) || isOfABody(keys),
    meeting: isOfAMeeting(keys),
    name: `${keys.titles[0]}|${keys.people.join(';')}`,
  };
}

/** Words of what a body publishes every year. Common practice. */
const EVERY_YEAR = /\b(?:reports?|accounts|activities|statistics|figures|yearly|yearbook|survey|bulletin|review)\b/;

/** A report under the name of a body alone: such bodies report every year. Common practice. */
const isOfABody = ({ people, volume, issns, isbns, first, titles }: MergeKeys): boolean =>
  EVERY_YEAR.test(titles[0]!) &&
  volume === '' &&
  first === '' &&
  issns.length + isbns.length === 0 &&
  people.length > 0 &&
  people.every(([, given]) => given === '');

/** Meetings print several abstracts on a page of a supplement: "S222", "P112". Common practice. */
const isOfAMeeting = ({ stated, first }: MergeKeys): boolean => stated === 'meeting-abstract' || /^(?!e\d)[a-z]{1,3}\d/.test(first);

function prepareTitle(normalised: string): PreparedTitle {
  const words = wordsOf(normalised);
  const content = Uint32Array.from(new Set(contentWords(words).map(hashText))).sort();
  return { words, content, squashed: words.join(''), generic: isGenericTitle(normalised) };
}

/** Numbers in words, each with how it is written once read. */
export const numbersIn = (words: readonly string[]): string => words.map(numberOf).filter(Boolean).sort().join(' ');

const ones = (n: number): number => {
  let v = n - ((n >>> 1) & 0x55555555);
  v = (v & 0x33333333) + ((v >>> 2) & 0x33333333);
  return Math.imul((v + (v >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
};

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

/** True when the titles may share half the content words of the shorter one: a quick look before a comparison. */
export function mayBeAlike(a: Prepared, b: Prepared): boolean {
  const shared = ones(a.bits & b.bits) + ones(a.bits2 & b.bits2);
  return 2 * shared >= Math.min(ones(a.bits) + ones(a.bits2), ones(b.bits) + ones(b.bits2));
}
