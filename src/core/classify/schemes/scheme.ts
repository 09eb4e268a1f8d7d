import { z } from 'zod';
import {
  type AxisValue,
  axisMask,
  bitCount,
  DESIGNS,
  type Design,
  type Mask,
  maskOf,
  PUBLICATION_TYPES,
  type PublicationType,
} from '@/core/vocabularies';
import { ATTRIBUTES, type Attribute } from '../claim';

/** A column of a scheme: what a kind of question makes of every design. */
export interface SchemeColumn {
  readonly label: string;
  readonly table: Readonly<Record<Design, readonly string[]>>;
  /** What a fact about the design makes of it. */
  readonly when?: Readonly<Partial<Record<Attribute, Readonly<Partial<Record<Design, readonly string[]>>>>>>;
  /** For reviews: the first row whose designs hold all that the review includes gives its levels. */
  readonly reviews?: readonly { readonly of: readonly Design[]; readonly levels: readonly string[] }[];
  /** Narrows further by what the item is, for schemes that look at that. */
  readonly publications?: Readonly<Partial<Record<PublicationType, readonly string[]>>>;
}

/** A hierarchy of evidence: question kind × design (and facts about it) → the levels that are possible. */
export interface EvidenceScheme {
  readonly id: string;
  readonly label: string;
  readonly source: string;
  readonly levels: readonly AxisValue[];
  readonly kinds: Readonly<Record<string, SchemeColumn>>;
}

/** Designs that have levels of their own by what they include. */
export const REVIEWS: readonly Design[] = ['meta-analysis', 'systematic-review', 'umbrella-review', 'scoping-review'];

export const level = (code: string, label: string, meaning: string): AxisValue => ({ code, label, meaning });
export const NOT_GRADED = level('not-graded', 'Not graded', 'The scheme does not grade items of this kind.');
const NONE = ['not-graded'] as const;

/** A whole column from the rows that differ from "not graded". */
export function column(
  label: string,
  rows: Partial<Record<Design, readonly string[]>>,
  rest: Omit<SchemeColumn, 'label' | 'table'> = {},
): SchemeColumn {
  const table = Object.fromEntries(DESIGNS.map(({ code }) => [code, rows[code] ?? NONE])) as Record<Design, readonly string[]>;
  return { label, table, ...rest };
}
/** The same levels for several designs. */
export const each = (designs: readonly Design[], levels: readonly string[]): Partial<Record<Design, readonly string[]>> =>
  Object.fromEntries(designs.map((d) => [d, levels]));

const codes = z.array(z.string().min(1).max(40)).min(1).max(32);
/** A scheme as a person may have copied and changed it. */
export const schemeSchema = z
  .strictObject({
    id: z.string().min(1).max(40),
    label: z.string().trim().min(1).max(80),
    source: z.string().max(600),
    levels: z
      .array(z.strictObject({ code: z.string().min(1).max(40), label: z.string().trim().min(1).max(80), meaning: z.string().max(400) }))
      .min(2)
      .max(32),
    kinds: z.record(
      z.string().min(1).max(40),
      z.strictObject({
        label: z.string().min(1).max(80),
        table: z.record(z.enum(DESIGNS.map((d) => d.code)), codes),
        when: z.partialRecord(z.enum(ATTRIBUTES), z.partialRecord(z.enum(DESIGNS.map((d) => d.code)), codes)).optional(),
        reviews: z.array(z.strictObject({ of: z.array(z.enum(DESIGNS.map((d) => d.code))), levels: codes })).optional(),
        publications: z.partialRecord(z.enum(PUBLICATION_TYPES.map((p) => p.code)), codes).optional(),
      }),
    ),
  })
  .superRefine((scheme, context) => {
    const known = new Set(scheme.levels.map((l) => l.code));
    if (known.size < scheme.levels.length) context.addIssue({ code: 'custom', path: ['levels'], message: 'two levels have the same code' });
    for (const [kind, c] of Object.entries(scheme.kinds)) {
      const cells: [string, readonly string[]][] = [
        ...Object.entries(c.table),
        ...Object.values(c.when ?? {}).flatMap((rows) => Object.entries(rows ?? {}) as [string, string[]][]),
        ...(c.reviews ?? []).map((r) => ['reviews', r.levels] as [string, string[]]),
        ...(Object.entries(c.publications ?? {}) as [string, string[]][]),
      ];
      for (const [row, levels] of cells)
        for (const code of levels)
          if (!known.has(code))
            context.addIssue({ code: 'custom', path: ['kinds', kind, row], message: `the scheme has no level "${code}"` });
    }
  });

