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

/** Facts about a design that move its evidence level. */
export const ATTRIBUTES = ['includes-randomised-only', 'concurrent-control'] as const;
export type Attribute = (typeof ATTRIBUTES)[number];

/** Something one record says about one axis of its work: the values it still allows, and the words it rests on. */
export interface Claim {
  axis: CodedAxis | 'attribute';
  mask: Mask;
  rule: string;
  tier: Tier;
  /** `title`, `abstract`, `type`, `heading` or `database`. */
  field: string;
  quote: string;
  /** Offsets of the quote in `title` or `abstract`; 0, 0 elsewhere. */
  start: number;
  end: number;
}

/** Words that a rule looked at and set aside, because their context says that they are only mentioned. */
export interface Aside {
  axis: CodedAxis | 'attribute';
  rule: string;
  field: 'title' | 'abstract';
  quote: string;
  start: number;
  end: number;
}

/** A claim together with the record that makes it. */
export interface SourcedClaim extends Claim {
  record: number;
}
