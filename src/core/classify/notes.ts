import type { BibRecord, TypeTerm } from '@/core/record';

/** Fields in which formats keep free remarks, by their names there. */
const NOTE_FIELDS = [
  // RIS: notes, type of work, edition, research notes, custom
  'N1',
  'RN',
  'ET',
  'C1',
  'C3',
  // BibTeX and BibLaTeX
  'note',
  'howpublished',
  'addendum',
  'annotation',
  'pubstate',
  'version',
  'organization',
  'eprinttype',
  'archiveprefix',
  // CSL-JSON
  'status',
  'medium',
  'event-title',
  // CSV
  'peer reviewed',
  'peer-reviewed',
  'peer review',
  'refereed',
  'notes',
  'comments',
] as const;
const KNOWN: ReadonlySet<string> = new Set(NOTE_FIELDS);
/** Columns that answer yes or no: their name is part of what they say. */
const ANSWERS = /^(?:peer[- ]review(?:ed)?|refereed)$/i;

/**
 * The terms that a record carries as its type, those of RIS "type of work" included: databases print their own type
 * there, and some a DOI or a number, which is none.
 */
export function typeTermsOf(record: BibRecord): readonly TypeTerm[] {
  const more = record.extra.M3?.filter((text) => record.format === 'ris' && text.length <= 60 && !/[\d/]/.test(text));
  return more?.length ? [...record.types, ...more.map((term) => ({ vocabulary: 'own' as const, term }))] : record.types;
}

/** Free remarks of a record, its publisher among them, each a text of its own. */
export function notesOf(record: BibRecord): string[] {
  const notes: string[] = [];
  for (const field in record.extra) {
    if (ANSWERS.test(field)) notes.push(...record.extra[field]!.map((v) => `Peer reviewed: ${v}`));
    else if (KNOWN.has(field) || KNOWN.has(field.toLowerCase())) notes.push(...record.extra[field]!);
    else if (field === 'mods') for (const xml of record.extra.mods!) notes.push(...modsNotes(xml));
  }
  if (record.publisher) notes.push(record.publisher);
  return notes;
}

const modsNotes = (xml: string): string[] =>
  /^<(?:note|originInfo|physicalDescription|accessCondition)/.test(xml)
    ? [...xml.matchAll(/<(?:note|edition)\b[^>]*>([^<]+)</g)].map((m) => m[1]!.trim())
    : [];
