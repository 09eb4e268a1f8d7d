import type { BibRecord } from '@/core/record';
import { escapeXml } from '../xml/write';
import { writeIso2709 } from './iso2709';
import { toMarc } from './of-record';

export const MARC_XML_HEAD = '<?xml version="1.0" encoding="UTF-8"?>\n<collection xmlns="http://www.loc.gov/MARC21/slim">\n';
export const MARC_XML_TAIL = '</collection>\n';

/** A record as MARC 21 in ISO 2709, in UTF-8. */
export const writeMarc = (record: BibRecord, notes: readonly string[] = []): string => writeIso2709(toMarc(record, notes));

/** A record as MARCXML. @source Library of Congress, MARC 21 XML Schema */
export function writeMarcXml(record: BibRecord, notes: readonly string[] = []): string {
  const { leader, fields } = toMarc(record, notes);
  const lines = fields.map(({ tag, ind, subs }) =>
    ind === ''
      ? `  <controlfield tag="${tag}">${escapeXml(subs[0]?.[1] ?? '')}</controlfield>`
      : `  <datafield tag="${tag}" ind1="${escapeXml(ind[0] ?? ' ')}" ind2="${escapeXml(ind[1] ?? ' ')}">${subs
          .map(([code, value]) => `<subfield code="${escapeXml(code)}">${escapeXml(value)}</subfield>`)
          .join('')}</datafield>`,
  );
  return `<record>\n  <leader>${escapeXml(leader)}</leader>\n${lines.join('\n')}\n</record>\n`;
}
