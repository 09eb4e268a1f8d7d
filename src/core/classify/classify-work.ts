import { EMPTY_REGISTER, type VenueRegister } from '@/core/venues';
import { ALL, axisMask, type CodedAxis, EDITORIAL_MATTER, fullMask, type Mask } from '@/core/vocabularies';
import { type Aside, type Claim, type SourcedClaim, STATED_TIERS, type Tier } from './claim';
import type { Flag } from './claims-of-record';
import { datesOf, type WorkDates } from './dates';
import { designsOfPublication } from './design-of-publication';
import type { Facet } from './facet-words';
import { facetsOfWork, type WorkFacet } from './facets';
import { type Lists, listedFacets } from './listed';
import { type PressState, peerReviewOf, type VenueState } from './peer-review';
import type { RecordOfWork } from './record-of-work';
import { type AxisResult, type Resolution, resolveAxis, statusOf, weaker } from './resolve';
import { effectiveRulings, type RuledAxis, ruledClaim, ruledLevel } from './rulings';
import type { LevelTable } from './schemes';
import { BOUND_TO_SOURCES } from './usual';
import { registerClaims, type VenueKnown, venueState } from './venue-claims';
import type { WorkAxis } from './work-axes';

/** What is likely of a work by its text, within what its claims leave: by axis, and where the two share nothing. */
export type LikelyMasks = Record<WorkAxis, Mask> & { disputed: readonly WorkAxis[] };

/** What is known of a work on each axis, with every claim it rests on. */
export interface Classification {
  axes: Record<WorkAxis, AxisResult<SourcedClaim>>;
  attributes: Mask;
  /** Designs that a review includes, as far as it says; 0 when it does not. */
  includes: Mask;
  venue: VenueState;
  press: PressState;
  dates: WorkDates;
  facets: Record<Facet, WorkFacet>;
  flags: Flag[];
  claims: readonly SourcedClaim[];
  asides: (Aside & { record: number })[];
  unmapped: string[];
  /** Absent where nothing is narrower than what the claims leave. */
  likely?: LikelyMasks | undefined;
}

/** What beside the records themselves bears on a classification. */
export interface Judged {
  register?: VenueRegister;
  /** Rulings on this work. */
  ruled?: readonly RuledAxis[];
  /** Lists of holdings and of the standing of venues. */
  lists?: Lists | undefined;
}

/** Written out: a spread costs several times as much, and there are a score of claims to a record. */
const sourced = (c: Claim, record: number): SourcedClaim => ({
  axis: c.axis,
  mask: c.mask,
  rule: c.rule,
  tier: c.tier,
  field: c.field,
  quote: c.quote,
  start: c.start,
  end: c.end,
  usual: c.usual,
  record,
  dissents: false,
});

const sourcedAside = (a: Aside, record: number) => ({
  axis: a.axis,
  rule: a.rule,
  field: a.field,
  quote: a.quote,
  start: a.start,
  end: a.end,
  record,
});

