import type { ComparedKeys } from './merge-keys';
import { isOneSlip, jaroWinkler } from './strings';
import type { Outcome } from './weights';

type Name = ComparedKeys['people'][number];

/** "mueller" and "muller", "joergensen" and "jorgensen", "haakansson" and "hakansson". Common practice of transcription. */
const transcribed = (name: string): string => name.replace(/oe/g, 'o').replace(/ue/g, 'u').replace(/ae|aa/g, 'a');

/** From here on, two family names of five letters or more are one name spelt twice. Winkler's examples of one name lie above it. */
const ALIKE = 0.93;

function sameFamily(a: string, b: string): boolean {
  if (a === b) return true;
  if (a[0] !== b[0] || a.length < 4 || b.length < 4) return false;
  if (transcribed(a) === transcribed(b) || a.replace(/ /g, '') === b.replace(/ /g, '')) return true;
  if (a.length < 5 || b.length < 5) return false;
  return isOneSlip(a, b) || jaroWinkler(a, b) >= ALIKE;
}

/** Initials and given names agree as far as both go: "J R" and "Jean-René", "M" and "Mary Ann"; missing ones agree with all. */
function sameGiven(a: string, b: string): boolean {
  if (!a || !b || a === b) return true;
  if (a[0] !== b[0]) return false;
  const [x, y] = [firstOf(a, b), firstOf(b, a)];
  if (x.length < 2 || y.length < 2 || x.startsWith(y) || y.startsWith(x)) return true;
  return transcribed(x) === transcribed(y) || isOneSlip(x, y);
}

/** The first given name, or the first of initials that stand without spaces: "jr" beside "jean rene" is "j". */
function firstOf(name: string, other: string): string {
  const space = name.indexOf(' ');
  const first = space < 0 ? name : name.slice(0, space);
  const run = space < 0 && name.length >= 2 && name.length <= 3 && !other.startsWith(name);
  return run ? first[0]! : first;
}

const turned = (x: Name, y: Name): boolean => x[0] !== '' && x[1] !== '' && sameFamily(x[0], y[1]) && sameGiven(x[1], y[0]);
/** One has its family name where the other has its given name, whichever of them is right. */
const crossed = (x: Name, y: Name): boolean => turned(x, y) || turned(y, x);

/** A body has one name, which nothing can swap. */
const isBody = (x: Name, y: Name): boolean => x[1] === '' && y[1] === '' && sameFamily(x[0], y[0]);

/** How the authors of two records agree; "" when one of them names none. */
export function comparePeople(a: ComparedKeys, b: ComparedKeys): Outcome<'people'> | '' {
  const [left, right] = [a.people, b.people];
  if (left.length === 0 || right.length === 0) return '';
  const n = Math.min(left.length, right.length);
  const [firstA, firstB] = [left[0]!, right[0]!];
  if (sameFamily(firstA[0], firstB[0])) {
    if (!sameGiven(firstA[1], firstB[1])) return 'initials';
    let equal = 1;
    for (let i = 1; i < n; i++) if (sameFamily(left[i]![0], right[i]![0]) && sameGiven(left[i]![1], right[i]![1])) equal++;
    if (equal === n && (a.peopleCount === b.peopleCount || n >= 3)) return 'same';
    return equal >= 0.6 * n ? 'first' : 'some';
  }
  if (crossed(firstA, firstB) && left.slice(0, n).every((x, i) => crossed(x, right[i]!) || isBody(x, right[i]!))) return 'swapped';
  let shared = 0;
  for (const x of left)
    for (const y of right)
      if (sameFamily(x[0], y[0]) && sameGiven(x[1], y[1])) {
        shared++;
        break;
      }
  return shared > 0 && shared >= 0.5 * n ? 'some' : 'differs';
}
