import type { BibRecord, TypeTerm } from '@/core/record';
import { isTypeLabel, SAYS_REFEREED, statementsIn, termsIn, typeBehindTitle } from './type-statements';

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
const ANSWERS = /^(?:peer[- ]?review(?:ed)?|refereed)(?: (?:journal|status))?$/i;

/** Under these labels stand names of subsets and methods, of which only some say what an item is. */
const NAMES_OTHERS = /subset|method|stud(?:y|ies)/i;
const isKnown = (term: string): boolean => SAYS_REFEREED.test(term) || METHODS.has(term.toLowerCase());
/** Words for methods that say what the item is, too. "Interview" does not: people were interviewed. */
const METHODS: ReadonlySet<string> = new Set([
  'empirical study',
  'quantitative study',
  'qualitative study',
  'systematic review',
  'meta analysis',
  'literature review',
]);

/** RIS "type of work" holds a database's own type, or a DOI or a number, which is none. */
const isTypeOfWork = (text: string): boolean => text.length <= 80 && !/\d|https?:|10\./.test(text);

/**
 * The terms that a record carries as its type, wherever and however it does: in the field of its format, in RIS "type
 * of work", in fields whose name says so, in labelled statements among its notes, and in brackets behind the title. A
 * list of several is taken apart.
 */
export function typeTermsOf(record: BibRecord): readonly TypeTerm[] {
  const found: TypeTerm[] = [];
  for (const type of record.types)
    if (type.vocabulary !== 'own') found.push(type);
    else for (const term of termsIn(type.term)) found.push({ vocabulary: 'own', term });
  const add = (terms: readonly string[]) => {
    for (const term of terms)
      if (!found.some((t) => t.vocabulary === 'own' && t.term.toLowerCase() === term.toLowerCase()))
        found.push({ vocabulary: 'own', term });
  };
  for (const field in record.extra) {
    const values = record.extra[field]!;
    if (field === 'M3' && record.format === 'ris') for (const value of values.filter(isTypeOfWork)) add(termsIn(value));
    else if (isTypeLabel(field) && !ANSWERS.test(field)) for (const value of values) add(termsIn(value));
  }
  for (const note of notesOf(record))
    for (const { label, terms } of statementsIn(note))
      if (!ANSWERS.test(label)) add(NAMES_OTHERS.test(label) ? terms.filter(isKnown) : terms);
  const behind = typeBehindTitle(record.title);
  if (behind) add([behind]);
  return found;
}

/** Free remarks of a record, its publisher among them, each a text of its own. */
export function notesOf(record: BibRecord): string[] {
  const notes: string[] = [];
  for (const field in record.extra) {
    if (ANSWERS.test(field)) notes.push(...record.extra[field]!.map((v) => `Peer reviewed: ${v}`));
    else if (KNOWN.has(field) || KNOWN.has(field.toLowerCase())) notes.push(...record.extra[field]!);
    else if (field === 'marc') notes.push(...record.extra.marc!.flatMap(marcNote));
    else if (field === 'mods') for (const xml of record.extra.mods!) notes.push(...modsNotes(xml));
  }
  if (record.publisher) notes.push(record.publisher);
  return notes;
}

/** Notes and editions of a MARC record: fields 5xx, other than summaries, and 250, without the codes of their parts. */
const marcNote = (field: string): string[] =>
  /^(?:5(?!20)\d\d|250) /.test(field) ? [field.slice(6).replace(/\$\w/g, ' ').replace(/\s+/g, ' ').trim()] : [];

const modsNotes = (xml: string): string[] =>
  /^<(?:note|originInfo|physicalDescription|accessCondition)/.test(xml)
    ? [...xml.matchAll(/<(?:note|edition)\b[^>]*>([^<]+)</g)].map((m) => m[1]!.trim())
    : [];
