import { z } from 'zod';

/** Where a term may be looked for. What a database calls each is read from the database itself. */
export const TERM_FIELDS = ['anywhere', 'title', 'abstract', 'title-abstract', 'heading', 'author', 'journal'] as const;
export type TermField = (typeof TERM_FIELDS)[number];

const words = z.string().trim().min(1).max(300);

/** A term of a block. */
export const sheetTerm = z.discriminatedUnion('kind', [
  /** Words that stand one after another, or one word. A star at the end of a word stands for any ending. */
  z.strictObject({ kind: z.literal('words'), text: words, field: z.enum(TERM_FIELDS) }),
  /** Two such, with at most so many words from the one to the other, in either order. */
  z.strictObject({ kind: z.literal('near'), text: words, other: words, distance: z.int().min(1).max(20), field: z.enum(TERM_FIELDS) }),
  /** A heading of a thesaurus. */
  z.strictObject({
    kind: z.literal('heading'),
    text: words,
    /** With all that stand below it. */
    narrower: z.boolean(),
    /** Only where it is a main topic. */
    main: z.boolean(),
    /** With this aspect of it; '' for any. */
    aspect: z.string().trim().max(120),
  }),
]);
export type SheetTerm = z.infer<typeof sheetTerm>;

/** A part of the question: what says it, in any of these ways. */
export const sheetBlock = z.strictObject({
  name: z.string().trim().min(1).max(120),
  /** Works of this are wanted, or are to be kept out. */
  want: z.enum(['in', 'out']),
  terms: z.array(sheetTerm).max(200),
  note: z.string().trim().max(2000),
});
export type SheetBlock = z.infer<typeof sheetBlock>;

/** The question in blocks: one of each is asked for, joined by "and"; terms of a block by "or". */
export const sheet = z.strictObject({
  form: z.literal(1),
  blocks: z.array(sheetBlock).max(20),
  note: z.string().trim().max(4000),
  /** Fewer are too few for this review, and more are too many to be read. */
  few: z.int().min(0).max(1_000_000),
  many: z.int().min(1).max(10_000_000),
});
export const EMPTY_SHEET = { form: 1 as const, blocks: [], note: '', few: 50, many: 2000 };
export type Sheet = z.infer<typeof sheet>;
