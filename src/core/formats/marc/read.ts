import type { Problem } from '@/core/record';
import { clip } from '@/core/record';
import { asEntry, rejection } from '../as-entry';
import { type Entry, type EntryReader, KEPT_OF_LONG_ENTRY, MAX_ENTRY_CHARS, type TextBlock } from '../entry';
import { childrenOf, elementsOf, textOf, type XmlNode } from '../xml/parse';
import { type XmlFormat, XmlReader } from '../xml/read';
import type { MarcField, MarcRecord } from './fields';
import { parseIso2709, RECORD_END } from './iso2709';
import { recordOf } from './record-of';

/**
 * A streaming reader of MARC 21 in ISO 2709. Fields that say more than the record has places for are kept as they are.
 * @source Library of Congress, MARC 21 Format for Bibliographic Data; ISO 2709
 */
export const createMarcReader = (): EntryReader => new MarcReader();

class MarcReader implements EntryReader {
  private held = '';
  private dropped = false;
  private valid = true;
  private line = 1;
  private ordinal = 0;

  push(block: TextBlock): Entry[] {
    const done: Entry[] = [];
    let from = 0;
    for (let end = block.text.indexOf(RECORD_END); end >= 0; end = block.text.indexOf(RECORD_END, from)) {
      this.keep(block.text.slice(from, end + 1), block.valid);
      this.finish(done);
      from = end + 1;
    }
    if (from < block.text.length) this.keep(block.text.slice(from), block.valid);
    if (this.held.length > MAX_ENTRY_CHARS && !this.dropped) {
      done.push(this.reject(this.held.slice(0, KEPT_OF_LONG_ENTRY), 'entry-too-long'));
      this.dropped = true;
    }
    if (this.dropped) this.held = '';
    return done;
  }

  end(): Entry[] {
    const done: Entry[] = [];
    if (!this.dropped && this.held.trim() !== '')
      done.push(this.reject(this.held.trim(), /^\s*\d{5}/.test(this.held) ? 'entry-not-closed' : 'text-outside-entry'));
    return done;
  }

  private keep(text: string, valid: boolean) {
    this.held += text;
    this.valid &&= valid;
  }

  private finish(done: Entry[]) {
    const { held, dropped, valid, line } = this;
    this.held = '';
    this.dropped = false;
    this.valid = true;
    this.line += (held.match(/\n/g) ?? []).length;
    if (dropped) return;
    // Some programs put every record on a line of its own.
    const raw = held.replace(/^[\r\n]+/, '');
    const read = parseIso2709(raw);
    if (typeof read === 'string') {
      done.push(rejection({ ordinal: ++this.ordinal, line, raw }, 'not-well-formed', read));
      return;
    }
    const undecoded = raw[9] === 'a' ? 'not-utf8' : 'beyond-latin';
    const problems: Problem[] = valid ? [] : [{ code: undecoded, line, text: '' }];
    done.push(
      asEntry({ ordinal: ++this.ordinal, line, raw }, problems, (problem) =>
        recordOf(read, 'marc', (code, field, text) => problem({ code, line, field, text: clip(text) })),
      ),
    );
  }

  private reject(raw: string, code: Problem['code']): Entry {
    return rejection({ ordinal: ++this.ordinal, line: this.line, raw }, code);
  }
}

/**
 * A streaming reader of MARCXML, alone or as harvested.
 * @source Library of Congress, MARC 21 XML Schema
 */
export const createMarcXmlReader = (): EntryReader => new XmlReader(MARC_XML);

const MARC_XML: XmlFormat = {
  entries: ['record'],
  // Protocols for harvesting wrap it in an element that is called a record, too.
  isFrame: (text) => !/<(?:[\w.-]+:)?(?:leader|controlfield|datafield)[\s>]/.test(text),
  toRecord: (entry, _, problem) => recordOf(marcOf(entry), 'marc-xml', problem),
};

function marcOf(entry: XmlNode): MarcRecord {
  const fields: MarcField[] = [];
  let leader = '';
  for (const node of elementsOf(entry)) {
    const tag = (node.attrs.tag ?? '').slice(0, 3).padStart(3, '0');
    if (node.name === 'leader') leader = rawText(node);
    else if (node.name === 'controlfield') fields.push({ tag, ind: '', subs: [['', rawText(node)]] });
    else if (node.name === 'datafield') {
      const ind = (node.attrs.ind1 || ' ').slice(0, 1) + (node.attrs.ind2 || ' ').slice(0, 1);
      const subs = childrenOf(node, 'subfield').map((s) => [(s.attrs.code || ' ').slice(0, 1), textOf(s)] as const);
      fields.push({ tag, ind, subs: subs.filter(([, value]) => value !== '') });
    }
  }
  return { leader: leader.padEnd(24).slice(0, 24), fields };
}

/** Leader and control fields count their characters, so every blank stays. */
const rawText = (node: XmlNode): string => node.content.filter((c) => typeof c === 'string').join('');
