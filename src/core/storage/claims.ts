import {
  type Aside,
  ATTRIBUTES,
  CLAIM_AXES,
  type Claim,
  type ClaimAxis,
  type ClaimSheet,
  makeClaim,
  type RecordClaims,
  type SaidBeside,
  TIERS,
  type Tier,
  VENUE_FACTS,
} from '@/core/classify';
import { PRESS_KINDS } from '@/core/venues';
import { CODED_AXES } from '@/core/vocabularies';
import { OtherForm, stampOf, storedForm } from './form';

/** What stands for an axis, and for a tier, in claims that are kept: by name, so that their order may change. */
const AXIS_CODES: Record<ClaimAxis, string> = {
  sourceType: 's',
  publicationType: 'p',
  peerReview: 'r',
  design: 'd',
  attribute: 'a',
  includes: 'i',
  venue: 'v',
  press: 'q',
  level: 'l',
};
const TIER_CODES: Record<Tier, string> = { ruled: 'r', 'self-named': 'n', asserted: 'a', venue: 'v', strong: 's', weak: 'w' };
const AXES = new Map(CLAIM_AXES.map((axis) => [AXIS_CODES[axis], axis]));
const TIER_OF = new Map(TIERS.map((tier) => [TIER_CODES[tier], tier]));

/** Masks mean values by their place, and which tiers there are decides what a claim outranks. */
export const CLAIMS_FORM = storedForm('claims', 5, [
  Object.entries(CODED_AXES).map(([axis, { values }]) => [axis, values.map((v) => v.code)]),
  [AXIS_CODES, TIER_CODES, TIERS],
  [ATTRIBUTES, VENUE_FACTS, PRESS_KINDS],
]);
const STAMP = stampOf(CLAIMS_FORM);

/** A claim without the names of its fields; offsets, what is usual, and what it said before it was widened only where there is any. */
type PackedClaim = [axis: string, mask: number, rule: string, tier: string, field: string, quote: string, ...rest: number[]];
type PackedAside = [axis: string, rule: string, field: Aside['field'], quote: string, start: number, end: number];

/** How a record's claims are kept: half as long as with every name written out, and they are read by the hundred thousand. */
export interface PackedClaims extends Omit<RecordClaims, 'claims' | 'asides'> {
  form: string;
  claims: PackedClaim[];
  asides: PackedAside[];
}

export const packClaims = (doc: RecordClaims): PackedClaims => ({
  ...doc,
  form: STAMP,
  claims: doc.claims.map((c) => {
    const packed: PackedClaim = [AXIS_CODES[c.axis], c.mask, c.rule, TIER_CODES[c.tier], c.field, c.quote];
    if (c.own !== undefined) packed.push(c.start, c.end, 0, c.own);
    else if (c.usual) packed.push(c.start, c.end, 1);
    else if (c.end) packed.push(c.start, c.end);
    return packed;
  }),
  asides: doc.asides.map(packAside),
});

const AXIS_TEXTS = CLAIM_AXES.map((axis) => `["${AXIS_CODES[axis]}",`);
const TIER_TEXTS = TIERS.map((tier) => `,"${TIER_CODES[tier]}",`);

/** What `packClaims` makes of a record's claims, as JSON, written from a sheet. @param likely what is likely by the text, packed */
export function claimsText({ dates, place, asides, unmapped, flags, facets }: SaidBeside, sheet: ClaimSheet, likely: string): string {
  const json = JSON.stringify;
  let claims = '';
  for (let i = 0; i < sheet.length; i++) {
    const own = sheet.ownOf(i);
    const usual = sheet.isUsual(i);
    const [start, end] = [sheet.starts[i]!, sheet.ends[i]!];
    if (i > 0) claims += ',';
    claims += `${AXIS_TEXTS[sheet.axes[i]!]!}${sheet.masks[i]},"${sheet.rules[i]}"${TIER_TEXTS[sheet.tiers[i]!]!}"${sheet.fields[i]}",${json(sheet.quotes[i])}`;
    if (own !== null) claims += `,${start},${end},0,${own}`;
    else if (usual) claims += `,${start},${end},1`;
    else if (end > 0) claims += `,${start},${end}`;
    claims += ']';
  }
  const rest = json({ asides: asides.map(packAside), unmapped, flags, facets, likely, form: STAMP });
  return `{"dates":${json(dates)},"place":${json(place)},"claims":[${claims}],${rest.slice(1)}`;
}

const packAside = (a: Aside): PackedAside => [AXIS_CODES[a.axis], a.rule, a.field, a.quote, a.start, a.end];

/** @throws OtherForm when they were kept by another version of the program, or by other vocabularies */
export function unpackClaims({ form, ...doc }: PackedClaims): RecordClaims {
  if (form !== STAMP) throw new OtherForm(CLAIMS_FORM, form ?? '');
  return {
    ...doc,
    claims: doc.claims.map(([axis, mask, rule, tier, field, quote, start = 0, end = 0, usual, own]): Claim => {
      const claim = makeClaim(AXES.get(axis)!, mask, rule, TIER_OF.get(tier)!, field, quote, start, end, usual ? true : undefined);
      return own === undefined ? claim : { ...claim, own };
    }),
    asides: doc.asides.map(([axis, rule, field, quote, start, end]) => ({ axis: AXES.get(axis)!, rule, field, quote, start, end })),
  };
}
