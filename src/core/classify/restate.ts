import { type BibRecord, readable, readableNotes } from '@/core/record';
import type { Mask } from '@/core/vocabularies';
import type { Claim } from './claim';
import { ClaimSheet } from './claim-sheet';
import { addUsualSource, addWhatFollows, type RecordClaims, type SaidBeside, SOURCE_FOLLOWS, widenBesideStated } from './claims-of-record';
import { notesOf } from './notes';
import { addStated, type DatabaseScope } from './stated';
import { BOUND_TO_SOURCES, UsualText } from './usual';

/** What terms and databases state, apart from what the text says. */
const isStated = (c: Claim): boolean => c.field === 'type' || c.field === 'database';

/**
 * The claims of a record under another map or statement of its database, on a sheet, which is cleared before: what the text
 * says stands as it was read, and is judged together with what the terms say now. The text is looked at again only where
 * another publication type or design is left, for what is usual then.
 * @param old its claims by the rules as they are, under any scope
 * @returns the same as `readClaims` with that scope
 */
export function restateClaims(sheet: ClaimSheet, old: RecordClaims, given: BibRecord, scope: DatabaseScope): SaidBeside {
  sheet.clear();
  const unmapped = addStated(sheet, given, scope, readableNotes(notesOf(given)));
  for (const c of old.claims) if (!isStated(c) && !c.usual) sheet.take(c, true);
  widenBesideStated(sheet);
  const before = ClaimSheet.of(old.claims.filter((c) => !c.usual));
  const text = new UsualText(readable(given));
  if (!sameOn('publicationType', before, sheet) || !sameOn('design', before, sheet)) addWhatFollows(sheet, text);
  else if (sameOn('sourceType', before, sheet)) {
    for (const c of old.claims) if (c.usual) sheet.take(c);
  } else {
    const follows = old.claims.filter((c) => c.usual && !isUsualSource(c));
    const publication = publicationLeft(sheet, follows);
    for (const c of follows) sheet.take(c);
    if (publication !== 0) addUsualSource(sheet, text, publication);
  }
  const { claims: _, likely: __, ...said } = old;
  return { ...said, unmapped };
}

const isUsualSource = (c: Claim): boolean => c.axis === 'sourceType' && c.rule !== SOURCE_FOLLOWS && !BOUND_TO_SOURCES.has(c.rule);

function sameOn(axis: Claim['axis'], a: ClaimSheet, b: ClaimSheet): boolean {
  const [x, y] = [a.placesOf(axis), b.placesOf(axis)];
  return x.length === y.length && x.every((i, k) => a.masks[i] === b.masks[y[k]!] && a.tiers[i] === b.tiers[y[k]!]);
}

/** What is left of the publication type with what was usual for it. */
function publicationLeft(sheet: ClaimSheet, follows: readonly Claim[]): Mask {
  const left = sheet.left('publicationType');
  const usual = follows.find((c) => c.axis === 'publicationType' && !BOUND_TO_SOURCES.has(c.rule));
  return usual ? (left & usual.mask) >>> 0 : left;
}
