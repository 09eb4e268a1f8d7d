import { z } from 'zod';
import { COLUMN_ROLES, type ColumnRole, DELIMITERS, VOCABULARIES } from '@/core/record';
import { limiterSchema } from '@/core/sieve';
import { CODED_AXES, type CodedAxis, type TermSets } from '@/core/vocabularies';

/** How a database can limit on one axis. */
export const CAPABILITIES = ['undescribed', 'native', 'approximate', 'whole', 'none'] as const;
export type Capability = (typeof CAPABILITIES)[number];
export const CAPABILITY_WORDS: Readonly<Record<Capability, { short: string; meaning: string }>> = {
  undescribed: { short: 'not described', meaning: 'Nobody has said yet whether the database can limit by this.' },
  native: { short: 'can limit', meaning: 'The database has a limiter for just this.' },
  approximate: {
    short: 'by a stand-in only',
    meaning: 'It has only something near it: a proxy that lets other things through or drops some.',
  },
  whole: { short: 'everything in it qualifies', meaning: 'Every item in the database qualifies, so there is nothing to set.' },
  none: { short: 'cannot limit', meaning: 'It cannot limit by this at all.' },
};

/** The axes on which databases offer limiters. */
export const PROFILE_AXES = ['sourceType', 'publicationType', 'peerReview', 'level', 'date', 'language', 'fullText'] as const;
export type ProfileAxis = (typeof PROFILE_AXES)[number];
export const PROFILE_AXIS_LABELS: Readonly<Record<ProfileAxis, string>> = {
  sourceType: 'Source type',
  publicationType: 'Publication type',
  peerReview: 'Peer review',
  level: 'Evidence level',
  date: 'Date',
  language: 'Language',
  fullText: 'Full text',
};

const axisProfile = z.strictObject({
  capability: z.enum(CAPABILITIES),
  /** What the limiter looks at: the item itself, or the journal or book it stands in. */
  level: z.enum(['item', 'venue']),
  /** Records without the field are dropped when it is set. */
  dropsMissing: z.boolean(),
  /** What the control is called there and how it is set, for the next run. */
  control: z.string().max(300),
  /** How it differs from what its name says. */
  quirk: z.string().max(600),
});
export type AxisProfile = z.infer<typeof axisProfile>;

/** Fields that a database's records may carry. */
export const CARRIED = {
  abstract: 'abstracts',
  doi: 'DOIs',
  issn: 'ISSNs',
  headings: 'subject headings',
  publicationTypes: 'publication types',
  language: 'language',
  onlineDate: 'date first online',
  addedDate: 'date added',
  database: 'the database each comes from',
  status: 'indexing status',
} as const;
export type Carried = keyof typeof CARRIED;

const codes = (axis: CodedAxis) => z.array(z.enum(CODED_AXES[axis].values.map((v) => v.code) as [string, ...string[]])).min(1);
/** What a term allows on each axis; an axis that is absent is not narrowed. */
export const termSets = z
  .strictObject({
    sourceType: codes('sourceType').optional(),
    publicationType: codes('publicationType').optional(),
    peerReview: codes('peerReview').optional(),
    design: codes('design').optional(),
  })
  .transform((sets) => sets as TermSets);

const mappedTerm = z.strictObject({ vocabulary: z.enum(VOCABULARIES), term: z.string().trim().min(1).max(200), sets: termSets });
export type MappedTerm = z.infer<typeof mappedTerm>;

export const columnMapping = z.strictObject({
  delimiter: z.enum(DELIMITERS),
  header: z.array(z.string().max(500)).max(300),
  roles: z.array(z.enum(['', ...(Object.keys(COLUMN_ROLES) as ColumnRole[])])).max(300),
});

/** A database's limiter profile: per axis how it can limit, what its records carry, and what its terms mean. */
export const limiterProfile = z.strictObject({
  axes: z.strictObject(Object.fromEntries(PROFILE_AXES.map((a) => [a, axisProfile])) as Record<ProfileAxis, typeof axisProfile>),
  /** A statement about venues, not items. */
  allJournalsRefereed: z.boolean(),
  carries: z.array(z.enum(Object.keys(CARRIED) as [Carried, ...Carried[]])),
  terms: z.array(mappedTerm).max(2000),
  /** What limiters of its mean whose names do not say it, as a person said. */
  natives: z
    .array(z.strictObject({ name: z.string().trim().min(1).max(200), meaning: limiterSchema.shape.test }))
    .max(100)
    .optional(),
  /** How its tables are read: remembered from the last import. */
  columns: columnMapping.nullable(),
  notes: z.string().max(2000),
});
export type LimiterProfile = z.infer<typeof limiterProfile>;

export const axisOf = (capability: Capability, rest: Partial<AxisProfile> = {}): AxisProfile => ({
  capability,
  level: 'item',
  dropsMissing: false,
  control: '',
  quirk: '',
  ...rest,
});

/** A new database: what it can limit is not described until somebody does, or a pasted history shows it. */
export const DEFAULT_PROFILE: LimiterProfile = {
  axes: Object.fromEntries(PROFILE_AXES.map((a) => [a, axisOf('undescribed')])) as LimiterProfile['axes'],
  allJournalsRefereed: false,
  carries: [],
  terms: [],
  columns: null,
  notes: '',
};

/** A profile as a file that one librarian can hand to another. */
export const profileFile = z.strictObject({
  format: z.literal('narrow-sieve-limiter-profile'),
  version: z.literal(1),
  name: z.string().trim().min(1).max(120),
  tag: z.string().regex(/^[A-Z]{2}$/),
  profile: limiterProfile,
});
export type ProfileFile = z.infer<typeof profileFile>;

export const writeProfile = (name: string, tag: string, profile: LimiterProfile): string =>
  `${JSON.stringify({ format: 'narrow-sieve-limiter-profile', version: 1, name, tag, profile } satisfies ProfileFile, null, 2)}\n`;

/** Reads a profile file. @returns a sentence saying what is wrong with it and where, when it cannot be used */
export function readProfile(text: string): ProfileFile | string {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    return `This is not a profile file (${(error as Error).message}).`;
  }
  const parsed = profileFile.safeParse(json);
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  return `This is not a profile that can be used: ${issue!.path.join(' → ') || 'the whole'}: ${issue!.message}`;
}
