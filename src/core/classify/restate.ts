import { type BibRecord, readable, readableNotes } from '@/core/record';
import type { Mask } from '@/core/vocabularies';
import type { Claim } from './claim';
import { addUsualSource, addWhatFollows, besideStated, leftOf, type RecordClaims, SOURCE_FOLLOWS } from './claims-of-record';
import { notesOf } from './notes';
import { type DatabaseScope, statedClaims } from './stated';
import { BOUND_TO_SOURCES, UsualText } from './usual';

/** What terms and databases state, apart from what the text says. */
const isStated = (c: Claim): boolean => c.field === 'type' || c.field === 'database';

/**
 * The claims of a record under another map or statement of its database: what the text says stands as it was read, and
 * is judged together with what the terms say now. The text is looked at again only where another publication type or
 * design is left, for what is usual then.
 * @param old its claims by the rules as they are, under any scope
 * @returns the same as `claimsOfRecord` with that scope
 */
export function restatedClaims(old: RecordClaims, given: BibRecord, scope: DatabaseScope): RecordClaims {
  const stated = statedClaims(given, scope, readableNotes(notesOf(given)));
  const said = old.claims.filter((c) => !isStated(c) && !c.usual).map(unwidened);
  const claims = besideStated([...stated.claims, ...said]);
  const before = old.claims.filter((c) => !c.usual);
  const text = new UsualText(readable(given));
  if (!sameOn('publicationType', before, claims) || !sameOn('design', before, claims)) addWhatFollows(claims, text);
  else if (sameOn('sourceType', before, claims)) claims.push(...old.claims.filter((c) => c.usual));
  else {
    const follows = old.claims.filter((c) => c.usual && !isUsualSource(c));
    const publication = publicationLeft(claims, follows);
    claims.push(...follows);
    if (publication !== 0) addUsualSource(claims, text, publication);
  }
  return { ...old, claims, unmapped: stated.unmapped };
}

function unwidened(c: Claim): Claim {
  if (c.own === undefined) return c;
  const { own, ...claim } = c;
  return { ...claim, mask: own };
}

const isUsualSource = (c: Claim): boolean => c.axis === 'sourceType' && c.rule !== SOURCE_FOLLOWS && !BOUND_TO_SOURCES.has(c.rule);

function sameOn(axis: Claim['axis'], a: readonly Claim[], b: readonly Claim[]): boolean {
  const [x, y] = [a.filter((c) => c.axis === axis), b.filter((c) => c.axis === axis)];
  return x.length === y.length && x.every((c, i) => c.mask === y[i]!.mask && c.tier === y[i]!.tier);
}

/** What is left of the publication type with what was usual for it. */
function publicationLeft(claims: readonly Claim[], follows: readonly Claim[]): Mask {
  const left = leftOf(claims, 'publicationType');
  const usual = follows.find((c) => c.axis === 'publicationType' && !BOUND_TO_SOURCES.has(c.rule));
  return usual ? (left & usual.mask) >>> 0 : left;
}
