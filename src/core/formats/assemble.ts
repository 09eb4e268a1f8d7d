import { type BibRecord, clip, type Problem, readDate } from '@/core/record';
import { type Entry, KEPT_OF_LONG_ENTRY, type Line, MAX_ENTRY_CHARS, type TaggedField } from './entry';

/** What a tagged format must say: how its lines look and what its fields mean. */
export interface TaggedFormat {
  /** Splits a tagged line, or null when the line is a continuation. */
  readTag(line: string): { tag: string; value: string } | null;
  /** Opening tag of an entry. */
  opens: string;
  /** Closing tag, or null when a blank line closes. */
  closes: string | null;
  /** Joins a continuation line to the value before it. */
  continues(value: string, line: string): string;
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

/** The state machine that RIS and MEDLINE tagged share: lines in, entries out, every line in exactly one entry. */
export class TaggedReader {
  private open: Open | null = null;
  private stray: { line: number; raw: string[]; chars: number } | null = null;
  private ordinal = 0;

  constructor(private readonly format: TaggedFormat) {}

  line({ text, number, valid }: Line): Entry[] {
    const tagged = this.format.readTag(text);
    const done: Entry[] = [];
    if (tagged?.tag === this.format.opens) {
      done.push(...this.finish());
      this.open = { fields: [], raw: [], chars: 0, line: number, closed: false, problems: [] };
    }
    if (!this.open) {
      if (text.trim() !== '') this.keepStray(text, number);
      return done;
    }
    const open = this.open;
    if (this.format.closes === null && text.trim() === '') {
      open.closed = true;
      return [...done, ...this.finish()];
    }
    open.chars += text.length + 1;
    if (open.chars > MAX_ENTRY_CHARS) {
      if (open.raw.length < 1 || open.chars - text.length - 1 <= MAX_ENTRY_CHARS) open.raw.push(text.slice(0, KEPT_OF_LONG_ENTRY));
    } else {
      open.raw.push(text);
      if (!valid) open.problems.push({ code: 'not-utf8', line: number, field: tagged?.tag ?? '', text: clip(text) });
      this.keepField(open, tagged, text, number);
    }
    if (this.format.closes !== null && tagged?.tag === this.format.closes) {
      open.closed = true;
      done.push(...this.finish());
    }
    return done;
  }

  end(): Entry[] {
    return this.finish();
  }

  private keepField(open: Open, tagged: { tag: string; value: string } | null, text: string, number: number) {
    if (tagged) {
      if (tagged.tag !== this.format.closes) open.fields.push({ ...tagged, line: number });
      return;
    }
    const last = open.fields.at(-1);
    if (!last || text.trim() === '') return;
    if (/^[A-Z][A-Z0-9]{1,3} ?-/.test(text)) open.problems.push({ code: 'broken-line', line: number, field: last.tag, text: clip(text) });
    last.value = this.format.continues(last.value, text);
  }

  private keepStray(text: string, number: number) {
    this.stray ??= { line: number, raw: [], chars: 0 };
    this.stray.chars += text.length;
    if (this.stray.chars <= MAX_ENTRY_CHARS) this.stray.raw.push(text);
  }

  private finish(): Entry[] {
    const done: Entry[] = [];
    if (this.stray) {
      const raw = this.stray.raw.join('\n').slice(0, MAX_ENTRY_CHARS) || '(a line longer than one million characters)';
      const line = this.stray.line;
      done.push(this.reject(line, raw, { code: 'text-outside-entry', line, text: clip(raw) }));
      this.stray = null;
    }
    if (this.open) done.push(this.close(this.open));
    this.open = null;
    return done;
  }

  private close(open: Open): Entry {
    const { line, problems } = open;
    const raw = open.raw.join('\n');
    if (open.chars > MAX_ENTRY_CHARS) {
      return this.reject(line, raw.slice(0, KEPT_OF_LONG_ENTRY), { code: 'entry-too-long', line, text: clip(raw) });
    }
    if (!open.closed && this.format.closes !== null) problems.push({ code: 'entry-not-closed', line, text: '' });
    const record = this.format.toRecord(open.fields, (p) => problems.push(p));
    if (!record.title && !record.doi && !record.pmid) {
      return this.reject(line, raw, { code: 'no-title-or-identifier', line, text: clip(raw) });
    }
    return { kind: 'record', ordinal: ++this.ordinal, line, raw, record, problems: [...problems, ...titleProblems(record, open.fields)] };
  }

  private reject(line: number, raw: string, problem: Problem): Entry {
    return { kind: 'rejected', ordinal: ++this.ordinal, line, raw, problem };
  }
}

function titleProblems(record: BibRecord, fields: TaggedField[]): Problem[] {
  if (!/<\/?[a-z][^>]{0,80}>|&[a-z]{2,8};/i.test(record.title)) return [];
  return [
    {
      code: 'markup-in-title',
      line: fields.find((f) => record.title.startsWith(f.value.slice(0, 20)))?.line ?? 0,
      text: clip(record.title),
    },
  ];
}

/** Keeps a date as printed; says so when it cannot be placed. */
export function keepDate(field: TaggedField, problem: (p: Problem) => void): string {
  const value = field.value.trim();
  if (value && !readDate(value)) problem({ code: 'bad-date', line: field.line, field: field.tag, text: clip(value) });
  return value;
}

/** Keeps a field that has no place of its own in the record. */
export function keepExtra(record: BibRecord, tag: string, value: string) {
  record.extra[tag] = [...(record.extra[tag] ?? []), value];
}
