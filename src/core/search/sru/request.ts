/** Versions of the protocol that are spoken. */
export const SRU_VERSIONS = ['1.2', '2.0'] as const;
export type SruVersion = (typeof SRU_VERSIONS)[number];

/** What is asked of a server: records of a query, from a place on. */
export interface SearchRequest {
  query: string;
  /** Place of the first record that is wanted, from 1. */
  start: number;
  /** How many records are wanted; 0 asks for the count alone. */
  maximum: number;
  /** Short name or identifier of the form in which records are wanted; '' leaves it to the server. */
  schema: string;
}

/**
 * The address that asks for what a server says of itself: its own address, with nothing that could be taken for a search.
 * @source SRU 1.2 (Library of Congress), "Explain"; OASIS searchRetrieve 1.0 part 3 (SRU 2.0); from memory
 */
export const explainAddress = (server: string, version: SruVersion): string =>
  address(server, version === '1.2' ? { operation: 'explain', version } : {});

/**
 * The address that asks for records, or for their count alone. Version 2.0 knows what is asked by the query itself, and
 * names the version by nothing; 1.2 says both.
 * @source SRU 1.2 and OASIS searchRetrieve 1.0 part 3, request parameters; from memory
 */
export const searchAddress = (server: string, version: SruVersion, { query, start, maximum, schema }: SearchRequest): string =>
  address(server, {
    ...(version === '1.2' ? { operation: 'searchRetrieve', version, recordPacking: 'xml' } : { recordXMLEscaping: 'xml' }),
    query,
    startRecord: String(start),
    maximumRecords: String(maximum),
    ...(schema && { recordSchema: schema }),
  });

/**
 * The address that asks what stands in an index around a term.
 * @param clause index, relation and term, as in a query
 * @param position which of the answered terms the asked one is, from 1
 * @source SRU 1.2 and OASIS searchRetrieve 1.0 part 6 (scan); from memory
 */
export const scanAddress = (server: string, version: SruVersion, clause: string, position: number, maximum: number): string =>
  address(server, {
    ...(version === '1.2' ? { operation: 'scan', version } : {}),
    scanClause: clause,
    responsePosition: String(position),
    maximumTerms: String(maximum),
  });

/** What a server's address asks for already stays, but for what we say ourselves. */
function address(server: string, parameters: Readonly<Record<string, string>>): string {
  const url = new URL(server);
  for (const [name, value] of Object.entries(parameters)) url.searchParams.set(name, value);
  return url.href;
}
