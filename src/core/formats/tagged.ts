import { type BibRecord, clip, type Problem, readDate } from '@/core/record';
import { asEntry, rejection } from './as-entry';
import { type Entry, type EntryReader, KEPT_OF_LONG_ENTRY, MAX_ENTRY_CHARS, type TaggedField, type TextBlock } from './entry';

/** What a tagged format must say: how its lines look and what its fields mean. */
export interface TaggedFormat {
  /** Characters of the longest tag. */
  tagLength: 2 | 4;
  /** Where the value of the tagged line between two places begins; -1 when the line carries no tag. */
  valueAt(text: string, from: number, to: number): number;
  /** Opening tag of an entry. */
  opens: string;
  /** Closing tag, or null when a blank line closes. */
  closes: string | null;
  toRecord(fields: TaggedField[], problem: (p: Problem) => void): BibRecord;
}

interface Open {
  fields: TaggedField[];
  raw: string[];
  chars: number;
  line: number;
  closed: boolean;
  problems: Problem[];
}

const LOOKS_TAGGED = /^[A-Z][A-Z0-9]{1,3} ?-/;

/**
 * The state machine that RIS and MEDLINE tagged share: text in, entries out, every line in exactly one entry. It
 * works on places in the block instead of cutting it into lines first, since it reads millions of them.
 */
export class TaggedReader implements EntryReader {
  private open: Open | null = null;
  private stray: { line: number; raw: string[]; chars: number } | null = null;
  private ordinal = 0;
  private number = 1;
  /** Tags by the numbers of their characters, so that a tag is one string object however often it comes. */
  private readonly tags = new Map<number, string>();

  constructor(private readonly format: TaggedFormat) {}

  push({ text, valid }: TextBlock): Entry[] {
    const done: Entry[] = [];
    const length = text.length;
    /** Where the part of this block begins that belongs to the entry in hand. */
    let from = 0;
    for (let at = 0; at < length; ) {
      const newline = text.indexOf('\n', at);
      let end = newline < 0 ? length : newline;
      if (end > at && text.charCodeAt(end - 1) === 13) end--;
      const next = newline < 0 ? length : newline + 1;
      const first = text.charCodeAt(at);
      // Most lines begin with a capital or continue with spaces: only the former can carry a tag.
      const value = first >= 65 && first <= 90 ? this.format.valueAt(text, at, end) : -1;
      const tag = value < 0 ? '' : this.tagAt(text, at);
      if (tag === this.format.opens) {
        if (this.open) this.open.raw.push(text.slice(from, at));
        this.finish(done);
        this.open = { fields: [], raw: [], chars: 0, line: this.number, closed: false, problems: [] };
        from = at;
      }
      const open = this.open;
      if (!open) {
        if (!isBlank(text, at, end)) this.keepStray(text, at, end);
        else if (this.stray) this.stray.raw.push('');
      } else if (this.format.closes === null && (end === at || (first <= 32 && isBlank(text, at, end)))) {
        open.raw.push(text.slice(from, at));
        open.closed = true;
        this.finish(done);
      } else {
        open.chars += next - at;
        if (open.chars > MAX_ENTRY_CHARS) {
          // Only its beginning is kept; what comes now is dropped as it comes.
          if (open.chars - (next - at) <= MAX_ENTRY_CHARS) open.raw.push(text.slice(from, Math.min(end, from + KEPT_OF_LONG_ENTRY)));
          from = next;
        } else {
          if (!valid) open.problems.push({ code: 'not-utf8', line: this.number, field: tag, text: clip(text.slice(at, end)) });
          this.keepLine(open, tag, text, at, end, value);
        }
        if (tag !== '' && tag === this.format.closes) {
          open.raw.push(text.slice(from, next));
          open.closed = true;
          this.finish(done);
        }
      }
      if (newline >= 0) this.number++;
      at = next;
    }
    if (this.open && this.open.chars <= MAX_ENTRY_CHARS) this.open.raw.push(text.slice(from));
    return done;
  }

  end(): Entry[] {
    const done: Entry[] = [];
    this.finish(done);
    return done;
  }

