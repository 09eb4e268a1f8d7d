import { parseElement, textOf, XmlFault } from '@/core/formats/xml';
import type { BibRecord } from '@/core/record';

const MOST = 300;

/**
 * The table of contents that a record gives: MARC field 505, MODS `tableOfContents`, or a field of that name. Its parts, in order.
 * @source MARC 21 field 505 (parts by " -- ") and MODS tableOfContents; from memory
 */
export function contentsOf(record: BibRecord): string[] {
  const texts: string[] = [];
  for (const field of record.extra.marc ?? []) {
    const found = /^505 ?[\d#_ ]{0,2} ?(.+)$/s.exec(field);
    if (found) texts.push(found[1]!.replace(/\$[a-z0-9]/g, ' '));
  }
  for (const fragment of record.extra.mods ?? []) if (/^<(?:[\w.-]+:)?tableOfContents\b/.test(fragment)) texts.push(xmlText(fragment));
  for (const [name, values] of Object.entries(record.extra))
    if (/^(?:table of )?contents$|^toc$|^tableofcontents$/i.test(name)) texts.push(...values);
  return texts
    .flatMap((text) => text.split(/\s+--\s+|\s*\n+\s*|\s+—\s+/))
    .map((part) =>
      part
        .replace(/\s+/g, ' ')
        .replace(/[.;]\s*$/, '')
        .trim(),
    )
    .filter((part) => part.length > 1)
    .slice(0, MOST);
}

function xmlText(fragment: string): string {
  try {
    return textOf(parseElement(fragment));
  } catch (error) {
    if (error instanceof XmlFault) return '';
    throw error;
  }
}
