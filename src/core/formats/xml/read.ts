import { type BibRecord, clip, type Problem } from '@/core/record';
import { asEntry, rejection } from '../as-entry';
import { type Entry, type EntryReader, KEPT_OF_LONG_ENTRY, MAX_ENTRY_CHARS, type TextBlock } from '../entry';
import { parseElement, XmlFault, type XmlNode } from './parse';

/** What an XML format must say: which elements are entries, and what they mean. */
export interface XmlFormat {
  /** Names of the elements that are entries. */
  entries: readonly string[];
  /** Whether text that opens like an entry, and in which one begins, only holds entries. */
  isFrame?: (text: string) => boolean;
  /** @param source the entry's text, of which nodes know their place */
  toRecord(entry: XmlNode, source: string, problem: (code: Problem['code'], field: string, text: string) => void): BibRecord;
}

/**
 * Cuts a stream of XML into entries and reads each for itself, so that a broken one costs no other, and memory holds
 * one. What stands between entries is the frame of the document (declarations, the tags around, comments).
 */
export class XmlReader implements EntryReader {
  private held = '';
  /** Line on which `held` begins. */
  private number = 1;
  /** How far `held` was searched already. */
  private searched = 0;
  /** How far `held` is known to hold no closing tag: many entries that never end are not searched again and again. */
  private cleared = 0;
  private inside: { name: string; dropped: boolean } | null = null;
  private invalidLine = 0;
  private ordinal = 0;
  private readonly openTag: RegExp;

  constructor(private readonly format: XmlFormat) {
    this.openTag = new RegExp(`<(?:[\\w.-]+:)?(?:${format.entries.join('|')})(?=[\\s/>])`, 'g');
  }

  push({ text, valid }: TextBlock): Entry[] {
    if (!valid) this.invalidLine ||= this.number + count(this.held);
    this.held = this.held === '' ? text : this.held + text;
    const done: Entry[] = [];
    while (this.inside ? this.toClose(done) : this.toOpen(done));
    return done;
  }

  end(): Entry[] {
    const done: Entry[] = [];
    while (this.inside && this.toNextOpen(this.held.length, done)) this.toOpen(done);
    if (this.inside) {
      if (!this.inside.dropped) done.push(this.reject(this.held.trimEnd(), 'entry-not-closed', this.number));
    } else this.frame(this.held, done);
    this.held = '';
    this.inside = null;
    return done;
  }

  /** Finds the next entry; true when there is one in what is held. */
  private toOpen(done: Entry[]): boolean {
    this.openTag.lastIndex = this.searched;
    const found = this.openTag.exec(this.held);
    if (!found) {
      // A tag may be cut in two by the end of the block.
      const rest = Math.max(this.held.lastIndexOf('<'), this.held.length - 200, 0);
      this.searched = rest;
      if (this.held.length > 4 * KEPT_OF_LONG_ENTRY && this.held.length - rest < 200) {
        this.frame(this.held.slice(0, rest), done);
        this.take(rest);
      } else if (this.held.length > MAX_ENTRY_CHARS) {
        this.frame(this.held, done);
        this.take(this.held.length);
      }
      return false;
    }
    this.frame(this.held.slice(0, found.index), done);
    this.take(found.index);
    const end = this.held.indexOf('>');
    if (end > 0 && this.held[end - 1] === '/') {
      done.push(this.reject(this.held.slice(0, end + 1), 'no-title-or-identifier', this.number));
      this.take(end + 1);
      return true;
    }
    this.inside = { name: found[0].slice(1), dropped: false };
    this.searched = Math.max(found[0].length, this.cleared);
    return true;
  }