/** A scheme's column for one kind of question, ready to be applied to masks. */
export interface LevelTable {
  scheme: EvidenceScheme;
  kind: string;
  /**
   * Levels that are possible.
   * @param designs designs that are possible
   * @param attributes facts about the design
   * @param includes designs that a review includes; 0 when unknown
   * @param publications publication types that are possible
   */
  levelsOf(designs: Mask, attributes: Mask, includes?: Mask, publications?: Mask): Mask;
  /** Whether the scheme looks at what the item is, beside its design. */
  usesPublications: boolean;
}

/** @throws RangeError for a kind that the scheme does not have: input is checked where it comes in. */
export function levelTableOf(scheme: EvidenceScheme, kind: string): LevelTable {
  const found = Object.hasOwn(scheme.kinds, kind) ? scheme.kinds[kind] : undefined;
  if (!found) throw new RangeError(`no evidence scheme "${scheme.id}" for questions of kind "${kind}"`);
  const { table, when, reviews, publications: byPublication } = found;
  const mask = (levels: readonly string[]) => maskOf(scheme.levels, levels);
  const plain = DESIGNS.map(({ code }) => mask(table[code]));
  const moved = ATTRIBUTES.map((attribute) => DESIGNS.map(({ code }) => (when?.[attribute]?.[code] ? mask(when[attribute][code]) : 0)));
  const included = (reviews ?? []).map((r) => ({ of: axisMask('design', r.of), levels: mask(r.levels) }));
  const isReview = DESIGNS.map(({ code }) => REVIEWS.includes(code));
  const ofPublication = byPublication && PUBLICATION_TYPES.map(({ code }) => (byPublication[code] ? mask(byPublication[code]) : 0));
  const everything = mask(scheme.levels.map((l) => l.code));

  const workedOut = new Map<number, Mask>();

  function ofDesign(bit: number, attributes: Mask, includes: Mask): Mask {
    if (isReview[bit] && includes !== 0) {
      const row = included.find((r) => (includes & ~r.of) === 0);
      // What a review includes only narrows: a scoping review is not graded higher for what it maps.
      const both = row ? (row.levels & plain[bit]!) >>> 0 : 0;
      if (both) return both;
    }
    let own = plain[bit]!;
    for (let a = 0; a < ATTRIBUTES.length; a++) if ((attributes >>> a) & 1 && moved[a]![bit]) own = moved[a]![bit]!;
    return own;
  }
  return {
    scheme,
    kind,
    usesPublications: ofPublication !== undefined,
    levelsOf(designs, attributes, includes = 0, publications = 0) {
      // Most works have no facts that move a level: their sets of designs are few, and each is worked out once.
      const plainly = includes === 0 && (!ofPublication || publications === 0);
      const key = designs * 64 + attributes;
      const known = plainly ? workedOut.get(key) : undefined;
      if (known !== undefined) return known;
      let all = 0;
      for (let bit = 0; bit < DESIGNS.length; bit++) if ((designs >>> bit) & 1) all |= ofDesign(bit, attributes, includes);
      if (ofPublication && publications) {
        let own = 0;
        for (let p = 0; p < PUBLICATION_TYPES.length; p++) if ((publications >>> p) & 1) own |= ofPublication[p] || everything;
        // What an item is and how it was done may be known by different words: where they contradict, what it is decides.
        all = (all & own) >>> 0 || own;
      }
      if (bitCount(all) === 0) throw new RangeError('a work with no possible design has no level');
      if (plainly) workedOut.set(key, all >>> 0);
      return all >>> 0;
    },
  };
}
