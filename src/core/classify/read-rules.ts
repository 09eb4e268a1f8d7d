import { z } from 'zod';
import { PRESS_KINDS } from '@/core/venues';
import {
  ARTICLES,
  CODED_AXES,
  COHORTS,
  type CodedAxis,
  DESIGNS,
  PUBLICATION_TYPES,
  RANDOMISED,
  REVIEW_DESIGNS,
  SOURCE_TYPES,
  TRIALS,
} from '@/core/vocabularies';
import { ATTRIBUTES } from './claim';
import { type CueRule, ZONES } from './cue-rule';
import WORDS from './rules/words.json' with { type: 'json' };
import { RECORD_FACTS, TESTED_FIELDS, TESTED_TEXTS, type UsualRule } from './usual-rule';

/** Groups of values that rules name as a whole, as `@NAME`. */
const GROUPS: Readonly<Record<string, readonly string[]>> = {
  ANY_DESIGN: DESIGNS.map((d) => d.code),
  ARTICLES,
  COHORTS,
  RANDOMISED,
  REVIEW_DESIGNS,
  TRIALS,
};
const NAMED_WORDS: Readonly<Record<string, readonly string[]>> = WORDS;

/** Alternatives with the words that they name put in: `<<ABOUT>>` stands for the alternatives of that name. */
const sourceOf = (alternatives: readonly string[]): string =>
  alternatives
    .map((text) =>
      text.replace(/<<(\w+)>>/g, (_, name: string) => {
        if (!Object.hasOwn(NAMED_WORDS, name)) throw new Error(`no words of the name ${name}`);
        return sourceOf(NAMED_WORDS[name]!);
      }),
    )
    .join('|');

/** One expression for one text: rules that ask for the same words share it, and what is known of it. */
const made = new Map<string, RegExp>();
function patternOf(alternatives: readonly string[], flags: string): RegExp {
  const source = sourceOf(alternatives);
  const key = `${flags}/${source}`;
  const known = made.get(key) ?? new RegExp(source, flags);
  made.set(key, known);
  return known;
}

const alternatives = z.union([z.string().transform((s) => [s]), z.array(z.string()).min(1)]);
/** Words as a regular expression, alternatives as a list; small and capital letters are the same unless flags are given. */
const pattern = z
  .union([alternatives, z.strictObject({ flags: z.string(), words: alternatives })])
  .transform((p) => (Array.isArray(p) ? patternOf(p, 'i') : patternOf(p.words, p.flags)));

const codesOf = (values: readonly { code: string }[]) => {
  const known = new Set(values.map((v) => v.code));
  return z
    .array(z.string())
    .transform((codes) => codes.flatMap((c) => (c.startsWith('@') ? (GROUPS[c.slice(1)] ?? [c]) : [c])))
    .refine((codes) => codes.every((c) => known.has(c)), { error: 'a value that is no code of its axis' });
};
const AXES = Object.keys(CODED_AXES) as [CodedAxis, ...CodedAxis[]];
const codes = Object.fromEntries(AXES.map((axis) => [axis, codesOf(CODED_AXES[axis].values)])) as Record<
  CodedAxis,
  ReturnType<typeof codesOf>
>;
const sets = z.strictObject(Object.fromEntries(AXES.map((axis) => [axis, codes[axis].optional()])));

const cue = z.strictObject({
  id: z.string(),
  tier: z.enum(['self-named', 'asserted', 'venue', 'strong', 'weak']),
  zones: z.array(z.enum(ZONES)).min(1),
  pattern,
  unless: pattern.optional(),
  sets: sets.default({}),
  excludes: sets.optional(),
  attribute: z.enum(ATTRIBUTES).optional(),
  includes: codesOf(DESIGNS).optional(),
  told: z.literal(true).optional(),
  yieldsTo: z.array(z.string()).optional(),
  press: z.enum(PRESS_KINDS).optional(),
  venue: z.enum(['refereed', 'not-refereed']).optional(),
  explain: z.string().min(10),
  hits: z.array(z.string()).min(1),
  misses: z.array(z.string()).min(1),
});

const bounds = z.strictObject({ atLeast: z.int().optional(), atMost: z.int().optional() });
const fieldTest = z.strictObject({
  facts: z.array(z.enum(RECORD_FACTS)).optional(),
  formats: z.array(z.string()).optional(),
  filled: z.array(z.enum(TESTED_FIELDS)).optional(),
  empty: z.array(z.enum(TESTED_FIELDS)).optional(),
  pages: bounds.optional(),
  authors: bounds.optional(),
  texts: z
    .array(
      z.strictObject({
        of: z.array(z.enum(TESTED_TEXTS)).min(1),
        first: z.literal(true).optional(),
        has: pattern.optional(),
        lacks: pattern.optional(),
      }),
    )
    .optional(),
  get any() {
    return z.array(fieldTest).optional();
  },
});
const example = z.union([z.string(), z.record(z.string(), z.unknown())]);
const usual = z
  .strictObject({
    id: z.string(),
    axis: z.enum(AXES),
    among: z.array(z.string()),
    to: z.array(z.string()),
    has: pattern.optional(),
    lacks: pattern.optional(),
    when: fieldTest.optional(),
    needsAbstract: z.int().optional(),
    titleOnly: z.literal(true).optional(),
    sources: codesOf(SOURCE_TYPES).optional(),
    publications: codesOf(PUBLICATION_TYPES).optional(),
    research: z.literal(true).optional(),
    explain: z.string().min(10),
    hits: z.array(example).min(1),
    misses: z.array(example),
  })
  .transform((r) => ({ ...r, among: codes[r.axis].parse(r.among), to: codes[r.axis].parse(r.to) }));

/** Rows of a file of rules, checked: what no rule can say, a word nobody defined and a code that is none are errors with their place. */
function read<T>(schema: z.ZodType<T>, file: string, rows: readonly unknown[]): readonly T[] {
  return rows.map((row, i) => {
    const result = schema.safeParse(row);
    if (result.success) return result.data;
    throw new Error(`rule ${i + 1} of ${file}: ${z.prettifyError(result.error)}`);
  });
}
export const readCues = (file: string, rows: readonly unknown[]): readonly CueRule[] => read(cue, file, rows) as readonly CueRule[];
export const readUsual = (file: string, rows: readonly unknown[]): readonly UsualRule[] =>
  read(usual, file, rows) as unknown as readonly UsualRule[];

/** Words of a name, as one expression. */
export const namedWords = (name: keyof typeof WORDS): RegExp => patternOf(WORDS[name], 'i');
