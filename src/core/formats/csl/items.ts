import type { TextBlock } from '../entry';
import { MAX_ENTRY_CHARS } from '../entry';

export interface RawItem {
  text: string;
  line: number;
  /** Longer than an entry may be: `text` is only its beginning. */
  tooLong: boolean;
  /** Something else than an object stands where one is expected. */
  stray: boolean;
  closed: boolean;
  valid: boolean;
}

/**
 * Cuts the objects out of a JSON array (or of objects one after another, a line each) without reading them, so that
 * one broken object costs no other. Braces inside strings do not count.
 */
export class JsonItems {
  private held = '';
  private number = 1;
  private depth = 0;
  private inString = false;
  private escaped = false;
  private at = 0;
  private start = -1;
  /** Where the last string began. */
  private quote = 0;
  private dropped = false;
  private valid = true;
  /** What is open around the place in hand: `{` or `[`. */
  private around: number[] = [];
  /** The last character that is not white space, outside strings. */
  private before = 0;
  /** The item in hand broke off: the next one is looked for by the key with which items of this file begin. */
  private damaged = false;
  private firstKey = '';
  /** Whether the document is a bare object with an array of items in it. */
  private wrapped = 0;

  push({ text, valid }: TextBlock): RawItem[] {
    this.valid &&= valid;
    this.held += text;
    const items: RawItem[] = [];
    for (; this.at < this.held.length; this.at++) {
      if (this.damaged && !this.resume(items)) break;
      const c = this.held.charCodeAt(this.at);
      if (this.inString) {
        if (this.escaped) this.escaped = false;
        else if (c === 92) this.escaped = true;
        else if (c === 34) this.inString = false;
        // No string of JSON goes over the end of a line.
        else if (c === 10 && this.start >= 0) this.breaksOff();
        continue;
      }
      if (c <= 32) continue;
      if (this.start >= 0 && this.isFault(c)) {
        this.breaksOff();
        this.at--;
        continue;
      }
      if (c === 34) {
        this.inString = true;
        this.quote = this.at;
      } else if (c === 123 || c === 91) this.opens(c);
      else if (c === 125 || c === 93) this.closes(c, items);
      this.before = c;
    }
    this.trim(items);
    return items;
  }

  end(): RawItem[] {
    const rest = this.held.slice(Math.max(this.start, 0));
    const items: RawItem[] = [];
    if (this.start >= 0 && !this.dropped) items.push(this.item(rest.trimEnd(), false));
    else if (this.start < 0) this.outside(this.held, items);
    this.held = '';
    return items;
  }

  /** A character that cannot stand where it does: a word that is none, or an object where a name must be. */
  private isFault(c: number): boolean {
    if (c === 123) return this.around.at(-1) === 123 && this.before !== 58;
    const letter = (c >= 97 && c <= 122) || (c >= 65 && c <= 90);
    if (!letter || isWordPart(this.held.charCodeAt(this.at - 1))) return false;
    const ahead = this.held.slice(this.at, this.at + 5);
    return !['true', 'false', 'null'].some((word) => word.startsWith(ahead) || ahead.startsWith(word));
  }

  /** The next item may begin within what looked like the last string: a quotation mark that is missing turns all inside out. */
  private breaksOff() {
    this.at = Math.max(this.quote, this.start + 1);
    this.damaged = true;
    this.inString = false;
    this.escaped = false;
  }

  /** Goes on at the next item behind a broken one, which is told as not closed. False when it is not there yet. */
  private resume(items: RawItem[]): boolean {
    const key = this.firstKey || 'id';
    const next = new RegExp(`\\{\\s*"${key.replace(/[^\w-]/g, '.')}"\\s*:`, 'g');
    next.lastIndex = Math.max(this.at, this.start + 1);
    const found = next.exec(this.held);
    if (!found) {
      // What may be the beginning of one stays.
      this.at = Math.max(this.at, this.held.length - 100);
      return false;
    }
    const text = this.held.slice(this.start, found.index);
    this.number += lines(this.held.slice(0, this.start));
    const broken = text.trimEnd().replace(/,$/, '').trimEnd();
    if (!this.dropped) items.push(this.item(broken, broken.endsWith('}')));
    this.number += lines(text);
    this.held = this.held.slice(found.index);
    this.quote = 0;
    this.start = 0;
    this.depth = 1;
    this.around = [123];
    this.before = 123;
    this.dropped = false;
    this.damaged = false;
    this.valid = true;
    this.at = 1;
    return true;
  }

  private opens(c: number) {
    if (c === 123 && this.start < 0 && this.depth === 0) {
      // An object that only holds an array of items: {"items": [ … ]}
      const ahead = this.held.slice(this.at, this.at + 200);
      if (/^\{\s*"(?:items|references|message)"\s*:\s*\[/.test(ahead)) {
        this.wrapped = 1;
        return;
      }
    }
    if (c === 91 && this.start < 0 && this.depth === 0) return;
    if (this.start < 0 && c === 123) {
      this.start = this.at;
      this.firstKey ||= /^\{\s*"([\w-]{1,40})"\s*:/.exec(this.held.slice(this.at, this.at + 200))?.[1] ?? '';
    }
    this.depth++;
    this.around.push(c);
  }

  private closes(c: number, items: RawItem[]) {
    if (this.start < 0) {
      if (c === 125 && this.wrapped) this.wrapped = 0;
      return;
    }
    this.depth--;
    this.around.pop();
    if (this.depth > 0) return;
    this.depth = 0;
    const before = this.held.slice(0, this.start);
    this.outside(before, items);
    const text = this.held.slice(this.start, this.at + 1);
    this.number += lines(before);
    if (!this.dropped) items.push(this.item(text, true));
    this.number += lines(text);
    this.held = this.held.slice(this.at + 1);
    this.at = -1;
    this.quote = 0;
    this.around = [];
    this.start = -1;
    this.dropped = false;
    this.valid = true;
  }

  /** Only punctuation may stand between items. */
  private outside(text: string, items: RawItem[]) {
    const stray = text.replace(/^\s*\{\s*"(?:items|references|message)"\s*:/, '').replace(/[\s,[\]{}]/g, '');
    if (stray === '') return;
    const before = lines(text.slice(0, text.search(/[^\s,[\]{}]/)));
    items.push({ ...this.item(text.trim().slice(0, MAX_ENTRY_CHARS), true), line: this.number + before, stray: true });
  }

  /** Keeps memory bounded: an endless item is dropped as it comes. */
  private trim(items: RawItem[]) {
    if (this.held.length <= MAX_ENTRY_CHARS) return;
    if (this.start >= 0 && !this.dropped) {
      this.number += lines(this.held.slice(0, this.start));
      items.push({ ...this.item(this.held.slice(this.start, this.start + 2000), true), tooLong: true });
      this.dropped = true;
      this.number += lines(this.held.slice(this.start));
    } else {
      if (this.start < 0) this.outside(this.held, items);
      this.number += lines(this.held);
    }
    this.held = '';
    this.at = 0;
    this.quote = 0;
    if (this.start >= 0) this.start = 0;
  }

  private item(text: string, closed: boolean): RawItem {
    return { text, line: this.number, tooLong: false, stray: false, closed, valid: this.valid };
  }
}

const isWordPart = (c: number): boolean =>
  (c >= 97 && c <= 122) || (c >= 65 && c <= 90) || (c >= 48 && c <= 57) || c === 45 || c === 43 || c === 46;

function lines(text: string): number {
  let n = 0;
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) n++;
  return n;
}
