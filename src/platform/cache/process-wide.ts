/**
 * What a process keeps between requests. Pages and route handlers are built as programs of their own, each with its own
 * copy of every module: what was worked out for one is there for the other only on the global object.
 * @param name of its own, since it is found by that
 */
export function processWide<T>(name: string, make: () => T): T {
  const shared = globalThis as typeof globalThis & { __narrowSieveKept?: Map<string, unknown> };
  shared.__narrowSieveKept ??= new Map();
  if (!shared.__narrowSieveKept.has(name)) shared.__narrowSieveKept.set(name, make());
  return shared.__narrowSieveKept.get(name) as T;
}

/** A map of so many things; what was asked for longest ago goes first. */
export class Recent<V> {
  private readonly kept = new Map<string, V>();
  constructor(private readonly most: number) {}

  get(key: string): V | undefined {
    const known = this.kept.get(key);
    if (known === undefined) return undefined;
    this.kept.delete(key);
    this.kept.set(key, known);
    return known;
  }

  set(key: string, value: V): void {
    this.kept.delete(key);
    this.kept.set(key, value);
    if (this.kept.size > this.most) this.kept.delete(this.kept.keys().next().value!);
  }
}

/** Things of the reviews that were asked for last, in the whole process. */
export const recent = <V>(name: string, most: number): Recent<V> => processWide(name, () => new Recent<V>(most));

/** What is being worked out, so that a page and its frame, which ask at once, do not both do it. */
const underWay = processWide('under-way', () => new Map<string, Promise<unknown>>());

/** @param key of what is worked out, and from what */
export function once<V>(key: string, work: () => Promise<V>): Promise<V> {
  const known = underWay.get(key);
  if (known) return known as Promise<V>;
  const started = work().finally(() => underWay.delete(key));
  underWay.set(key, started);
  return started;
}

/** What follows from columns, in the whole process: it goes when they do. */
export const derivedFrom = <K extends WeakKey, V>(name: string): WeakMap<K, V> => processWide(name, () => new WeakMap<K, V>());
