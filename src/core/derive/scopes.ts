import { type DatabaseScope, NO_SCOPE } from '@/core/classify';
import { type LimiterProfile, scopeOf } from '@/core/parity';
import { RULE_SET } from '@/core/storage';

/** A short name for a text: the same for the same text, another for another. The core has none of its own. */
export type ShortHash = (text: string) => string;

/** What deriving needs to know of a database. */
export interface ScopedDatabase {
  id: string;
  profile: LimiterProfile;
}

/**
 * The rules together with what a database's scope adds to them for one record: of its map only the terms that the
 * record carries, so that a changed map makes only those records out of date that it concerns.
 * @param terms keys of the record's type terms
 */
export function ruleSetFor({ allJournalsRefereed, terms: map = {} }: DatabaseScope, terms: readonly string[], hash: ShortHash): string {
  const own = terms.filter((t) => Object.hasOwn(map, t)).sort();
  const mapped = own.length ? hash(JSON.stringify(own.map((t) => [t, map[t]]))) : 'standard';
  return `${RULE_SET}:${allJournalsRefereed ? 'refereed' : 'open'}:${mapped}`;
}

/** What the records of a review's databases are classified by; records of none have no scope. */
export class Scopes {
  private readonly scopes: ReadonlyMap<string, DatabaseScope>;
  /** Rule sets by database and terms: records carry few different sets of terms. */
  private readonly known = new Map<string, string>();

  constructor(
    databases: readonly ScopedDatabase[],
    private readonly hash: ShortHash,
  ) {
    this.scopes = new Map(databases.map((d) => [d.id, scopeOf(d.profile)]));
  }
  scopeOf(databaseId: string | null): DatabaseScope {
    return this.scopes.get(databaseId ?? '') ?? NO_SCOPE;
  }
  ruleSetOf(databaseId: string | null, terms: readonly string[]): string {
    const key = `${databaseId} ${terms.join('\n')}`;
    let ruleSet = this.known.get(key);
    if (ruleSet === undefined) {
      ruleSet = ruleSetFor(this.scopeOf(databaseId), terms, this.hash);
      this.known.set(key, ruleSet);
    }
    return ruleSet;
  }
}
