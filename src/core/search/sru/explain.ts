import { childOf, childrenOf, elementsOf, textOf, type XmlNode } from '@/core/formats/xml';
import { AnswerFault, answerOf, countOf, diagnosticsIn, said, unpacked } from './answer';
import type { Diagnostic } from './diagnostics';

/** An index that a server can be asked in, or whose terms it lists. */
export interface ServerIndex {
  /** As it stands in a query: the short name of its set, a dot, its name. */
  name: string;
  title: string;
  /** Other names of the same index. */
  also: string[];
  search: boolean;
  scan: boolean;
  sort: boolean;
}
/** A form in which it gives records. */
export interface ServerSchema {
  name: string;
  identifier: string;
  title: string;
}
/** What a server says of itself. */
export interface Explained {
  title: string;
  description: string;
  indexes: ServerIndex[];
  schemas: ServerSchema[];
  /** What it takes where nothing is said: "index", "relation", "numberOfRecords", "retrieveSchema" … */
  defaults: Readonly<Record<string, string>>;
  /** What it is set to, such as "maximumRecords". */
  settings: Readonly<Record<string, string>>;
  /** What it can do, by kind: "relation", "booleanModifier", "maskingCharacter" … */
  supports: Readonly<Record<string, readonly string[]>>;
  /** Most records in one answer, where it says so. */
  mostRecords: number | null;
  diagnostics: Diagnostic[];
}

const EMPTY: Omit<Explained, 'diagnostics'> = {
  ...{ title: '', description: '', indexes: [], schemas: [], defaults: {}, settings: {}, supports: {}, mostRecords: null },
};

/**
 * Reads what a server says of itself. A server that says little is no fault: what it does not say is not known.
 * @throws AnswerFault when it is no such answer
 * @source ZeeRex DTD and commentary (explain.z3950.org, version 2.0); SRU 1.2, explain; from memory
 */
export function readExplainAnswer(text: string): Explained {
  const root = answerOf(text, ['explainResponse', 'explain']);
  const diagnostics = diagnosticsIn(root);
  const explain = root.name === 'explain' ? root : explainIn(root);
  if (!explain) {
    if (diagnostics.length) return { ...EMPTY, diagnostics };
    throw new AnswerFault('The server says nothing of itself.');
  }
  const about = childOf(explain, 'databaseInfo');
  const config = childOf(explain, 'configInfo');
  const settings = typed(config, 'setting');
  return {
    title: said(about, 'title'),
    description: said(about, 'description'),
    indexes: indexesOf(childOf(explain, 'indexInfo')),
    schemas: schemasOf(childOf(explain, 'schemaInfo')),
    defaults: typed(config, 'default'),
    settings,
    supports: supportsOf(config),
    mostRecords: countOf(settings.maximumRecords ?? ''),
    diagnostics,
  };
}

/** In a record of its own, as XML or as a text. */
function explainIn(root: XmlNode): XmlNode | null {
  const data = childOf(root, 'record', 'recordData');
  const [inner] = elementsOf(data);
  if (inner) return inner.name === 'explain' ? inner : null;
  const text = unpacked(data);
  return text ? answerOf(text, ['explain']) : null;
}

/** Values by their type. The first of a type is the one that counts. */
function typed(config: XmlNode | undefined, name: string): Record<string, string> {
  const found: Record<string, string> = {};
  for (const node of childrenOf(config, name)) {
    const type = node.attrs.type ?? '';
    if (type && !Object.hasOwn(found, type)) found[type] = textOf(node).trim();
  }
  return found;
}

function supportsOf(config: XmlNode | undefined): Record<string, string[]> {
  const found: Record<string, string[]> = {};
  for (const node of childrenOf(config, 'supports')) {
    const [type, value] = [node.attrs.type ?? '', textOf(node).trim()];
    if (!type || !value) continue;
    if (!Object.hasOwn(found, type)) found[type] = [];
    found[type]!.push(value);
  }
  return found;
}

function indexesOf(info: XmlNode | undefined): ServerIndex[] {
  return childrenOf(info, 'index').flatMap((index): ServerIndex[] => {
    const names = childrenOf(index, 'map')
      .flatMap((map) => childrenOf(map, 'name').map(nameOf))
      .filter(Boolean);
    const [name, ...also] = names;
    if (!name) return [];
    const can = (what: string) => index.attrs[what] === 'true';
    // Where nothing is said of searching it can be searched: it is what an index is for.
    return [
      { name, title: said(index, 'title') || name, also, search: index.attrs.search !== 'false', scan: can('scan'), sort: can('sort') },
    ];
  });
}
const nameOf = (node: XmlNode): string => {
  const name = textOf(node).trim();
  const set = node.attrs.set ?? '';
  return name && set && !name.includes('.') ? `${set}.${name}` : name;
};

const schemasOf = (info: XmlNode | undefined): ServerSchema[] =>
  childrenOf(info, 'schema').flatMap((schema): ServerSchema[] => {
    const [name, identifier] = [schema.attrs.name ?? '', schema.attrs.identifier ?? ''];
    return name || identifier ? [{ name: name || identifier, identifier, title: said(schema, 'title') || name || identifier }] : [];
  });
