import type { Delimiter } from '@/core/record';
import { MAX_ENTRY_CHARS, type TextBlock } from '../entry';

export interface Row {
  cells: string[];
  raw: string;
  line: number;
  valid: boolean;
  /** Why it is no row: a quote that never ends, or more text than an entry may have. */
  fault: 'unclosed-quote' | 'too-long' | null;
}

/** A quoted cell longer than this many lines is taken for a quote that was never closed. */
const MAX_ROW_LINES = 2000;

/**
 * Cuts text into rows, quotes heeded, each with its line and its text. A quote opens a quoted cell only at the
 * cell's beginning, so that 5" stays 5".
 * @source RFC 4180, and W3C Tabular Data on the Web (parsing tabular data) for other delimiters
 */
export class RowReader {
  private held = '';
  private number = 1;
  private valid = true;
  private at = 0;
  private quoted = false;
  private lines = 0;
  /** Characters that came, and those that were read again after a row was given up. */
  private came = 0;
  private readAgain = 0;
  /** So much of what is held is read line by line: a quote in it ends with its line. */
  private byLine = 0;

  constructor(private readonly delimiter: Delimiter) {}

  push({ text, valid }: TextBlock): Row[] {
    this.valid &&= valid;
    this.held += text;
    this.came += text.length;
    return this.rows(false);
  }

  end(): Row[] {
    return this.rows(true);
  }

  /** All rows that are complete in what is held; at the end of the file, all there are. */
  private rows(last: boolean): Row[] {
    const rows: Row[] = [];
    for (;;) {
      const end = this.rowEnd();
      if (end >= 0) rows.push(this.take(end));
      else if (this.lines > MAX_ROW_LINES) rows.push(this.giveUp('unclosed-quote'));
      else if (this.held.length > MAX_ENTRY_CHARS) rows.push(this.giveUp('too-long'));
      else if (last && this.held.trim() !== '') rows.push(this.quoted ? this.giveUp('unclosed-quote') : this.take(this.held.length));
      else break;
    }
    return rows.filter((r) => r.fault !== null || r.raw.trim() !== '');
  }

  /** Where the row that begins what is held ends (its newline), or -1. Goes on where it left off. */
  private rowEnd(): number {
    if (this.byLine > 0) return this.held.indexOf('\n');
    for (; this.at < this.held.length; this.at++) {
      const c = this.held.charCodeAt(this.at);
      if (c === 34) {
        if (this.quoted) {
          if (this.held.charCodeAt(this.at + 1) === 34) this.at++;
          else this.quoted = false;
        } else if (this.cellBegins()) this.quoted = true;
      } else if (c === 10) {
        if (!this.quoted) return this.at;
        if (++this.lines > MAX_ROW_LINES) return -1;
      }
    }
    return -1;
  }

  private cellBegins(): boolean {
    const before = this.at === 0 ? this.delimiter : this.held[this.at - 1];
    return before === this.delimiter || before === '\n';
  }

  private take(end: number): Row {
    const raw = this.held.slice(0, end);
    const row: Row = { cells: splitCells(raw, this.delimiter), raw, line: this.number, valid: this.valid, fault: null };
    this.number += 1 + this.lines;
    this.restart(end + 1);
    return row;
  }

  /**
   * The first line alone is given up; what follows is read as rows again. Where that has happened so often that most of
   * the file was read several times, what was looked through is read line by line: no text takes longer than its length.
   */
  private giveUp(fault: 'unclosed-quote' | 'too-long'): Row {
    const newline = this.held.indexOf('\n');
    const end = newline < 0 ? this.held.length : newline;
    const row: Row = { cells: [], raw: this.held.slice(0, Math.min(end, 2000)), line: this.number, valid: this.valid, fault };
    this.number += newline < 0 ? 0 : 1;
    const seen = this.at;
    this.readAgain += seen;
    this.restart(end + 1);
    if (this.readAgain > 4 * this.came + 1_000_000) this.byLine = seen - end - 1;
    return row;
  }

  private restart(from: number) {
    this.held = this.held.slice(from);
    this.byLine = Math.max(0, this.byLine - from);
    this.at = 0;
    this.quoted = false;
    this.lines = 0;
    this.valid = true;
  }
}

/** Cells of one row. Quoted cells keep their line ends and spaces; others are trimmed of spaces. */
export function splitCells(raw: string, delimiter: Delimiter): string[] {
  const cells: string[] = [];
  for (let at = 0; at <= raw.length; ) {
    if (raw.charCodeAt(at) === 34) {
      let text = '';
      let from = at + 1;
      for (;;) {
        const quote = raw.indexOf('"', from);
        if (quote < 0) {
          text += raw.slice(from);
          at = raw.length + 1;
          break;
        }
        text += raw.slice(from, quote);
        if (raw.charCodeAt(quote + 1) === 34) {
          text += '"';
          from = quote + 2;
          continue;
        }
        // Text behind the closing quote belongs to the cell too: nothing is lost.
        const next = raw.indexOf(delimiter, quote + 1);
        text += raw.slice(quote + 1, next < 0 ? raw.length : next).trimEnd();
        at = next < 0 ? raw.length + 1 : next + 1;
        break;
      }
      cells.push(text);
    } else {
      const next = raw.indexOf(delimiter, at);
      cells.push(raw.slice(at, next < 0 ? raw.length : next).trim());
      at = next < 0 ? raw.length + 1 : next + 1;
    }
  }
  return cells;
}
