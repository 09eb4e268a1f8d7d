import { z } from 'zod';

/** By how many people the works of a stage are judged, and how those who judge them are found. */
export const readersSetting = z
  .strictObject({
    /** Two: each works without seeing the other until both have judged. */
    readers: z.union([z.literal(1), z.literal(2)]),
    /** The share of works that two judge, drawn by the seed; the others are judged by one. One: all of them. */
    share: z.number().gt(0).max(1),
    /** Draws the share, and by lot who judges which work. */
    seed: z.int().min(1).max(999_999),
    /** Who judges: everybody all works, by lot a pair for each work, or as works were given out by hand. */
    given: z.enum(['all', 'lot', 'hand']),
    /** The accounts of those who judge. */
    people: z.array(z.uuid()).max(40),
    /** Works given out by hand, by account: from a number to a number, both included. */
    hand: z
      .array(z.strictObject({ person: z.uuid(), from: z.int().positive(), to: z.int().positive() }))
      .max(200)
      .default([]),
    /** What becomes of a work on which two differ: they settle it, or it is kept where either keeps it. */
    differ: z.enum(['settle', 'keep-if-either']),
    /** Who settles: whoever may decide, or only somebody who was none of the two. */
    settledBy: z.enum(['anybody', 'third']),
  })
  .refine((s) => s.readers === 1 || s.people.length >= 2, 'Two who judge are needed: choose at least two people.')
  .refine((s) => new Set(s.people).size === s.people.length, 'Somebody is chosen twice.')
  .refine(
    (s) => s.given !== 'all' || s.readers === 1 || s.people.length === 2,
    'Where everybody judges all works, choose just two people.',
  );
export type ReadersSetting = z.output<typeof readersSetting>;

/** As every review begins: whoever may decide does, and nothing of this is in the way. */
export const ONE_READER: ReadersSetting = {
  ...{ readers: 1, share: 1, seed: 1, given: 'all', people: [], hand: [], differ: 'settle', settledBy: 'anybody' },
};

/** A number in [0, 1) that looks drawn by lot, the same for the same work, seed and purpose. */
function lot(work: number, seed: number, purpose: number): number {
  let t = Math.imul((work + Math.imul(purpose, 0x27d4eb2f)) ^ Math.imul(seed, 0x9e3779b1), 0x85ebca6b);
  t = Math.imul(t ^ (t >>> 13), 0xc2b2ae35);
  t = Math.imul(t ^ (t >>> 16), 0x27d4eb2d);
  return ((t ^ (t >>> 15)) >>> 0) / 4294967296;
}

/** Whether two people judge a work: all of them, or those of a share that is drawn by the seed and only grows with it. */
export const isReadByTwo = (work: number, { readers, share, seed }: ReadersSetting): boolean =>
  readers === 2 && (share === 1 || lot(work, seed, 1) < share);

/**
 * Who judges a work that two judge, in the order of the setting. By lot every pair is as likely as any other; by hand it
 * can be fewer than two, or more: then whoever comes first judges.
 */
export function readersOf(work: number, setting: ReadersSetting): readonly string[] {
  const { people, given, hand, seed } = setting;
  if (given === 'hand') return people.filter((p) => hand.some((h) => h.person === p && work >= h.from && work <= h.to));
  if (given === 'all' || people.length <= 2) return people;
  const first = Math.floor(lot(work, seed, 2) * people.length);
  const other = Math.floor(lot(work, seed, 3) * (people.length - 1));
  const second = other >= first ? other + 1 : other;
  return people.filter((_, i) => i === first || i === second);
}
