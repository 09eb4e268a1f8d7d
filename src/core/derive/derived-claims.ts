import { claimsOfRecord, type RecordClaims, restatedClaims, termKeysOf } from '@/core/classify';
import { openAxes, packedShares, sharesOfAxes } from '@/core/likely';
import type { BibRecord } from '@/core/record';
import type { Scopes } from './scopes';

/** What is stored of a record's claims, with what they were made by. */
export interface DerivedClaims {
  ruleSet: string;
  doc: RecordClaims;
  /** Keys of its type terms. */
  terms: string[];
}

/** Everything that a record of a database says, and what models of its text make of the axes that this leaves open. */
export function derivedClaims(scopes: Scopes, database: string | null, item: BibRecord): DerivedClaims {
  const terms = termKeysOf(item);
  const claims = claimsOfRecord(item, scopes.scopeOf(database));
  return { ruleSet: scopes.ruleSetOf(database, terms), doc: { ...claims, likely: packedShares(item, openAxes(claims)) }, terms };
}

/** The same from claims that were derived by these rules under another map or statement, without reading the text again. */
export function rederivedClaims(scopes: Scopes, database: string | null, item: BibRecord, old: RecordClaims): DerivedClaims {
  const terms = termKeysOf(item);
  const claims = restatedClaims(old, item, scopes.scopeOf(database));
  const open = openAxes(claims);
  const doc = { ...claims, likely: sharesOfAxes(old.likely ?? '', open) ?? packedShares(item, open) };
  return { ruleSet: scopes.ruleSetOf(database, terms), doc, terms };
}
