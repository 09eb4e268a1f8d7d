/** Everything that can be wrong with an entry of an imported file. Words for people are made at the edge. */
export const PROBLEM_CODES = [
  'text-outside-entry',
  'entry-not-closed',
  'no-title-or-identifier',
  'nothing-to-inherit',
  'unknown-type',
  'no-type',
  'entry-too-long',
  'cannot-be-read',
  'not-utf8',
  'beyond-latin',
  'bad-date',
  'bad-issn',
  'bad-doi',
  'markup-in-title',
  'broken-line',
  'not-well-formed',
  'too-deep',
  'bad-row',
  'long-text',
] as const;
export type ProblemCode = (typeof PROBLEM_CODES)[number];

/** A finding about an entry, with its place. `line` counts from 1 in the file as received. */
export interface Problem {
  code: ProblemCode;
  line: number;
  /** Tag or field where it was found, when it is one field's matter. */
  field?: string;
  /** The offending text, cut to 200 characters. */
  text: string;
}

const WORDS: Record<ProblemCode, (p: Problem) => string> = {
  'text-outside-entry': () => 'This text stands outside any entry: the line that opens an entry is missing before it.',
  'entry-not-closed': () => 'The entry has no closing line; it was read up to where the next one begins or the file ends.',
  'no-title-or-identifier': () =>
    'The entry has neither a title nor an identifier, and does not say where it stands, so it cannot be told from any other.',
  'nothing-to-inherit': (p) => `It names "${p.text}" to inherit from, and no entry of the file has that key.`,
  'unknown-type': (p) => `The type "${p.text}" is not in the published list; it was kept and left unclassified.`,
  'no-type': () => 'The entry does not say what type of source it is.',
  'entry-too-long': () => 'The entry is longer than one million characters, so it was not read as a record.',
  'cannot-be-read': (p) => `Reading this entry failed (${p.text}). Its text is kept, and the other entries were read.`,
  'not-utf8': () => 'These bytes are not UTF-8; they were read as Latin-1 (Windows-1252).',
  'beyond-latin': () => 'It is in MARC-8, and some of its characters are not Latin; they could not be read and stand as \ufffd.',
  'bad-date': (p) => `"${p.text}" could not be read as a date.`,
  'bad-issn': (p) => `"${p.text}" fails the ISSN check digit (ISO 3297).`,
  'bad-doi': (p) => `"${p.text}" does not have the form of a DOI.`,
  'markup-in-title': () => 'The title contains markup; it is shown as plain text.',
  'broken-line': (p) => `"${p.text}" is neither a tagged line nor the continuation of one; its text was kept with the field above.`,
  'not-well-formed': (p) => `The entry is not well formed${p.text ? `: ${p.text}` : ''}.`,
  'too-deep': () => 'The entry is nested more than 60 levels deep, so it was not read as a record.',
  'bad-row': (p) => p.text,
  'long-text': (p) => `The ${p.field} has ${p.text} characters; rules of classification read its beginning.`,
};

/** One plain sentence for a problem, without its place. */
export const problemWords = (p: Problem): string => WORDS[p.code](p);

export const clip = (text: string, length = 200): string => (text.length > length ? `${text.slice(0, length)}…` : text);
