import type { SourceType } from '@/core/vocabularies';

/** Kinds of periodical or series that a register may list. */
export const JOURNAL_KINDS = [
  'scholarly-journal',
  'trade-journal',
  'magazine',
  'newspaper',
  'newswire',
  'proceedings',
  'preprint-server',
  'study-register',
  'reference-work',
  'web',
] as const satisfies readonly SourceType[];
export type JournalKind = (typeof JOURNAL_KINDS)[number];

export const PRESS_KINDS = ['scholarly', 'trade', 'self-publishing'] as const;
export type PressKind = (typeof PRESS_KINDS)[number];

export const REFEREED_WORDS = ['yes', 'no', ''] as const;
export type Refereed = (typeof REFEREED_WORDS)[number];

/** A journal, magazine, newspaper or series. Two entries may share an ISSN and cover different years. */
export interface JournalEntry {
  title: string;
  /** Printed and electronic; only those with a right check digit. */
  issns: readonly string[];
  /** '' when the register does not say. */
  kind: JournalKind | '';
  refereed: Refereed;
  /** First and last year for which the entry speaks; null without an end on that side. */
  from: number | null;
  to: number | null;
  publisher: string;
  tags: readonly string[];
}

/** A publisher of books. */
export interface PressEntry {
  name: string;
  /** Digits only, the leading 978 included. */
  isbnPrefixes: readonly string[];
  kind: PressKind;
}

export interface VenueEntries {
  journals: readonly JournalEntry[];
  presses: readonly PressEntry[];
}

/** A title as registers and records may both print it: no case, marks, leading article or subtitle mark. */
export const venueKey = (title: string): string =>
  title
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/&/g, ' and ')
    .replace(/[^a-z0-9\p{L}]+/gu, ' ')
    .trim()
    .replace(/^(?:the|a|an) /, '');

/** Longer names are told apart by so many letters of theirs. */
const KEY_CHARS = 360;

/** What tells entries of a register apart: a journal by its ISSNs, or its title, and its first year; a press by its name. */
export const journalKey = (j: Pick<JournalEntry, 'issns' | 'title' | 'from'>): string =>
  `journal|${j.issns.length ? [...j.issns].sort().join(' ') : venueKey(j.title).slice(0, KEY_CHARS)}|${j.from ?? ''}`;
export const pressKey = (p: Pick<PressEntry, 'name'>): string => `press|${venueKey(p.name).slice(0, KEY_CHARS)}`;
