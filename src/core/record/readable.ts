import type { BibRecord } from './bib-record';

/**
 * How much of a record rules read, in characters. No abstract, title or note that a database carries is longer (common
 * practice: guidelines ask for 250 to 500 words); what is longer is a whole text in the wrong field, or made to keep
 * rules busy.
 */
export const MOST_READ = { title: 1000, abstract: 12_000, container: 500, note: 2000, heading: 500 } as const;
const MOST_NOTES = 100;
const MOST_HEADINGS = 500;
/** A run of text without a full stop is a sentence to the rules; longer ones are not written. */
const LONGEST_SENTENCE = 800;

/** A record as rules read it: the same but where a field is longer than anybody reads. Every character keeps its place. */
export function readable(record: BibRecord): BibRecord {
  const title = readableText(record.title, MOST_READ.title);
  const abstract = readableText(record.abstract, MOST_READ.abstract);
  const container = record.container.slice(0, MOST_READ.container);
  const headings = isLong(record.headings, MOST_HEADINGS, MOST_READ.heading)
    ? record.headings.slice(0, MOST_HEADINGS).map((h) => h.slice(0, MOST_READ.heading))
    : record.headings;
  const same = title === record.title && abstract === record.abstract && container === record.container && headings === record.headings;
  return same ? record : { ...record, title, abstract, container, headings };
}

/** Free notes as rules read them. */
export const readableNotes = (notes: readonly string[]): readonly string[] =>
  isLong(notes, MOST_NOTES, MOST_READ.note) ? notes.slice(0, MOST_NOTES).map((n) => readableText(n, MOST_READ.note)) : notes;

const isLong = (texts: readonly string[], most: number, chars: number): boolean =>
  texts.length > most || texts.some((t) => t.length > chars);

/** A text up to a length, with a full stop set for a blank where a sentence goes on and on: "in one sentence" stays short. */
function readableText(text: string, most: number): string {
  const cut = text.length > most ? text.slice(0, most) : text;
  if (cut.length <= LONGEST_SENTENCE) return cut;
  const pieces: string[] = [];
  let from = 0;
  let stop = 0;
  for (;;) {
    const next = cut.indexOf('.', stop);
    const end = next < 0 ? cut.length : next;
    for (; end - stop > LONGEST_SENTENCE; ) {
      const blank = cut.lastIndexOf(' ', stop + LONGEST_SENTENCE);
      const at = blank > stop ? blank : stop + LONGEST_SENTENCE;
      pieces.push(cut.slice(from, at), '.');
      from = at + 1;
      stop = from;
    }
    if (next < 0) break;
    stop = next + 1;
  }
  return from === 0 ? cut : pieces.join('') + cut.slice(from);
}
