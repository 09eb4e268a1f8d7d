import { type Aside, CLAIM_AXES, type Claim, type ClaimAxis, makeClaim, TIERS } from './claim';
import type { RecordClaims } from './claims-of-record';

/** A claim without the names of its fields: axis and tier as numbers; offsets and what is usual only where there are any. */
type PackedClaim = [axis: number, mask: number, rule: string, tier: number, field: string, quote: string, ...rest: number[]];
type PackedAside = [axis: number, rule: string, field: Aside['field'], quote: string, start: number, end: number];

/** How a record's claims are stored: half as long as with every name written out, and they are read by the hundred thousand. */
export interface PackedClaims extends Omit<RecordClaims, 'claims' | 'asides'> {
  claims: PackedClaim[];
  asides: PackedAside[];
}

const AXIS_NUMBER = Object.fromEntries(CLAIM_AXES.map((axis, i) => [axis, i])) as Record<ClaimAxis, number>;
const TIER_NUMBER = Object.fromEntries(TIERS.map((tier, i) => [tier, i])) as Record<Claim['tier'], number>;

export const packClaims = (doc: RecordClaims): PackedClaims => ({
  ...doc,
  claims: doc.claims.map((c) => {
    const packed: PackedClaim = [AXIS_NUMBER[c.axis], c.mask, c.rule, TIER_NUMBER[c.tier], c.field, c.quote];
    if (c.usual) packed.push(c.start, c.end, 1);
    else if (c.end) packed.push(c.start, c.end);
    return packed;
  }),
  asides: doc.asides.map((a) => [AXIS_NUMBER[a.axis], a.rule, a.field, a.quote, a.start, a.end]),
});

/** Claims that an earlier version stored stand there unpacked until they are derived again, and are read as they are. */
export const unpackClaims = (doc: PackedClaims | RecordClaims): RecordClaims => (isPacked(doc) ? unpacked(doc) : doc);

const isPacked = (doc: PackedClaims | RecordClaims): doc is PackedClaims => Array.isArray(doc.claims[0] ?? doc.asides[0] ?? []);

const unpacked = (doc: PackedClaims): RecordClaims => ({
  ...doc,
  claims: doc.claims.map(([axis, mask, rule, tier, field, quote, start = 0, end = 0, usual]) =>
    makeClaim(CLAIM_AXES[axis]!, mask, rule, TIERS[tier]!, field, quote, start, end, usual ? true : undefined),
  ),
  asides: doc.asides.map(([axis, rule, field, quote, start, end]) => ({ axis: CLAIM_AXES[axis]!, rule, field, quote, start, end })),
});
