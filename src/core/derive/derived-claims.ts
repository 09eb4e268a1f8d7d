import { ClaimSheet, type RecordClaims, readClaims, restateClaims, type SaidBeside, termKeysOf, withClaims } from '@/core/classify';
import { askedAgain, LIKELY_AXES, openAxes, packedShares } from '@/core/likely';
import type { BibRecord } from '@/core/record';
import { claimsText } from '@/core/storage';
import type { Scopes } from './scopes';

/** What is stored of a record's claims, with what they were made by. */
interface Derived<Doc> {
  ruleSet: string;
  doc: Doc;
  /** Type terms that no table knows. */
  unmapped: string[];
  /** Keys of its type terms. */
  terms: string[];
}
export type DerivedClaims = Derived<RecordClaims>;

/** The claims of the record in hand: they are written as text, or given to be judged, before the next is read. */
const sheet = new ClaimSheet();

/** Everything that a record of a database says, and what models of its text make of the axes that this leaves open. */
export function derivedClaims(scopes: Scopes, database: string | null, item: BibRecord): DerivedClaims {
  const { said, likely, ...derived } = derive(scopes, database, item);
  return { ...derived, doc: { ...withClaims(said, sheet), likely } };
}

/** The same as JSON, as it is stored. */
export function derivedText(scopes: Scopes, database: string | null, item: BibRecord): Derived<string> {
  const { said, likely, ...derived } = derive(scopes, database, item);
  return { ...derived, doc: claimsText(said, sheet, likely) };
}

/**
 * The same from claims that were derived by these rules under another map or statement. The text is read again only where
 * this leaves more open than any before did: all axes are weighed then, so that no later one needs it.
 */
export function rederivedClaims(scopes: Scopes, database: string | null, item: BibRecord, old: RecordClaims): DerivedClaims {
  const said = restateClaims(sheet, old, item, scopes.scopeOf(database));
  const open = openAxes((axis) => sheet.left(axis));
  const likely = askedAgain(old.likely ?? '', open) ?? packedShares(item, open, LIKELY_AXES);
  return { ...by(scopes, database, item, said), doc: { ...withClaims(said, sheet), likely } };
}

function derive(scopes: Scopes, database: string | null, item: BibRecord) {
  const said = readClaims(sheet, item, scopes.scopeOf(database));
  const likely = packedShares(
    item,
    openAxes((axis) => sheet.left(axis)),
  );
  return { ...by(scopes, database, item, said), said, likely };
}

function by(scopes: Scopes, database: string | null, item: BibRecord, { unmapped }: SaidBeside) {
  const terms = termKeysOf(item);
  return { ruleSet: scopes.ruleSetOf(database, terms), unmapped, terms };
}