  /** Finds where the entry ends; true when it does so in what is held. */
  private toClose(done: Entry[]): boolean {
    const { name } = this.inside!;
    const mark = `</${name}`;
    let close = this.held.indexOf(mark, this.searched);
    // "</mods:title>" begins like "</mods>".
    while (close >= 0 && /[\w:.-]/.test(this.held[close + mark.length] ?? '')) close = this.held.indexOf(mark, close + 1);
    const gt = close < 0 ? -1 : this.held.indexOf('>', close);
    if (gt < 0) {
      this.searched = Math.max(1, this.held.length - mark.length - 1);
      if (close < 0) this.cleared = this.searched;
      if (this.held.length <= MAX_ENTRY_CHARS) return false;
      if (this.toNextOpen(this.held.length, done)) return true;
      if (!this.inside!.dropped) done.push(this.reject(this.held.slice(0, KEPT_OF_LONG_ENTRY), 'entry-too-long', this.number));
      this.inside!.dropped = true;
      this.take(this.searched);
      return false;
    }
    const raw = this.held.slice(0, gt + 1);
    if (!this.inside!.dropped) {
      const entry = raw.length > MAX_ENTRY_CHARS ? null : this.read(raw, this.number);
      // What was looked through up to the closing tag need not be again when the entry ends before it.
      this.cleared = close;
      if (entry?.kind !== 'record' && this.toNextOpen(close, done)) return true;
      done.push(entry ? this.numbered(entry) : this.reject(raw.slice(0, KEPT_OF_LONG_ENTRY), 'entry-too-long', this.number));
    } else if (this.toNextOpen(close, done)) return true;
    this.take(gt + 1);
    this.inside = null;
    return true;
  }

  /** When another entry begins before this one ended, this one ends there. */
  private toNextOpen(limit: number, done: Entry[]): boolean {
    this.openTag.lastIndex = 1;
    const next = this.openTag.exec(this.held);
    if (!next || next.index >= limit) return false;
    const before = this.held.slice(0, next.index);
    if (!this.inside!.dropped && !this.format.isFrame?.(before)) done.push(this.reject(before.trimEnd(), 'entry-not-closed', this.number));
    this.take(next.index);
    // What was searched for was the end of the one, and says nothing of another name's.
    if (next[0].slice(1) !== this.inside!.name) this.cleared = 0;
    this.inside = null;
    return true;
  }

  private take(chars: number) {
    this.number += count(this.held.slice(0, chars));
    this.held = this.held.slice(chars);
    this.searched = 0;
    this.cleared = Math.max(0, this.cleared - chars);
  }

  private read(raw: string, line: number): Entry {
    const problems: Problem[] = [];
    if (this.invalidLine) problems.push({ code: 'not-utf8', line: this.invalidLine, text: '' });
    this.invalidLine = 0;
    try {
      const node = parseElement(raw);
      return asEntry({ ordinal: 0, line, raw }, problems, (problem) =>
        this.format.toRecord(node, raw, (code, field, text) => problem({ code, line, field, text: clip(text) })),
      );
    } catch (error) {
      if (!(error instanceof XmlFault)) throw error;
      return rejection({ ordinal: 0, line: line + count(raw.slice(0, error.at)), raw }, error.code, error.message);
    }
  }

  /** What stands between entries: only what is no part of a document's frame is told. */
  private frame(text: string, done: Entry[]) {
    const stray = textBetweenTags(text).trim();
    if (stray !== '') done.push(this.reject(text.trim().slice(0, MAX_ENTRY_CHARS), 'text-outside-entry', this.number, stray));
  }

  private reject(raw: string, code: Problem['code'], line: number, text = raw): Entry {
    return rejection({ ordinal: ++this.ordinal, line, raw }, code, text);
  }

  private numbered(entry: Entry): Entry {
    entry.ordinal = ++this.ordinal;
    return entry;
  }
}

const TAG = /<\/?[\w.:-]+(?:\s[^<>]*)?>|<!DOCTYPE[^<>[]*>/y;
const LONG_MARKS = [
  ['<!--', '-->'],
  ['<?', '?>'],
] as const;

/** What is left of a text without tags, comments, processing instructions and a declaration of type, each looked at once. */
export function textBetweenTags(text: string): string {
  const left: string[] = [];
  const never = new Set<string>();
  let from = 0;
  for (let at = text.indexOf('<'); at >= 0; ) {
    const past = markupEnd(text, at, never);
    if (past < 0) {
      at = text.indexOf('<', at + 1);
      continue;
    }
    left.push(text.slice(from, at));
    from = past;
    at = text.indexOf('<', past);
  }
  left.push(text.slice(from));
  return left.join('');
}

/** Where the markup that begins here ends, or -1. @param never ends that the rest of the text is known not to have */
function markupEnd(text: string, at: number, never: Set<string>): number {
  for (const [begin, end] of LONG_MARKS) {
    if (!text.startsWith(begin, at) || never.has(end)) continue;
    const found = text.indexOf(end, at + begin.length);
    if (found >= 0) return found + end.length;
    never.add(end);
  }
  TAG.lastIndex = at;
  return TAG.test(text) ? TAG.lastIndex : -1;
}

function count(text: string): number {
  let lines = 0;
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) lines++;
  return lines;
}
