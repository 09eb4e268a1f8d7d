import type { Decoding } from '../decode';
import type { TextBlock } from '../entry';
import { decodeWindows1252 } from '../windows-1252';
import { isControl, type MarcField, type MarcRecord } from './fields';
import { decodeMarc8 } from './marc8';

export const RECORD_END = '\u001d';
const FIELD_END = '\u001e';
const SUBFIELD = '\u001f';
const END = 0x1d;
const MOST_BYTES = 1 << 20;

/**
 * Cuts bytes into records and decodes each for itself, by what its leader says: UTF-8, else MARC-8. Many files say
 * MARC-8 and are UTF-8; so what reads as UTF-8 is taken as it.
 * @source ISO 2709; Library of Congress, MARC 21 Record Structure, Leader/09
 */
export class MarcDecoding implements Decoding {
  private held: Uint8Array[] = [];
  private bytes = 0;
  private readonly strict = new TextDecoder('utf-8', { fatal: true });

  push(chunk: Uint8Array): TextBlock[] {
    const blocks: TextBlock[] = [];
    let from = 0;
    for (let end = chunk.indexOf(END); end >= 0; end = chunk.indexOf(END, from)) {
      this.keep(chunk.subarray(from, end + 1));
      blocks.push(...this.end());
      from = end + 1;
    }
    if (from < chunk.length) this.keep(chunk.slice(from));
    if (this.bytes > MOST_BYTES) blocks.push(...this.end());
    return blocks;
  }

  end(): TextBlock[] {
    if (!this.bytes) return [];
    const record = new Uint8Array(this.bytes);
    let at = 0;
    for (const piece of this.held) {
      record.set(piece, at);
      at += piece.length;
    }
    this.held = [];
    this.bytes = 0;
    return [this.decode(record)];
  }

  private keep(bytes: Uint8Array) {
    this.held.push(bytes);
    this.bytes += bytes.length;
  }

  private decode(bytes: Uint8Array): TextBlock {
    try {
      return { text: this.strict.decode(bytes), valid: true };
    } catch {
      if (bytes[9] === 0x61 || !/^\s*\d{5}/.test(String.fromCharCode(...bytes.subarray(0, 8))))
        return { text: decodeWindows1252(bytes), valid: false };
      const { text, whole } = decodeMarc8(bytes);
      return { text, valid: whole };
    }
  }
}

const LEADER = /^\d{5}[\s\S]{7}\d{5}[\s\S]{7}$/;

/**
 * A record's text as leader and fields, or in words why it is none. Fields are taken in the order of their places, of
 * which the directory tells: lengths count bytes of an encoding that the text no longer has, and are often wrong.
 */
export function parseIso2709(text: string): MarcRecord | string {
  const leader = text.slice(0, 24);
  if (!LEADER.test(leader)) return `"${leader.slice(0, 24)}" is no leader of a MARC record`;
  const parts = text.slice(24).replace(RECORD_END, '').split(FIELD_END);
  const directory = parts.shift()!;
  if (parts.at(-1) === '') parts.pop();
  if (directory.length % 12 !== 0 || !/^(?:[0-9A-Za-z]{3}\d{9})*$/.test(directory)) return 'its directory cannot be read';
  const entries = (directory.match(/.{12}/g) ?? []).map((e, order) => ({ tag: e.slice(0, 3), start: Number(e.slice(7)), order, text: '' }));
  if (entries.length !== parts.length) return `its directory names ${entries.length} fields, and ${parts.length} are there`;
  [...entries]
    .sort((a, b) => a.start - b.start || a.order - b.order)
    .forEach((entry, i) => {
      entry.text = parts[i]!;
    });
  return { leader, fields: entries.map((e) => fieldOf(e.tag, e.text)) };
}

function fieldOf(tag: string, text: string): MarcField {
  if (isControl(tag)) return { tag, ind: '', subs: [['', text]] };
  const [ind, ...subs] = text.split(SUBFIELD);
  return {
    tag,
    ind: ind!.slice(0, 2).padEnd(2),
    subs: subs.filter((s) => s.length > 1).map((s) => [s.slice(0, 1), even(s.slice(1))] as const),
  };
}

const even = (text: string): string => text.replace(/\s+/g, ' ').trim();
// biome-ignore lint/suspicious/noControlCharactersInRegex: those are the marks of the format
const clean = (text: string): string => text.replace(/[\u001b-\u001f]/g, ' ');
const encoder = new TextEncoder();

/**
 * A record as ISO 2709 in UTF-8. Of what is longer than the format has digits for (a record of 99,999 bytes, a field of
 * 9,999) the highest number is written, and readers go by the marks between fields. Common practice.
 */
export function writeIso2709({ leader, fields }: MarcRecord): string {
  let [directory, data, start] = ['', '', 0];
  for (const { tag, ind, subs } of fields) {
    const body = ind === '' ? clean(subs[0]?.[1] ?? '') : ind + subs.map(([code, value]) => `${SUBFIELD}${code}${clean(value)}`).join('');
    const text = body + FIELD_END;
    const length = encoder.encode(text).length;
    directory += `${tag}${digits(length, 4)}${digits(start, 5)}`;
    data += text;
    start += length;
  }
  const base = 24 + directory.length + 1;
  const whole = base + start + 1;
  return `${digits(whole, 5)}${leader.slice(5, 9)}a22${digits(base, 5)}${leader.slice(17, 20)}4500${directory}${FIELD_END}${data}${RECORD_END}`;
}

const digits = (n: number, places: number): string => String(Math.min(n, 10 ** places - 1)).padStart(places, '0');
