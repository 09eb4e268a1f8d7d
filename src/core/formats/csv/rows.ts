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

  constructor(private readonly delimiter: Delimiter) {}

  push({ text, valid }: TextBlock): Row[] {
    this.valid &&= valid;
    this.held += text;
    const rows: Row[] = [];
    for (let end = this.rowEnd(); end >= 0; end = this.rowEnd()) rows.push(...this.take(end));
    if (this.held.length > MAX_ENTRY_CHARS) rows.push(...this.giveUp('too-long', this.held.length));
    return rows.filter((r) => r.fault !== null || r.raw.trim() !== '');
  }

  end(): Row[] {
    if (this.held.trim() === '') return [];
    if (!this.quoted) return this.take(this.held.length);
    const rows = this.giveUp('unclosed-quote', this.held.length);
    return rows.filter((r) => r.fault !== null || r.raw.trim() !== '');
  }

  /** Where the row that begins what is held ends (its newline), or -1. Goes on where it left off. */
  private rowEnd(): number {
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

  private take(end: number): Row[] {
    const raw = this.held.slice(0, end);
    const row: Row = { cells: splitCells(raw, this.delimiter), raw, line: this.number, valid: this.valid, fault: null };
    this.number += 1 + this.lines;
    this.restart(end + 1);
    return [row];
  }

  /** The first line alone is given up; what follows is read as rows again. */
  private giveUp(fault: 'unclosed-quote' | 'too-long', length: number): Row[] {
    const newline = this.held.indexOf('\n');
    const end = newline < 0 ? length : newline;
    const row: Row = { cells: [], raw: this.held.slice(0, Math.min(end, 2000)), line: this.number, valid: this.valid, fault };
    this.number += newline < 0 ? 0 : 1;
    this.restart(newline < 0 ? length : end + 1);
    if (newline < 0) return [row];
    const rows = [row];
    for (let next = this.rowEnd(); next >= 0; next = this.rowEnd()) rows.push(...this.take(next));
    return [...rows, ...(fault === 'unclosed-quote' ? this.end() : [])];
  }

  private restart(from: number) {
    this.held = this.held.slice(from);
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
