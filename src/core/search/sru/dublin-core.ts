import { elementsOf, parseElement, textOf, XmlFault } from '@/core/formats/xml';

const escaped = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
const around = (name: string, text: string, attributes = ''): string => (text ? `<${name}${attributes}>${escaped(text)}</${name}>` : '');

/** Kinds of resource of the DCMI type vocabulary in MODS's words. @source DCMI Type Vocabulary; MODS typeOfResource; from memory */
const RESOURCE: Readonly<Record<string, string>> = {
  text: 'text',
  image: 'still image',
  sound: 'sound recording',
  movingimage: 'moving image',
  dataset: 'software, multimedia',
};

/**
 * A record in Dublin Core as one in MODS, so that it is read as any other. The record as it was sent goes along inside.
 * @returns null when it is no XML, or has no element that says anything
 * @source Library of Congress, Dublin Core Metadata Element Set mapping to MODS version 3; from memory
 */
export function dublinCoreToMods(xml: string, identifier = ''): string | null {
  let fields: { name: string; text: string }[];
  try {
    fields = elementsOf(parseElement(xml)).map((n) => ({ name: n.name.toLowerCase(), text: textOf(n).trim() }));
  } catch (error) {
    if (error instanceof XmlFault) return null;
    throw error;
  }
  const of = (name: string) => fields.filter((f) => f.name === name && f.text).map((f) => f.text);
  const [title, ...others] = of('title');
  const parts = [
    title ? `<titleInfo>${around('title', title)}</titleInfo>` : '',
    ...others.map((t) => `<titleInfo type="alternative">${around('title', t)}</titleInfo>`),
    ...[...of('creator'), ...of('contributor')].map((name) => {
      const [family, given] = name.split(/,\s*/, 2);
      return given
        ? `<name type="personal">${around('namePart', family!, ' type="family"')}${around('namePart', given, ' type="given"')}</name>`
        : `<name type="corporate">${around('namePart', name)}</name>`;
    }),
    ...of('type').map((t) => {
      const resource = RESOURCE[t.toLowerCase().replace(/\s/g, '')];
      return resource ? around('typeOfResource', resource) : around('genre', t);
    }),
    of('publisher')[0] || of('date')[0]
      ? `<originInfo>${around('publisher', of('publisher')[0] ?? '')}${around('dateIssued', of('date')[0] ?? '')}</originInfo>`
      : '',
    ...of('language').map((l) => `<language>${around('languageTerm', l)}</language>`),
    ...of('description')
      .slice(0, 1)
      .map((d) => around('abstract', d)),
    ...of('subject').map((s) => `<subject>${around('topic', s)}</subject>`),
    ...[...of('source'), ...of('ispartof')]
      .slice(0, 1)
      .map((s) => `<relatedItem type="host"><titleInfo>${around('title', s)}</titleInfo></relatedItem>`),
    ...of('identifier').map((i) => identifierOf(i)),
    identifier ? `<recordInfo>${around('recordIdentifier', identifier)}</recordInfo>` : '',
  ].filter(Boolean);
  if (parts.length === 0) return null;
  return `<mods xmlns="http://www.loc.gov/mods/v3">${parts.join('')}<extension>${withoutDeclaration(xml)}</extension></mods>`;
}

const withoutDeclaration = (xml: string): string => xml.replace(/^\s*<\?xml[^>]*\?>\s*/, '');

function identifierOf(text: string): string {
  const doi = /\b(10\.\d{4,9}\/\S+)$/.exec(text)?.[1];
  if (doi) return around('identifier', doi, ' type="doi"');
  const isbn = /^(?:urn:)?isbn[:\s]*([\d-]{9,17}[\dX])$/i.exec(text)?.[1];
  if (isbn) return around('identifier', isbn, ' type="isbn"');
  const issn = /^(?:urn:)?issn[:\s]*(\d{4}-?\d{3}[\dX])$/i.exec(text)?.[1];
  if (issn) return around('identifier', issn, ' type="issn"');
  if (/^https?:\/\//i.test(text)) return `<location>${around('url', text)}</location>`;
  return around('identifier', text, ' type="local"');
}
