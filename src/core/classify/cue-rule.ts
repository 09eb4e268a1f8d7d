import type { PressKind } from '@/core/venues';
import type { Design, TermSets } from '@/core/vocabularies';
import type { Attribute, Tier } from './claim';

/**
 * Where a cue may stand. `methods` are methods sentences, `results` those of a section of results, `abstract` any
 * sentence, `heading` an index heading, `venue` the title of the journal or book, `note` free notes and the publisher.
 */
export const ZONES = ['title', 'methods', 'results', 'abstract', 'heading', 'venue', 'note'] as const;
export type Zone = (typeof ZONES)[number];

/** A sign in the text, as data. `hits` and `misses` are read by its tests in the zone named first. */
export interface CueRule {
  readonly id: string;
  readonly tier: Extract<Tier, 'self-named' | 'asserted' | 'venue' | 'strong' | 'weak'>;
  readonly zones: readonly Zone[];
  readonly pattern: RegExp;
  /** A match in whose sentence (or title) this stands is set aside: the words are only mentioned. */
  readonly unless?: RegExp;
  readonly sets: TermSets;
  /** Values that it rules out, for signs that say what a thing is not. */
  readonly excludes?: TermSets;
  readonly attribute?: Attribute;
  /** Designs that a review includes. */
  readonly includes?: readonly Design[];
  /** It describes a design without naming it, and is not asked where the text itself names one. */
  readonly told?: true;
  /** Rules that, when they fire anywhere in the record, take this one's claims away: what it saw belongs to what they saw. */
  readonly yieldsTo?: readonly string[];
  /** Says what kind of press published it. */
  readonly press?: PressKind;
  /** Says that its venue is, or is not, refereed. */
  readonly venue?: 'refereed' | 'not-refereed';
  readonly explain: string;
  readonly hits: readonly string[];
  readonly misses: readonly string[];
}
