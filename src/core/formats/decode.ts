import type { DecodeUtf8, TextBlock } from './entry';
import { decodeWindows1252 } from './windows-1252';

const NEWLINE = 10;
const RETURN = 13;
/** A line without an end is handed out in pieces of about this many bytes, so that it cannot grow without bound. */
const MAX_LINE_BYTES = 1 << 20;

const strict = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true });
const decodeStrictly: DecodeUtf8 = (bytes) => {
  try {
    return strict.decode(bytes);
  } catch {
    return null;
  }
};

/** Turns the bytes of a file into text, piece by piece. */
export interface Decoding {
  push(chunk: Uint8Array): TextBlock[];
  end(): TextBlock[];
}

/**
 * Turns bytes into blocks of text that end at line ends: UTF-8 (a byte-order mark is dropped), else Windows-1252 line
 * by line, so that one bad byte spoils neither the rest of the file nor a file that changes its encoding half-way.
 * Lines may end at LF, CRLF or CR; they come out ended at LF or CRLF. UTF-16 with a byte-order mark is read too.
 */
export class TextDecoding implements Decoding {
  private held = new Uint8Array(0);
  private started = false;
  private wide: TextDecoder | null = null;

  /** @param utf8 a quicker way than the one every machine has */
  constructor(private readonly utf8: DecodeUtf8 = decodeStrictly) {}

  push(chunk: Uint8Array): TextBlock[] {
    let bytes = this.start(chunk);
    if (this.wide) bytes = new TextEncoder().encode(this.wide.decode(chunk, { stream: true }));
    // A CR at the very end may be the first half of CRLF, so it waits for the next chunk.
    let end = bytes.length - 1;
    if (bytes[end] === RETURN) end--;
    while (end >= 0 && bytes[end] !== NEWLINE && bytes[end] !== RETURN) end--;
    if (end < 0) {
      this.held = concat(this.held, bytes);
      if (this.held.length <= MAX_LINE_BYTES) return [];
      const cut = characterEnd(this.held);
      const block = this.held.subarray(0, cut);
      this.held = this.held.slice(cut);
      return this.decode(block);
    }
    const block = this.held.length ? concat(this.held, bytes.subarray(0, end + 1)) : bytes.subarray(0, end + 1);
    this.held = bytes.slice(end + 1);
    return this.decode(block);
  }

  end(): TextBlock[] {
    const rest = this.held;
    this.held = new Uint8Array(0);
    return rest.length ? this.decode(rest) : [];
  }

  private start(chunk: Uint8Array): Uint8Array {
    if (this.started || chunk.length === 0) return chunk;
    this.started = true;
    if (chunk[0] === 0xff && chunk[1] === 0xfe) this.wide = new TextDecoder('utf-16le');
    else if (chunk[0] === 0xfe && chunk[1] === 0xff) this.wide = new TextDecoder('utf-16be');
    return chunk[0] === 0xef && chunk[1] === 0xbb && chunk[2] === 0xbf ? chunk.subarray(3) : chunk;
  }

  private decode(block: Uint8Array): TextBlock[] {
    const text = this.utf8(block);
    return text === null ? this.byLine(block) : [{ text: unixLines(text), valid: true }];
  }

  /** Runs of good lines stay together; each bad line is a block of its own. */
  private byLine(block: Uint8Array): TextBlock[] {
    const blocks: TextBlock[] = [];
    let good = 0;
    for (let from = 0; from < block.length; ) {
      let to = from;
      while (to < block.length && block[to] !== NEWLINE && block[to] !== RETURN) to++;
      const next = to + (block[to] === RETURN && block[to + 1] === NEWLINE ? 2 : 1);
      const line = block.subarray(from, next);
      if (this.utf8(line) === null) {
        if (good < from) blocks.push({ text: unixLines(this.utf8(block.subarray(good, from))!), valid: true });
        blocks.push({ text: unixLines(decodeWindows1252(line)), valid: false });
        good = next;
      }
      from = next;
    }
    if (good < block.length) blocks.push({ text: unixLines(this.utf8(block.subarray(good))!), valid: true });
    return blocks;
  }
}

/** Where the last whole UTF-8 character of the bytes ends. */
function characterEnd(bytes: Uint8Array): number {
  let at = bytes.length - 1;
  while (at > bytes.length - 4 && (bytes[at]! & 0xc0) === 0x80) at--;
  return bytes[at]! < 0x80 || at <= 0 ? bytes.length : at;
}

/** Old line ends, a CR alone, as LF. CRLF stays as it is: readers take CR for white space, and raw text stays itself. */
function unixLines(text: string): string {
  for (let at = text.indexOf('\r'); at >= 0; at = text.indexOf('\r', at + 1))
    if (text.charCodeAt(at + 1) !== NEWLINE) return text.replace(/\r(?!\n)/g, '\n');
  return text;
}

function concat(a: Uint8Array, b: Uint8Array): Uint8Array<ArrayBuffer> {
  const all = new Uint8Array(a.length + b.length);
  all.set(a);
  all.set(b, a.length);
  return all;
}
