import type { BibRecord } from '@/core/record';
import type { CodedAxis, PublicationType, SourceType, TermSets } from '@/core/vocabularies';

/**
 * What a reader takes for granted when a set of possible values is down to a few and nothing in the text speaks for
 * the rarer ones. Such a claim is the weakest there is: it gives way to any other, and is then no disagreement.
 */
export interface UsualRule<Axis extends CodedAxis = CodedAxis> {
  readonly id: string;
  readonly axis: Axis;
  /** It applies when nothing outside these values is possible any more … */
  readonly among: NonNullable<TermSets[Axis]>;
  /** … and these still are, with others beside them. */
  readonly to: NonNullable<TermSets[Axis]>;
  /** Words of title, abstract and container that speak for one of the others. */
  readonly lacks?: RegExp;
  readonly has?: RegExp;
  readonly when?: (record: BibRecord) => boolean;
  /** Without an abstract the words could not be expected. */
  readonly needsAbstract?: number;
  /** The words are looked for in the title only, and a title without English words may lack them all the same. */
  readonly titleOnly?: true;
  /** It holds only where nothing else is left as the source type of the work; a register of venues may settle that. */
  readonly sources?: readonly SourceType[];
  /** It holds only where nothing but these is left as the publication type. */
  readonly publications?: readonly PublicationType[];
  /** It speaks of how a study was done, so nothing but reports of research may be left as its publication type. */
  readonly research?: true;
  readonly explain: string;
  /** Abstracts (or other fields of records) to which it applies, and to which it does not. */
  readonly hits: readonly (string | Partial<BibRecord>)[];
  readonly misses: readonly (string | Partial<BibRecord>)[];
}
/** Gives a rule its type: each speaks of the values of one axis. */
export const usually = <Axis extends CodedAxis>(r: UsualRule<Axis>): UsualRule => r as unknown as UsualRule;

export const REVIEW_WORDS =
  /\b(?:review\w*|meta-?analy\w+|overview|guidelines?|recommendations?|case reports?|protocol|letter|editorial|commentary|in reply)\b/i;
export const SYSTEMATIC_WORDS =
  /\b(?:systematic\w*|meta-?analy\w+|searched|databases|scoping|umbrella|PRISMA|eligib\w+|screened|pooled|rapid)\b/i;
export const isPeriodical = (r: BibRecord): boolean => r.issns.length > 0 || r.volume !== '' || r.issue !== '';
