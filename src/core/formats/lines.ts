import type { Line } from './entry';

const NEWLINE = 10;
const RETURN = 13;
/** A line without an end is handed out in pieces of this many bytes, so that it cannot grow without bound. */
const MAX_LINE_BYTES = 1 << 20;

/**
 * Cuts bytes into lines and decodes them: UTF-8 (a byte-order mark is dropped), else Windows-1252 line by line, so
 * that one bad byte spoils neither the rest of the file nor a file that changes its encoding half-way.
 * Ends lines at LF, CRLF or CR. UTF-16 with a byte-order mark is read too.
 */
export class LineReader {
  private held = new Uint8Array(0);
  private number = 0;
  private started = false;
  private wide: TextDecoder | null = null;
  private readonly strict = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true });
  private readonly fallback = new TextDecoder('windows-1252');

  push(chunk: Uint8Array): Line[] {
    let bytes = this.start(chunk);
    if (this.wide) bytes = new TextEncoder().encode(this.wide.decode(chunk, { stream: true }));
    const joined = concat(this.held, bytes);
    // A CR at the very end may be the first half of CRLF, so it waits for the next chunk.
    let end = joined.length - 1;
    if (joined[end] === RETURN) end--;
    while (end >= 0 && joined[end] !== NEWLINE && joined[end] !== RETURN) end--;
    if (end < 0 && joined.length > MAX_LINE_BYTES) end = joined.length - 1;
    this.held = joined.slice(end + 1);
    return end < 0 ? [] : this.cut(joined.subarray(0, end + 1));
  }

  end(): Line[] {
    const rest = this.held;
    this.held = new Uint8Array(0);
    return rest.length ? this.cut(rest) : [];
  }

  private start(chunk: Uint8Array): Uint8Array {
    if (this.started || chunk.length === 0) return chunk;
    this.started = true;
    if (chunk[0] === 0xff && chunk[1] === 0xfe) this.wide = new TextDecoder('utf-16le');
    else if (chunk[0] === 0xfe && chunk[1] === 0xff) this.wide = new TextDecoder('utf-16be');
    return chunk[0] === 0xef && chunk[1] === 0xbb && chunk[2] === 0xbf ? chunk.subarray(3) : chunk;
  }

  private cut(block: Uint8Array): Line[] {
    let text: string;
    try {
      text = this.strict.decode(block);
    } catch {
      return this.cutBytes(block);
    }
    return splitText(text).map((line) => ({ text: line, number: ++this.number, valid: true }));
  }

  private cutBytes(block: Uint8Array): Line[] {
    const lines: Line[] = [];
    let from = 0;
    while (from < block.length) {
      let to = from;
      while (to < block.length && block[to] !== NEWLINE && block[to] !== RETURN) to++;
      const bytes = block.subarray(from, to);
      let text: string;
      let valid = true;
      try {
        text = this.strict.decode(bytes);
      } catch {
        text = this.fallback.decode(bytes);
        valid = false;
      }
      lines.push({ text, number: ++this.number, valid });
      from = to + (block[to] === RETURN && block[to + 1] === NEWLINE ? 2 : 1);
    }
    return lines;
  }
}

function splitText(text: string): string[] {
  const lines = text.split(/\r\n|\n|\r/);
  if (lines.at(-1) === '') lines.pop();
  return lines;
}

function concat(a: Uint8Array, b: Uint8Array): Uint8Array<ArrayBuffer> {
  const all = new Uint8Array(a.length + b.length);
  all.set(a);
  all.set(b, a.length);
  return all;
}
