import type { BibRecord, RecordFormat } from '@/core/record';
import { writeBibtex } from './bibtex/write';
import { toCsl } from './csl/write';
import { csvTable } from './csv/write';
import { JATS_HEAD, JATS_TAIL, writeJats } from './jats/write';
import { MARC_XML_HEAD, MARC_XML_TAIL, writeMarc, writeMarcXml } from './marc/write';
import { MODS_HEAD, MODS_TAIL, writeMods } from './mods/write';
import { writeNbib } from './nbib/write';
import { PUBMED_HEAD, PUBMED_TAIL, writePubmed } from './pubmed/write';
import { writeRis } from './ris/write';

export interface Noted {
  record: BibRecord;
  /** Remarks that go with it, in the format's field for notes. */
  notes?: readonly string[];
}

/** How a file of records is written: a record at a time, between a beginning and an end. */
export interface RecordFile {
  head: string;
  /** @param i its place in the file, counted from 0 */
  piece(noted: Noted, i: number): string;
  tail: string;
}

const plain = (piece: RecordFile['piece'], head = '', tail = ''): RecordFile => ({ head, piece, tail });
const FILES: Readonly<Record<Exclude<RecordFormat, 'csv'>, RecordFile>> = {
  ris: plain(({ record, notes }) => `${writeRis(record, notes)}\r\n`),
  nbib: plain(({ record, notes }) => writeNbib(record, notes)),
  bibtex: plain(({ record, notes }, i) => `${writeBibtex(record, notes, `record${i + 1}`)}\n`),
  'pubmed-xml': plain(({ record, notes }) => writePubmed(record, notes), PUBMED_HEAD, PUBMED_TAIL),
  mods: plain(({ record, notes }) => writeMods(record, notes), MODS_HEAD, MODS_TAIL),
  marc: plain(({ record, notes }) => writeMarc(record, notes)),
  'marc-xml': plain(({ record, notes }) => writeMarcXml(record, notes), MARC_XML_HEAD, MARC_XML_TAIL),
  jats: plain(({ record, notes }) => writeJats(record, notes), JATS_HEAD, JATS_TAIL),
  'csl-json': plain(
    ({ record, notes }, i) => {
      const item = { ...toCsl(record), ...(notes?.length ? { note: notes.join('\n') } : {}) };
      return `${i ? ',\n' : ''}${JSON.stringify(item)}`;
    },
    '[\n',
    '\n]\n',
  ),
};
/** A table wants to know all records before it begins, for its columns; every other format does not. */
export const recordFile = (format: Exclude<RecordFormat, 'csv'>): RecordFile => FILES[format];

/** Records as the text of a file, piece by piece. What was kept of a field of the same format comes back as it was. */
export function* writeRecords(format: RecordFormat, all: readonly Noted[]): Generator<string> {
  const table = format === 'csv' ? csvTable(all.map((n) => n.record)) : null;
  const file = table ? plain(({ record, notes }) => table.row(record, notes), table.head) : FILES[format as Exclude<RecordFormat, 'csv'>];
  if (file.head) yield file.head;
  for (const [i, noted] of all.entries()) yield file.piece(noted, i);
  if (file.tail) yield file.tail;
}
