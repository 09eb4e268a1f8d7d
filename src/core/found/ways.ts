import { z } from 'zod';

/** Ways of finding a source that are no search of a database. The order is that of the flow. @source PRISMA 2020, item 6; from memory */
export const WAYS = ['citation', 'website', 'organisation', 'hand', 'person', 'other'] as const;
export type Way = (typeof WAYS)[number];

export const WAY_WORDS: Readonly<Record<Way, { label: string; place: string; meaning: string }>> = {
  citation: { label: 'Citation searching', place: 'Of which work', meaning: 'What a work cites, or what cites it.' },
  website: { label: 'Websites', place: 'Which website', meaning: 'Looked for on a site, by its own search or by hand.' },
  organisation: { label: 'Organisations', place: 'Which organisation', meaning: 'Published or handed out by it.' },
  hand: { label: 'Hand searching', place: 'Which journal or shelf', meaning: 'Volumes or shelves gone through one by one.' },
  person: { label: 'People asked', place: 'Whom', meaning: 'An author, a keeper, a colleague.' },
  other: { label: 'Other ways', place: 'How', meaning: 'Anything else, in words.' },
};

/** What a work cites lies behind it; what cites it, before it. */
export const DIRECTIONS = ['backwards', 'forwards'] as const;
export type Direction = (typeof DIRECTIONS)[number];
export const DIRECTION_WORDS: Readonly<Record<Direction, string>> = {
  backwards: 'cited by',
  forwards: 'cites',
};

const day = z.union([z.literal(''), z.iso.date()]);

/** How a source was found, as a person says it. */
export const foundHow = z
  .strictObject({
    way: z.enum(WAYS),
    /** The journal, shelf, site, organisation or person; of a citation the work, by its number, stands apart. */
    place: z.string().trim().max(300),
    foundOn: day,
    note: z.string().trim().max(2000),
    ofWork: z.int().positive().nullable(),
    direction: z.enum(DIRECTIONS).nullable(),
  })
  .refine((f) => f.way === 'citation' || f.place !== '', 'Say where or of whom it was found.')
  .refine((f) => f.way !== 'citation' || f.ofWork !== null, 'Say of which work the citations were followed.')
  .refine((f) => f.way !== 'citation' || f.direction !== null, 'Say whether the work cites it or is cited by it.')
  .refine((f) => f.way === 'citation' || (f.ofWork === null && f.direction === null), 'Only citations are followed from a work.');
export type FoundHow = z.infer<typeof foundHow>;

/** How it was found, in words. @param ofWork title of the work whose citations were followed; '' for none */
export function foundWords({ way, place, direction }: Pick<FoundHow, 'way' | 'place' | 'direction'>, ofWork: string): string {
  const { label } = WAY_WORDS[way];
  if (way === 'citation') return `${label}: ${DIRECTION_WORDS[direction ?? 'backwards']} “${ofWork || 'a work'}”`;
  return place ? `${label}: ${place}` : label;
}
