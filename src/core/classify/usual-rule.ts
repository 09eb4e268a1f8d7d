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
  /** What the fields of the record must say besides. */
  readonly when?: FieldTest;
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

/** Facts about a record that are more than one field's words. */
export const RECORD_FACTS = [
  'periodical',
  'in-a-volume',
  'page-or-issue',
  'called-a-magazine',
  'not-popular',
  'catalogued-as-a-book',
] as const;
export type RecordFact = (typeof RECORD_FACTS)[number];

export const TESTED_TEXTS = ['title', 'container', 'publisher', 'abstract', 'types'] as const;
export const TESTED_FIELDS = ['container', 'pages', 'volume', 'issns'] as const;

/** A test of a record's fields, as data: all of it must hold. */
export interface FieldTest {
  readonly facts?: readonly RecordFact[];
  readonly formats?: readonly string[];
  readonly filled?: readonly (typeof TESTED_FIELDS)[number][];
  readonly empty?: readonly (typeof TESTED_FIELDS)[number][];
  readonly pages?: Bounds;
  readonly authors?: Bounds;
  readonly texts?: readonly TextTest[];
  /** One of these must hold. */
  readonly any?: readonly FieldTest[];
}
interface Bounds {
  readonly atLeast?: number;
  readonly atMost?: number;
}
/** Words that one of these texts has, or that none of them has. */
interface TextTest {
  readonly of: readonly (typeof TESTED_TEXTS)[number][];
  /** Only the first of them that is not empty is read. */
  readonly first?: true;
  readonly has?: RegExp;
  readonly lacks?: RegExp;
}
