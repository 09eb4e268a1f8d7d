import type { TermSets } from '@/core/vocabularies';
import type { Attribute, Tier } from './claim';

/** Where a cue may stand. `methods` are methods sentences, `abstract` any sentence, `heading` an index heading. */
export type Zone = 'title' | 'methods' | 'abstract' | 'heading';

/** A sign in the text, as data. `hits` and `misses` are read by its tests in the zone named first. */
export interface CueRule {
  readonly id: string;
  readonly tier: Extract<Tier, 'self-named' | 'strong' | 'weak'>;
  readonly zones: readonly Zone[];
  readonly pattern: RegExp;
  /** A match in whose sentence (or title) this stands is set aside: the words are only mentioned. */
  readonly unless?: RegExp;
  readonly sets: TermSets;
  readonly attribute?: Attribute;
  readonly explain: string;
  readonly hits: readonly string[];
  readonly misses: readonly string[];
}
