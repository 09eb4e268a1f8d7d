/** A place where two people changed the same thing to different ends. */
export interface EditConflict {
  /** Names of fields and keys of items, from the outside in. */
  path: readonly string[];
  mine: unknown;
  theirs: unknown;
}

/** What became of two changes of one thing; where they contradict each other, `value` has mine. */
export interface MergedEdits<T> {
  value: T;
  conflicts: EditConflict[];
}

type Fields = Record<string, unknown>;

/**
 * Puts together what two people made of something that both had before them. What only one of them changed, added or took
 * away is as that one left it. Lists are told apart item by item: by `id`, `code` or `number`, or by the item itself when it is a
 * text or number; an item that one took away and the other changed is a conflict, and stays.
 * @param seen what both began with
 * @param mine what the person who saves now made of it
 * @param theirs what is there now
 */
export function mergeEdits<T>(seen: T, mine: T, theirs: T): MergedEdits<T> {
  const conflicts: EditConflict[] = [];
  const value = merged(seen, mine, theirs, [], conflicts) as T;
  return { value, conflicts };
}

/** Whether two values are the same as JSON: a field that is undefined is one that is not there. */
export function isSame(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((v, i) => isSame(v, b[i]));
  if (!isFields(a) || !isFields(b)) return false;
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].every((k) => isSame(a[k], b[k]));
}

function merged(seen: unknown, mine: unknown, theirs: unknown, path: readonly string[], conflicts: EditConflict[]): unknown {
  if (isSame(mine, theirs) || isSame(theirs, seen)) return mine;
  if (isSame(mine, seen)) return theirs;
  if (isFields(mine) && isFields(theirs)) return mergedFields(isFields(seen) ? seen : {}, mine, theirs, path, conflicts);
  if (Array.isArray(mine) && Array.isArray(theirs)) {
    const lists = [Array.isArray(seen) ? seen : [], mine, theirs].map(keyed);
    if (lists.every((l) => l !== null)) return mergedLists(lists as Keyed[] as [Keyed, Keyed, Keyed], path, conflicts);
  }
  conflicts.push({ path, mine, theirs });
  return mine;
}

function mergedFields(seen: Fields, mine: Fields, theirs: Fields, path: readonly string[], conflicts: EditConflict[]): Fields {
  const names = [...new Set([...Object.keys(theirs), ...Object.keys(mine)])];
  const entries = names.map((name) => [name, merged(seen[name], mine[name], theirs[name], [...path, name], conflicts)] as const);
  return Object.fromEntries(entries.filter(([, value]) => value !== undefined));
}

type Keyed = ReadonlyMap<string, unknown>;

function mergedLists([seen, mine, theirs]: readonly [Keyed, Keyed, Keyed], path: readonly string[], conflicts: EditConflict[]): unknown[] {
  const kept = new Map<string, unknown>();
  for (const key of new Set([...mine.keys(), ...theirs.keys()])) {
    const [was, a, b] = [seen.get(key), mine.get(key), theirs.get(key)];
    // Taken away by one, and left as it was by the other.
    if (seen.has(key) && ((!mine.has(key) && isSame(b, was)) || (!theirs.has(key) && isSame(a, was)))) continue;
    const value = merged(was, a, b, [...path, key], conflicts);
    kept.set(key, value === undefined ? (a ?? b) : value);
  }
  // The order is that of whoever changed it; what the other one added stands behind what it stood behind there.
  const [first, second] = sameOrder(seen, mine) ? [theirs, mine] : [mine, theirs];
  const order = [...first.keys()];
  let before: string | null = null;
  for (const key of second.keys()) {
    if (!order.includes(key)) order.splice(before === null ? 0 : order.indexOf(before) + 1, 0, key);
    before = key;
  }
  return order.filter((key) => kept.has(key)).map((key) => kept.get(key));
}

function sameOrder(a: Keyed, b: Keyed): boolean {
  const shared = [...a.keys()].filter((k) => b.has(k));
  return shared.join('\u0000') === [...b.keys()].filter((k) => a.has(k)).join('\u0000');
}

/** The items of a list by what tells them apart; null when something does not, or two are alike. */
function keyed(list: readonly unknown[]): Keyed | null {
  const found = new Map<string, unknown>();
  for (const item of list) {
    const key = isFields(item) ? (item.id ?? item.code ?? item.number) : item;
    if ((typeof key !== 'string' && typeof key !== 'number') || found.has(String(key))) return null;
    found.set(String(key), item);
  }
  return found;
}

const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null && !Array.isArray(value);
