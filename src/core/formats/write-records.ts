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

/** Records as the text of a file, piece by piece. What was kept of a field of the same format comes back as it was. */
export function* writeRecords(format: RecordFormat, all: readonly Noted[]): Generator<string> {
  switch (format) {
    case 'ris':
      for (const { record, notes } of all) yield `${writeRis(record, notes)}\r\n`;
      return;
    case 'nbib':
      for (const { record, notes } of all) yield writeNbib(record, notes);
      return;
    case 'bibtex':
      for (const [i, { record, notes }] of all.entries()) yield `${writeBibtex(record, notes, `record${i + 1}`)}\n`;
      return;
    case 'pubmed-xml':
      yield PUBMED_HEAD;
      for (const { record, notes } of all) yield writePubmed(record, notes);
      yield PUBMED_TAIL;
      return;
    case 'mods':
      yield MODS_HEAD;
      for (const { record, notes } of all) yield writeMods(record, notes);
      yield MODS_TAIL;
      return;
    case 'marc':
      for (const { record, notes } of all) yield writeMarc(record, notes);
      return;
    case 'marc-xml':
      yield MARC_XML_HEAD;
      for (const { record, notes } of all) yield writeMarcXml(record, notes);
      yield MARC_XML_TAIL;
      return;
    case 'jats':
      yield JATS_HEAD;
      for (const { record, notes } of all) yield writeJats(record, notes);
      yield JATS_TAIL;
      return;
    case 'csl-json':
      yield '[\n';
      for (const [i, { record, notes }] of all.entries()) {
        const item = { ...toCsl(record), ...(notes?.length ? { note: notes.join('\n') } : {}) };
        yield `${i ? ',\n' : ''}${JSON.stringify(item)}`;
      }
      yield '\n]\n';
      return;
    case 'csv': {
      const table = csvTable(all.map((n) => n.record));
      yield table.head;
      for (const { record, notes } of all) yield table.row(record, notes);
    }
  }
}
