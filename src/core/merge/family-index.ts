import { wideHash } from './hash';
import type { ComparedKeys, StatedKind } from './merge-keys';
import { placeKey, type Relation } from './relations';
import type { SelfNamed } from './titles';

/** What families need of a work: what its records say, taken together. */
export interface Member {
  keys: readonly ComparedKeys[];
  kind: SelfNamed | StatedKind;
  cores: Set<string>;
  mains: Set<string>;
  years: [number, number] | null;
}

export function memberOf(keys: readonly ComparedKeys[]): Member {
  const named = keys.find((k) => k.named)?.named ?? null;
  const years = keys.flatMap((k) => k.years ?? []);
  return {
    keys,
    kind: named ?? keys.find((k) => k.stated)?.stated ?? '',
    cores: new Set(keys.map((k) => k.core).filter(Boolean)),
    mains: new Set(keys.map((k) => k.main).filter(Boolean)),
    years: years.length ? [Math.min(...years), Math.max(...years)] : null,
  };
}

/** Works by what they are named by, each name as a number: the names of a million works would fill the memory. */
export class Names {
  private readonly works = new Map<number, number | number[]>();

  add(name: string, work: number) {
    if (!name) return;
    const key = wideHash(name);
    const known = this.works.get(key);
    if (known === undefined) this.works.set(key, work);
    else if (typeof known === 'number') {
      if (known !== work) this.works.set(key, [known, work]);
    } else if (known.at(-1) !== work) known.push(work);
  }

  /** Whether several works are named so. @param key the number of a name */
  isShared(key: number): boolean {
    return typeof this.works.get(key) === 'object';
  }

  of(name: string): readonly number[] {
    const known = name ? this.works.get(wideHash(name)) : undefined;
    return known === undefined ? [] : typeof known === 'number' ? [known] : known;
  }

  *several(): Generator<readonly number[]> {
    for (const works of this.works.values()) if (typeof works !== 'number') yield works;
  }
}

/** Of every work the names it is looked for under, as numbers: most are alone under theirs, and need not be read again. */
export class OwnNames {
  private readonly cores: Float64Array;
  private readonly mains: Float64Array;
  constructor(works: number) {
    this.cores = new Float64Array(works);
    this.mains = new Float64Array(works);
  }

  keep(work: number, { keys, cores, mains }: Member) {
    const one = (names: ReadonlySet<string>) => (names.size === 0 ? NO_NAME : names.size > 1 ? MANY : wideHash([...names][0]!));
    const isTold = keys.some((k) => k.titles?.length > 1);
    this.cores[work] = isTold ? MANY : one(cores);
    this.mains[work] = one(mains);
  }

  mayMeet(work: number, index: Index): boolean {
    const [core, main] = [this.cores[work]!, this.mains[work]!];
    return core === MANY || main === MANY || index.core.isShared(core) || index.main.isShared(main);
  }
}
/** No name has these numbers. */
const [NO_NAME, MANY] = [-1, -2];

export class Index {
  private readonly doi = new Names();
  private readonly pmid = new Names();
  private readonly place = new Names();
  private readonly entry = new Names();
  readonly core = new Names();
  readonly main = new Names();
  readonly title = new Names();
  readonly registration = new Names();

  add(member: Member, work: number) {
    for (const core of member.cores) this.core.add(core, work);
    for (const main of member.mains) this.main.add(main, work);
    for (const k of member.keys) {
      this.doi.add(k.doi, work);
      this.pmid.add(k.pmid, work);
      this.place.add(placeKey(k.container, k.volume, k.first), work);
      this.entry.add(k.entry, work);
      for (const t of k.titles) this.title.add(t, work);
      for (const n of k.registrations) this.registration.add(n, work);
    }
  }

  /** The works that a relation names: by the surest that it gives, and only when that is not shared by several. */
  named(r: Relation): readonly number[] {
    for (const found of [this.pmid.of(r.pmid), this.doi.of(r.doi), this.entry.of(r.entry), this.place.of(r.place), this.title.of(r.title)])
      if (found.length === 1) return found;
    return [];
  }
}
