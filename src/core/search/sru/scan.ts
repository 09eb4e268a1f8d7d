import { childOf, childrenOf } from '@/core/formats/xml';
import { answerOf, countOf, diagnosticsIn, said } from './answer';
import type { Diagnostic } from './diagnostics';

/** A term as it stands in an index. */
export interface ScannedTerm {
  value: string;
  /** What a person is shown in its place, where that is another. */
  shown: string;
  /** How many records have it; null when the server does not say. */
  records: number | null;
  /** Whether the index begins or ends here. */
  edge: 'first' | 'last' | 'only' | null;
}
export interface ScanAnswer {
  terms: ScannedTerm[];
  diagnostics: Diagnostic[];
}

const EDGES = ['first', 'last', 'only'] as const;

/**
 * Reads what stands in an index around a term.
 * @throws AnswerFault when it is no such answer
 * @source SRU 1.2 scanResponse (Library of Congress); OASIS searchRetrieve 1.0 part 6; from memory
 */
export function readScanAnswer(text: string): ScanAnswer {
  const root = answerOf(text, ['scanResponse']);
  const terms = childrenOf(childOf(root, 'terms'), 'term').flatMap((node): ScannedTerm[] => {
    const value = said(node, 'value');
    if (!value) return [];
    const edge = EDGES.find((e) => e === said(node, 'whereInList')) ?? null;
    return [{ value, shown: said(node, 'displayTerm') || value, records: countOf(said(node, 'numberOfRecords')), edge }];
  });
  return { terms, diagnostics: diagnosticsIn(root) };
}
