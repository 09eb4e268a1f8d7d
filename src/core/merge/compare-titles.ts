import { STOP_WORDS } from './normalise';
import { numbersIn, type Prepared, type PreparedTitle, sharedContent } from './prepare';
import { isOneSlip } from './strings';
import { numberOf } from './titles';
import type { Outcome } from './weights';

type TitleOutcome = Outcome<'title'>;
const RANK: readonly TitleOutcome[] = [
  'same',
  'slips',
  'shorter',
  'generic',
  'near',
  'subtitle',
  'number',
  'partly',
  'numbers',
  'different',
];

/** What stands before the number of a part. */
const PART = /^(?:part|volume|section|chapter|paper|phase|no|nr|year)$/;

/** How the titles of two records agree; a record that gives several is compared by the one that fits best. */
export function compareTitles(a: Prepared, b: Prepared): TitleOutcome | '' {
  let best = RANK.length;
  for (let i = 0; i < a.titles.length; i++)
    for (let j = 0; j < b.titles.length; j++) {
      const [left, right] = [a.titles[i]!, b.titles[j]!];
      if (!left.squashed || !right.squashed) continue;
      const cut = (i === 0 && a.keys.cut) || (j === 0 && b.keys.cut);
      best = Math.min(best, RANK.indexOf(compareTwo(left, right, cut)));
    }
  return RANK[best] ?? '';
}

function compareTwo(a: PreparedTitle, b: PreparedTitle, cut: boolean): TitleOutcome {
  if (a.squashed === b.squashed) return a.generic ? 'generic' : 'same';
  if (a.generic || b.generic) return 'different';
  const [short, long] = a.squashed.length <= b.squashed.length ? [a, b] : [b, a];
  // A slip or two aside, titles of one publication share most of their words.
  if (!cut && 3 * sharedContent(a.content, b.content) < Math.min(a.content.length, b.content.length)) return 'different';
  const { restA, restB, shared, slips } = difference(a.words, b.words);
  const begins = long.squashed.startsWith(short.squashed);
  const [restShort, restLong] = a === short ? [restA, restB] : [restB, restA];
  if (begins && short.squashed.length >= 12 && (cut ? shared >= 2 : shared >= 3)) {
    // Nothing but a number was added: the report of one year, the part of a series.
    return restLong.length > 0 && restLong.every((w) => numberOf(w) || PART.test(w)) ? 'number' : 'shorter';
  }
  // A shorter title with a slip in it.
  if (restShort.length === 0 && slips > 0 && shared >= 4 && beginsAlike(short.words, long.words)) {
    return restLong.length === 0 ? 'slips' : 'shorter';
  }
  if (restA.length === 0 && restB.length === 0) return slips > 0 ? 'slips' : 'same';
  if (restA.join('') === restB.join('')) return slips > 0 ? 'slips' : 'same';
  if (numbersIn(restA) !== numbersIn(restB)) return 'numbers';
  const [moreA, moreB] = [contentOf(restA), contentOf(restB)];
  if (moreA === 0 && moreB === 0) return 'slips';
  const most = shared + Math.max(moreA, moreB);
  if (shared >= 4 && moreA > 0 && moreB > 0 && sameBeginning(a.words, b.words) >= 5 && moreA + moreB > 2) return 'subtitle';
  if (Math.max(moreA, moreB) <= 2 && shared >= 0.7 * most) return 'near';
  return shared >= 0.45 * most ? 'partly' : 'different';
}

function contentOf(words: readonly string[]): number {
  let n = 0;
  for (const word of words) if (!STOP_WORDS.has(word)) n++;
  return n;
}

/** The words that only one title has, slips paired off; and how many content words both have. */
function difference(a: readonly string[], b: readonly string[]) {
  const count = new Map<string, number>();
  for (const word of b) count.set(word, (count.get(word) ?? 0) + 1);
  const restA: string[] = [];
  let shared = 0;
  for (const word of a) {
    const left = count.get(word) ?? 0;
    if (left > 0) {
      count.set(word, left - 1);
      if (!STOP_WORDS.has(word)) shared++;
    } else restA.push(word);
  }
  const restB: string[] = [];
  for (const word of b) {
    const left = count.get(word) ?? 0;
    if (left > 0) {
      restB.push(word);
      count.set(word, left - 1);
    }
  }
  let slips = 0;
  for (let i = restA.length - 1; i >= 0 && restB.length > 0; i--) {
    const word = restA[i]!;
    if (word.length < 4 || numberOf(word)) continue;
    let at = 0;
    while (at < restB.length && (restB[at]!.length < 4 || !isOneSlip(word, restB[at]!) || numberOf(restB[at]!))) at++;
    if (at === restB.length) continue;
    restA.splice(i, 1);
    restB.splice(at, 1);
    slips++;
    shared++;
  }
  return { restA, restB, shared, slips };
}

const sameBeginning = (a: readonly string[], b: readonly string[]): number => {
  let n = 0;
  while (n < a.length && n < b.length && a[n] === b[n]) n++;
  return n;
};

/** The short title is the beginning of the long one, but for slips. */
const beginsAlike = (short: readonly string[], long: readonly string[]): boolean =>
  short.length <= long.length && short.every((word, i) => word === long[i] || isOneSlip(word, long[i]!));
