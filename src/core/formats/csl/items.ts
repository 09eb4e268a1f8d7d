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
  private dropped = false;
  private valid = true;
  /** Whether the document is a bare object with an array of items in it. */
  private wrapped = 0;

  push({ text, valid }: TextBlock): RawItem[] {
    this.valid &&= valid;
    this.held += text;
    const items: RawItem[] = [];
    for (; this.at < this.held.length; this.at++) {
      const c = this.held.charCodeAt(this.at);
      if (this.inString) {
        if (this.escaped) this.escaped = false;
        else if (c === 92) this.escaped = true;
        else if (c === 34) this.inString = false;
        continue;
      }
      if (c === 34) this.inString = true;
      else if (c === 123 || c === 91) this.opens(c);
      else if (c === 125 || c === 93) this.closes(c, items);
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
    if (this.start < 0 && c === 123) this.start = this.at;
    this.depth++;
  }

  private closes(c: number, items: RawItem[]) {
    if (this.start < 0) {
      if (c === 125 && this.wrapped) this.wrapped = 0;
      return;
    }
    this.depth--;
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
    if (this.start >= 0) this.start = 0;
  }

  private item(text: string, closed: boolean): RawItem {
    return { text, line: this.number, tooLong: false, stray: false, closed, valid: this.valid };
  }
}

function lines(text: string): number {
  let n = 0;
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) n++;
  return n;
}