  private tagAt(text: string, at: number): string {
    let key = 0;
    let to = at;
    for (; to < at + this.format.tagLength; to++) {
      const c = text.charCodeAt(to);
      if (c === 32 || c === 45) break;
      key = (key << 7) | c;
    }
    let tag = this.tags.get(key);
    if (tag === undefined) {
      // As a key of an object it is the very string that the tags in our code are: comparing them compares no letters.
      [tag = ''] = Object.keys({ [text.slice(at, to)]: 0 });
      this.tags.set(key, tag);
    }
    return tag;
  }

  private keepLine(open: Open, tag: string, text: string, at: number, end: number, value: number) {
    if (tag !== '') {
      if (tag !== this.format.closes) open.fields.push({ tag, value: trimmed(text, value, end), line: this.number });
      return;
    }
    const last = open.fields.at(-1);
    const more = trimmed(text, at, end);
    if (!last || more === '') return;
    if (more.length >= end - at && LOOKS_TAGGED.test(more)) {
      open.problems.push({ code: 'broken-line', line: this.number, field: last.tag, text: clip(more) });
    }
    // Joined with a space, as wrapped text wants; a long word that was cut has no space to lose in the sources we read.
    last.value = last.value === '' ? more : `${last.value} ${more}`;
  }

  private keepStray(text: string, at: number, end: number) {
    this.stray ??= { line: this.number, raw: [], chars: 0 };
    this.stray.chars += end - at;
    if (this.stray.chars <= MAX_ENTRY_CHARS) this.stray.raw.push(text.slice(at, end));
  }

  private finish(done: Entry[]) {
    if (this.stray) {
      const raw = this.stray.raw.join('\n').trimEnd() || '(a line longer than one million characters)';
      const line = this.stray.line;
      done.push(rejection({ ordinal: ++this.ordinal, line, raw }, 'text-outside-entry'));
      this.stray = null;
    }
    if (this.open) done.push(this.close(this.open));
    this.open = null;
  }

  private close(open: Open): Entry {
    const { line, problems } = open;
    const raw = open.raw.join('').trimEnd();
    if (open.chars > MAX_ENTRY_CHARS) {
      return rejection({ ordinal: ++this.ordinal, line, raw: raw.slice(0, KEPT_OF_LONG_ENTRY) }, 'entry-too-long', raw);
    }
    if (!open.closed && this.format.closes !== null) problems.push({ code: 'entry-not-closed', line, text: '' });
    const place = { ordinal: ++this.ordinal, line, raw };
    return asEntry(place, problems, (problem) => this.format.toRecord(open.fields, problem), open.fields);
  }
}

/** The text between two places without white space around: one slice, and none for nothing. */
function trimmed(text: string, from: number, to: number): string {
  let [start, end] = [from, to];
  while (start < end && text.charCodeAt(start) <= 32) start++;
  while (end > start && text.charCodeAt(end - 1) <= 32) end--;
  if (start === end) return '';
  const first = text.charCodeAt(start);
  const last = text.charCodeAt(end - 1);
  // Rare kinds of space lie beyond ASCII.
  return first >= 160 || last >= 160 ? text.slice(start, end).trim() : text.slice(start, end);
}

function isBlank(text: string, from: number, to: number): boolean {
  for (let at = from; at < to; at++) {
    const c = text.charCodeAt(at);
    if (c !== 32 && c !== 9) return c < 33 || c === 160 ? text.slice(at, to).trim() === '' : false;
  }
  return true;
}

/** Keeps a date as printed; says so when it cannot be placed. */
export function keepDate(field: TaggedField, problem: (p: Problem) => void): string {
  const { value } = field;
  if (value && !readDate(value)) problem({ code: 'bad-date', line: field.line, field: field.tag, text: clip(value) });
  return value;
}

/** Keeps a field that has no place of its own in the record. */
export function keepExtra(record: BibRecord, tag: string, value: string) {
  const kept = record.extra[tag];
  if (kept && Object.hasOwn(record.extra, tag)) kept.push(value);
  else record.extra[tag] = [value];
}
