import type { CodedAxis, Mask } from '@/core/vocabularies';

/** How strongly a claim is made, strongest first. */
export const TIERS = ['ruled', 'self-named', 'asserted', 'venue', 'strong', 'weak'] as const;
export type Tier = (typeof TIERS)[number];
/** Tiers that somebody states; the rest are inferred from text. */
export const STATED_TIERS: readonly Tier[] = TIERS.slice(0, 4);

export const TIER_WORDS: Record<Tier, { pill: string; meaning: string }> = {
  ruled: { pill: 'ruled', meaning: 'A person ruled so, with a reason.' },
  'self-named': { pill: 'stated', meaning: 'The item calls itself so in its title.' },
  asserted: { pill: 'stated', meaning: 'A database, register or standard vocabulary states it about this item.' },
  venue: { pill: 'stated', meaning: 'It is stated about the venue, by a register or by the scope of the database.' },
  strong: { pill: 'inferred', meaning: 'Inferred from the title, the methods or the headings.' },
  weak: { pill: 'inferred', meaning: 'Inferred from a weaker sign in the text.' },
};

/** Facts about a design that move its evidence level. The order is the bit order of stored masks: add at the end. */
export const ATTRIBUTES = [
  'concurrent-control',
  'inception-cohort',
  'blinded-reference',
  'random-sample',
  'crossover-in-clusters',
  'historical-control',
] as const;
export type Attribute = (typeof ATTRIBUTES)[number];
export const ATTRIBUTE_WORDS: Readonly<Record<Attribute, string>> = {
  'concurrent-control': 'compared with a group observed at the same time',
  'inception-cohort': 'followed from the beginning of the condition',
  'blinded-reference': 'consecutive people, and a reference standard read without knowing the test',
  'random-sample': 'a random sample or a census',
  'crossover-in-clusters': 'clusters crossed over between conditions',
  'historical-control': 'compared with an earlier group',
};

/** What may be stated of a venue: of the one an item stands in, or, by a database, of all journals in it. */
export const VENUE_FACTS = ['refereed', 'not-refereed', 'refereed-if-a-journal'] as const;

/** The order is that of stored numbers: add at the end. */
export const CLAIM_AXES = [
  'sourceType',
  'publicationType',
  'peerReview',
  'design',
  'attribute',
  'includes',
  'venue',
  'press',
  'level',
] as const satisfies readonly (CodedAxis | 'attribute' | 'includes' | 'venue' | 'press' | 'level')[];
/**
 * What a claim speaks of: an axis, or the level when a person moved it; a fact about the design; the designs that a review includes (a mask of designs); the
 * venue (a mask of VENUE_FACTS) or the press (a mask of PRESS_KINDS) that an item stands in.
 */
export type ClaimAxis = (typeof CLAIM_AXES)[number];

/** Something one record says about one axis of its work: the values it still allows, and the words it rests on. */
export interface Claim {
  axis: ClaimAxis;
  mask: Mask;
  rule: string;
  tier: Tier;
  /** `title`, `abstract`, `type`, `heading`, `venue`, `note`, `shape`, `database`, `register` or `publicationType`. */
  field: string;
  quote: string;
  /** Offsets of the quote in `title` or `abstract`; 0, 0 elsewhere. */
  start: number;
  end: number;
  /** What is usual when nothing else is said. It gives way to any other claim, and is then no disagreement. */
  usual?: true | undefined;
  /** What it said before it was widened to the kind that the record states; only where it was. */
  own?: Mask;
}

/** Makes a claim. All are made here, with their fields in one order, which keeps what reads them by the thousand fast. */
export const makeClaim = (
  axis: ClaimAxis,
  mask: Mask,
  rule: string,
  tier: Tier,
  field: string,
  quote: string,
  start = 0,
  end = 0,
  usual: true | undefined = undefined,
): Claim => ({ axis, mask, rule, tier, field, quote, start, end, usual });

/** Words that a rule looked at and set aside, because their context says that they are only mentioned. */
export interface Aside {
  axis: ClaimAxis;
  rule: string;
  field: 'title' | 'abstract';
  quote: string;
  start: number;
  end: number;
}

/** A claim together with the record that makes it; -1 when it follows from other axes, -2 for a person's ruling. */
export interface SourcedClaim extends Claim {
  record: number;
  /** It disagrees with what stronger claims left of its axis. */
  dissents: boolean;
}
