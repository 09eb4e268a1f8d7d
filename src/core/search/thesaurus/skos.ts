import { z } from 'zod';
import { childrenOf, elementsOf, parseElement, textOf, XmlFault, type XmlNode } from '@/core/formats/xml';

/** A heading of a thesaurus. */
export const concept = z.strictObject({
  id: z.string().max(500),
  /** The preferred label: what is indexed. */
  label: z.string().min(1).max(300),
  /** Alternative and hidden labels, that lead to it. */
  also: z.array(z.string().max(300)).max(200),
  /** Names of the concepts above and below it. */
  broader: z.array(z.string().max(500)).max(100),
  narrower: z.array(z.string().max(500)).max(5000),
  note: z.string().max(4000),
});
export type Concept = z.infer<typeof concept>;
export interface ReadThesaurus {
  title: string;
  concepts: Concept[];
  /** What of it could not be used. */
  problems: string[];
}
export const MOST_CONCEPTS = 100_000;

/** What a file is that is no thesaurus. */
export class ThesaurusFault extends Error {}

/**
 * Reads a thesaurus in SKOS, written as RDF/XML. Relations hold in both directions, whichever way a file writes them; of
 * labels in several languages the one without a language or in English is taken.
 * @throws ThesaurusFault in a sentence
 * @source W3C, SKOS Simple Knowledge Organization System Reference (2009), sections 3, 5 and 8; RDF 1.1 XML Syntax (2014); from memory
 */
export function readSkos(text: string): ReadThesaurus {
  let root: XmlNode;
  try {
    root = parseElement(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    if (!(error instanceof XmlFault)) throw error;
    throw new ThesaurusFault(
      /^\s*(?:@prefix|PREFIX|<[^>]+>\s+<)/i.test(text)
        ? 'This is SKOS in Turtle or N-Triples. Only RDF/XML is read: most thesauri are published in it too.'
        : `This is no XML that can be read: ${error.message} (character ${error.at + 1}).`,
    );
  }
  if (root.name !== 'RDF') throw new ThesaurusFault(`This is <${root.name.slice(0, 60)}>, not a thesaurus in SKOS: <rdf:RDF> is expected.`);
  const byId = new Map<string, Concept>();
  const problems: string[] = [];
  let title = '';
  const nodes = elementsOf(root);
  for (const node of nodes) {
    if (isA(node, 'ConceptScheme')) title ||= labelOf(node, 'title') || labelOf(node, 'prefLabel') || labelOf(node, 'label');
    if (!isA(node, 'Concept')) continue;
    const id = aboutOf(node);
    const label = labelOf(node, 'prefLabel');
    if (!id || !label) {
      problems.push(`A concept ${id ? `“${id.slice(0, 80)}” has no preferred label` : `“${label.slice(0, 80)}” has no name of its own`}.`);
      continue;
    }
    if (byId.has(id)) {
      problems.push(`“${id.slice(0, 80)}” is there twice: the first holds.`);
      continue;
    }
    if (byId.size >= MOST_CONCEPTS) throw new ThesaurusFault(`It has more than ${MOST_CONCEPTS.toLocaleString('en-GB')} headings.`);
    byId.set(id, {
      id,
      label: label.slice(0, 300),
      also: [...new Set([...labelsOf(node, 'altLabel'), ...labelsOf(node, 'hiddenLabel')])].slice(0, 200),
      broader: linksOf(node, 'broader'),
      narrower: linksOf(node, 'narrower'),
      note: (textOf(childrenOf(node, 'scopeNote')[0]) || textOf(childrenOf(node, 'definition')[0])).slice(0, 4000),
    });
  }
  if (byId.size === 0) throw new ThesaurusFault('No heading (skos:Concept) is in it.');
  bothWays(byId);
  return { title, concepts: [...byId.values()], problems: problems.slice(0, 100) };
}

const aboutOf = (node: XmlNode): string =>
  node.attrs['rdf:about'] ?? node.attrs.about ?? (node.attrs['rdf:ID'] ? `#${node.attrs['rdf:ID']}` : '');
const isA = (node: XmlNode, name: string): boolean =>
  node.name === name ||
  (node.name === 'Description' &&
    childrenOf(node, 'type').some((t) => (t.attrs['rdf:resource'] ?? t.attrs.resource ?? '').endsWith(`#${name}`)));
const languageOf = (node: XmlNode): string => (node.attrs['xml:lang'] ?? node.attrs.lang ?? '').toLowerCase();

function labelOf(node: XmlNode, name: string): string {
  const all = childrenOf(node, name);
  const best = all.find((l) => languageOf(l) === '') ?? all.find((l) => languageOf(l).startsWith('en')) ?? all[0];
  return textOf(best).trim();
}
const labelsOf = (node: XmlNode, name: string): string[] =>
  childrenOf(node, name)
    .map((l) => textOf(l).trim().slice(0, 300))
    .filter(Boolean);

/** A link names the other concept, or holds it. */
const linksOf = (node: XmlNode, name: string): string[] =>
  childrenOf(node, name)
    .map((l) => l.attrs['rdf:resource'] ?? l.attrs.resource ?? aboutOf(elementsOf(l)[0] ?? l))
    .filter(Boolean);

/** What stands above stands below the other way; links to what is not there lead nowhere and are dropped. */
function bothWays(byId: Map<string, Concept>) {
  const up = new Map<string, Set<string>>();
  const down = new Map<string, Set<string>>();
  const link = (below: string, above: string) => {
    if (below === above || !byId.has(below) || !byId.has(above)) return;
    up.set(below, (up.get(below) ?? new Set()).add(above));
    down.set(above, (down.get(above) ?? new Set()).add(below));
  };
  for (const c of byId.values()) {
    for (const above of c.broader) link(c.id, above);
    for (const below of c.narrower) link(below, c.id);
  }
  for (const c of byId.values()) {
    c.broader = [...(up.get(c.id) ?? [])];
    c.narrower = [...(down.get(c.id) ?? [])];
  }
}
