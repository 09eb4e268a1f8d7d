import { childOf, childrenOf, elementsOf, parseElement, textOf, XmlFault, type XmlNode } from '@/core/formats/xml';
import { type Diagnostic, diagnosticOf } from './diagnostics';

/** An answer of more characters is no answer that anybody asked for. */
export const MAX_ANSWER_CHARS = 40_000_000;

/** What a server sent is not what was asked for: nothing of it is used. */
export class AnswerFault extends Error {}

/** A record of an answer, as it was sent. */
export interface SentRecord {
  /** Its place among all that were found, where the server says it; else its place in the answer, counted on. */
  position: number;
  /** What the server calls the form it is in. */
  schema: string;
  /** The record's own name at the server, where it says one. */
  identifier: string;
  /** The record as XML: a stretch of the answer, or what was sent as a text. Prefixes may be declared outside of it. */
  xml: string;
  /** In place of a record that could not be given. */
  diagnostic: Diagnostic | null;
}

export interface SearchAnswer {
  /** How many the server says there are; null when it says none, as beside a fault. */
  total: number | null;
  /** Whether the server says that this number is not exact (SRU 2.0: resultCountPrecision). */
  inexact: boolean;
  records: SentRecord[];
  /** Where the next records begin; null at the end. */
  next: number | null;
  diagnostics: Diagnostic[];
  /** The query that the server says it ran; '' when it says none. */
  ran: string;
  /** How the found ones fall to the values of an index, where the server counts them so: of kinds of content, for one. */
  counts: CountedBy[];
  /** Another query that the server offers instead; '' when it offers none. */
  suggested: string;
}

/** Counts by the values of an index. */
export interface CountedBy {
  index: string;
  label: string;
  terms: { term: string; count: number }[];
}

/**
 * Reads the answer to a search. Names are read without their prefixes, so that both versions of the protocol, and servers
 * that mix them, are read alike.
 * @param start the place that was asked for: where a server counts none
 * @throws AnswerFault when it is no such answer
 * @source SRU 1.2 searchRetrieveResponse (Library of Congress); OASIS searchRetrieve 1.0 part 3, response; from memory
 */
export function readSearchAnswer(text: string, start = 1): SearchAnswer {
  const root = answerOf(text, ['searchRetrieveResponse']);
  const precision = said(root, 'resultCountPrecision');
  return {
    total: countOf(said(root, 'numberOfRecords')),
    inexact: precision !== '' && !/exact$/i.test(precision),
    records: childrenOf(childOf(root, 'records'), 'record').map((node, i) => recordOf(node, text, start + i)),
    next: countOf(said(root, 'nextRecordPosition')),
    diagnostics: diagnosticsIn(root),
    ran: said(childOf(root, 'echoedSearchRetrieveRequest'), 'query'),
    counts: countsIn(childOf(root, 'facetedResults')),
    suggested: textOf(childOf(root, 'extraResponseData', 'suggestion', 'query')).trim(),
  };
}

/** Facets may lie within the source that they are of. @source OASIS searchRetrieve 1.0 part 3, faceted results; from memory */
function countsIn(node: XmlNode | undefined): CountedBy[] {
  return elementsOf(node).flatMap((inner): CountedBy[] => {
    if (inner.name !== 'facet') return countsIn(inner);
    const terms = childrenOf(childOf(inner, 'terms'), 'term').flatMap((term) => {
      const count = countOf(said(term, 'count'));
      return count === null ? [] : [{ term: said(term, 'actualTerm'), count }];
    });
    return [{ index: said(inner, 'index'), label: said(inner, 'facetDisplayLabel'), terms }];
  });
}

/** @throws AnswerFault when the text is too long, no XML, or another kind of document */
export function answerOf(text: string, names: readonly string[]): XmlNode {
  if (text.length > MAX_ANSWER_CHARS) throw new AnswerFault(`The answer has more than ${MAX_ANSWER_CHARS / 1e6} million characters.`);
  let root: XmlNode;
  try {
    root = parseElement(withoutDeclaration(text));
  } catch (error) {
    if (!(error instanceof XmlFault)) throw error;
    const what = /^\s*(?:<!doctype html|<html)/i.test(text) ? 'It is a web page.' : `${error.message} (character ${error.at + 1}).`;
    throw new AnswerFault(`The answer is no XML that can be read. ${what}`);
  }
  if (!names.includes(root.name)) throw new AnswerFault(`The answer is <${root.name.slice(0, 60)}>, not what was asked for.`);
  return root;
}

/** A byte order mark says nothing here: the text is decoded. Of the same length, so that places stay true. */
const withoutDeclaration = (text: string): string => (text.startsWith('\uFEFF') ? ` ${text.slice(1)}` : text);

export const said = (node: XmlNode | undefined, name: string): string => textOf(childOf(node, name)).trim();

/** A document that was sent as a text, letter by letter. */
export const unpacked = (node: XmlNode | undefined): string =>
  (node?.content ?? [])
    .filter((c) => typeof c === 'string')
    .join('')
    .trim();

/** A whole number as a server writes one; null for anything else. */
export const countOf = (text: string): number | null => (/^\d{1,12}$/.test(text) ? Number(text) : null);

export const diagnosticsIn = (root: XmlNode): Diagnostic[] => childrenOf(childOf(root, 'diagnostics'), 'diagnostic').map(diagnosticOf);

function recordOf(node: XmlNode, answer: string, counted: number): SentRecord {
  const data = childOf(node, 'recordData');
  const [inner] = elementsOf(data);
  // Version 1.2 calls it packing, 2.0 escaping; a server that says neither is told by what it sent.
  const xml = inner ? answer.slice(inner.from, inner.to) : unpacked(data);
  return {
    position: countOf(said(node, 'recordPosition')) ?? counted,
    schema: said(node, 'recordSchema'),
    identifier: said(node, 'recordIdentifier'),
    xml: inner?.name === 'diagnostic' ? '' : xml,
    diagnostic: inner?.name === 'diagnostic' ? diagnosticOf(inner) : null,
  };
}