/** Resolves every axis of a work from all claims of all its records. The order of records does not matter. */
export function classifyWork(records: readonly RecordOfWork[], levels: LevelTable, judged: Judged = {}): Classification {
  const ordered = records.length === 1 ? records : [...records].sort((a, b) => a.key - b.key);
  let claims: SourcedClaim[] = [];
  const rulings = judged.ruled?.length ? effectiveRulings(judged.ruled) : [];
  for (const ruling of rulings) if (ruling.axis !== 'level') claims.push(ruledClaim({ ...ruling, axis: ruling.axis }));
  for (const { key, found } of ordered) for (const c of found.claims) claims.push(sourced(c, key));
  const listed = registerClaims(ordered, judged.register ?? EMPTY_REGISTER);
  // Where a register says that a venue is for a trade or the public, what is usual in journals is not usual.
  if (listed.some((c) => c.axis === 'sourceType' && (c.mask & ~POPULAR) === 0)) claims = claims.filter(isUsualInPopular);
  claims.push(...listed);
  const sourceType = onAxis(claims, 'sourceType');
  if (claims.some((c) => isOutOfPlace(c, sourceType))) claims = claims.filter((c) => !isOutOfPlace(c, sourceType));
  const publicationType = onAxis(claims, 'publicationType');
  claims.push(...designClaims(publicationType));
  const design = onAxis(claims, 'design');
  // What a protocol or a comment tells of a design is its subject: no disagreement with what it is.
  const follows = designsOfPublication(publicationType.stated.mask);
  if (follows !== null && (follows & ~NO_STUDY) === 0) design.dissents = design.dissents.filter((c) => STATED_TIERS.includes(c.tier));
  const [facts, statedFacts] = [venueState(claims, false), venueState(claims, true)];
  let [attributes, includes] = [0, 0];
  for (const c of claims) {
    if (c.axis === 'attribute') attributes |= c.mask;
    else if (c.axis === 'includes') includes |= c.mask;
  }
  const plain = withoutUsual(claims, 'design');
  const level = deriveLevel({ design, plain, publicationType, attributes, includes }, levels);
  const ruling = rulings.find((r) => r.axis === 'level');
  const axes = {
    sourceType,
    publicationType,
    peerReview: derivePeerReview(sourceType, publicationType, onAxis(claims, 'peerReview'), facts, statedFacts),
    design,
    level: ruling ? moved(level, ruling, levels, claims) : level,
  };
  for (const { dissents } of Object.values(axes)) for (const c of dissents) c.dissents = true;
  return {
    axes,
    attributes,
    includes,
    venue: facts.venue,
    press: facts.press,
    dates: datesOf(ordered.map((r) => r.found.dates)),
    facets: facetsOf(ordered, judged.lists),
    flags: [...new Set(ordered.flatMap((r) => r.found.flags))].sort(),
    claims,
    asides: ordered.flatMap((r) => r.found.asides.map((a) => sourcedAside(a, r.key))),
    unmapped: [...new Set(ordered.flatMap((r) => r.found.unmapped))].sort(),
  };
}

function facetsOf(records: readonly RecordOfWork[], lists: Lists | undefined): Record<Facet, WorkFacet> {
  const facets = facetsOfWork(records.map((r) => ({ key: r.key, facets: r.found.facets })));
  return lists ? { ...facets, ...listedFacets(records, facets, lists) } : facets;
}

const NO_STUDY = axisMask('design', ['not-a-study', 'expert-opinion']);

/** Resolves an axis from its own among all claims. */
function onAxis(claims: readonly SourcedClaim[], axis: CodedAxis): AxisResult<SourcedClaim> {
  const own: SourcedClaim[] = [];
  for (let i = 0; i < claims.length; i++) if (claims[i]!.axis === axis) own.push(claims[i]!);
  return resolveAxis(own, ALL[axis]);
}

const POPULAR = axisMask('sourceType', ['trade-journal', 'magazine', 'newspaper', 'newswire', 'web']);
const NEWS_MATTER = axisMask('publicationType', EDITORIAL_MATTER);
const isUsualInPopular = (c: SourcedClaim) => !c.usual || (c.axis === 'publicationType' && (c.mask & NEWS_MATTER) !== 0);

/** Whether a claim says what is usual only in venues of which this is none. */
function isOutOfPlace(c: SourcedClaim, source: Resolution): boolean {
  const bound = c.usual ? BOUND_TO_SOURCES.get(c.rule) : undefined;
  return bound !== undefined && (source.mask & ~bound) !== 0;
}

/** A design follows from the publication type where that leaves no choice (a protocol is not a study). */
function designClaims(publicationType: AxisResult): SourcedClaim[] {
  const made: SourcedClaim[] = [];
  const add = (from: Resolution, stated: boolean) => {
    const mask = from.status === 'conflicting' ? null : designsOfPublication(from.mask);
    const tier = from.tier;
    if (mask === null || tier === null || (stated && !STATED_TIERS.includes(tier))) return;
    if (made.some((m) => m.tier === tier && m.mask === mask)) return;
    made.push({
      axis: 'design',
      mask,
      rule: 'design-follows-publication-type',
      tier,
      field: 'publicationType',
      quote: '',
      start: 0,
      end: 0,
      record: -1,
      dissents: false,
    });
  };
  add(publicationType.stated, true);
  add(publicationType, false);
  return made;
}

const FULL_PEER = ALL.peerReview;

function derivePeerReview(
  source: AxisResult,
  publication: AxisResult,
  direct: AxisResult<SourcedClaim>,
  known: VenueKnown,
  knownStated: VenueKnown,
): AxisResult<SourcedClaim> {
  return {
    ...peerReview(source, publication, direct, known),
    stated: peerReview(source.stated, publication.stated, direct.stated, knownStated),
    dissents: direct.dissents,
    disputed: direct.disputed,
  };
}

