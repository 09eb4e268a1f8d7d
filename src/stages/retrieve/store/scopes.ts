import { createHash } from 'node:crypto';
import { type DatabaseScope, NO_SCOPE } from '@/core/classify';
import { scopeOf } from '@/core/parity';
import { RULE_SET } from '@/core/storage';
import type { SourceDatabase } from '@/platform/db/schema';

/**
 * The rules together with what a database's scope adds to them for one record: of its map only the terms that the
 * record carries, so that a changed map makes only those records out of date that it concerns.
 * @param terms keys of the record's type terms
 */
export function ruleSetFor({ allJournalsRefereed, terms: map = {} }: DatabaseScope, terms: readonly string[]): string {
  const own = terms.filter((t) => Object.hasOwn(map, t)).sort();
  const mapped = own.length ? hashOf(own.map((t) => [t, map[t]])) : 'standard';
  return `${RULE_SET}:${allJournalsRefereed ? 'refereed' : 'open'}:${mapped}`;
}
const hashOf = (value: unknown): string => createHash('sha256').update(JSON.stringify(value)).digest('hex').slice(0, 16);

/** What the records of a review's databases are classified by; records of none have no scope. */
export class Scopes {
  private readonly scopes: ReadonlyMap<string, DatabaseScope>;
  /** Rule sets by database and terms: records carry few different sets of terms. */
  private readonly known = new Map<string, string>();

  constructor(databases: readonly SourceDatabase[]) {
    this.scopes = new Map(databases.map((d) => [d.id, scopeOf(d.profile)]));
  }
  scopeOf(databaseId: string | null): DatabaseScope {
    return this.scopes.get(databaseId ?? '') ?? NO_SCOPE;
  }
  ruleSetOf(databaseId: string | null, terms: readonly string[]): string {
    const key = `${databaseId} ${terms.join('\n')}`;
    let ruleSet = this.known.get(key);
    if (ruleSet === undefined) {
      ruleSet = ruleSetFor(this.scopeOf(databaseId), terms);
      this.known.set(key, ruleSet);
    }
    return ruleSet;
  }
}