function peerReview(source: Resolution, publication: Resolution, direct: Resolution, known: VenueKnown): Resolution {
  const derived = peerReviewOf(source.mask, publication.mask, known.venue, known.press);
  // A direct statement (a ruling, an indexer's "Preprint") comes before what follows from other axes.
  if (direct.tier !== null) {
    const mask = (derived & direct.mask) >>> 0 || direct.mask;
    return { mask, status: direct.status === 'conflicting' ? 'conflicting' : statusOf(mask, FULL_PEER), tier: direct.tier };
  }
  const status = statusOf(derived, FULL_PEER);
  return {
    mask: derived,
    status: known.conflict && status !== 'settled' ? 'conflicting' : status,
    tier: derived === FULL_PEER ? null : tierOfDerived(source, publication, known, derived),
  };
}

/** The tier of the weakest input that the derived value needs; an input that changes nothing does not count. */
function tierOfDerived(source: Resolution, publication: Resolution, { venue, press }: VenueKnown, derived: Mask): Tier {
  const needed: Tier[] = [];
  if (source.tier && peerReviewOf(ALL.sourceType, publication.mask, venue, press) !== derived) needed.push(source.tier);
  if (publication.tier && peerReviewOf(source.mask, ALL.publicationType, venue, press) !== derived) needed.push(publication.tier);
  if (venue !== 'unknown' || press !== 'unknown') needed.push('venue');
  return needed.reduce<Tier>((a, b) => weaker(a, b)!, needed[0] ?? 'weak');
}

interface LevelInputs {
  design: AxisResult;
  /** The design by what is said alone; null where nothing usual was added to it. */
  plain: AxisResult | null;
  publicationType: AxisResult;
  attributes: Mask;
  includes: Mask;
}

function deriveLevel({ design, plain, publicationType, attributes, includes }: LevelInputs, levels: LevelTable): AxisResult<SourcedClaim> {
  const all = fullMask(levels.scheme.levels.length);
  const derive = (d: Resolution, p: Resolution, attr: Mask, inc: Mask): Resolution => {
    const mask = levels.levelsOf(d.mask, attr, inc, p.mask);
    const refined = (attr !== 0 || inc !== 0) && levels.levelsOf(d.mask, 0, 0, p.mask) !== mask;
    const inputs =
      levels.usesPublications && levels.levelsOf(d.mask, attr, inc) !== mask ? (d.tier ? weaker(d.tier, p.tier) : p.tier) : d.tier;
    const open = statusOf(mask, all) !== 'settled';
    return {
      mask,
      status:
        open && (d.status === 'conflicting' || (levels.usesPublications && p.status === 'conflicting'))
          ? 'conflicting'
          : statusOf(mask, all),
      tier: mask === all ? null : refined ? weaker(inputs, 'strong') : inputs,
    };
  };
  // Facts about a design are inferred from text, so the stated level does without them.
  const { mask, status, tier } = derive(design, publicationType, attributes, includes);
  const stated = derive(design.stated, publicationType.stated, 0, 0);
  // Where stronger claims leave the same level, what is weaker had no part in it.
  const said = plain && derive(plain, publicationType, attributes, includes);
  return {
    mask,
    status,
    tier: stated.mask === mask ? stated.tier : said?.mask === mask ? said.tier : tier,
    stated,
    dissents: [],
    disputed: 0,
  };
}

function withoutUsual(claims: readonly SourcedClaim[], axis: CodedAxis): AxisResult | null {
  if (!claims.some((c) => c.axis === axis && c.usual)) return null;
  return resolveAxis(
    claims.filter((c) => c.axis === axis && !c.usual),
    ALL[axis],
  );
}

/** A level that a person moved, with the ruling as its only claim. */
function moved(level: AxisResult<SourcedClaim>, ruling: RuledAxis, levels: LevelTable, claims: SourcedClaim[]): AxisResult<SourcedClaim> {
  const mask = ruledLevel(ruling, levels.scheme);
  if (mask === 0) return level;
  const resolution: Resolution = { mask, status: statusOf(mask, fullMask(levels.scheme.levels.length)), tier: 'ruled' };
  claims.push({ ...ruledClaim({ ...ruling, axis: 'design', codes: [] }), axis: 'level', mask });
  return { ...level, ...resolution, stated: resolution, disputed: 0 };
}
