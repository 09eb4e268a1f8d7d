import { FACET_NAMES } from '@/core/classify';
import { type Columns, type FacetColumn, plainArrays, plainSlots, translated } from './columns';
import { rowsOf } from './runner';

/**
 * Columns with the rows of patches, by age, in the place of those with the same numbers; other rows of a patch are
 * passed over. Only the arrays that change are new: the others are shared with the columns before, and nobody writes
 * into either.
 */
export function withRows(columns: Columns, patches: readonly Columns[]): Columns {
  const fresh = heldApart(columns);
  const slots = plainSlots(fresh);
  const facets = FACET_NAMES.map((f) => fresh.facets[f]);
  const place = rowsOf(columns);
  const own = new Set<Int32Array | Uint32Array>();
  const put = (holder: Record<string, Int32Array | Uint32Array>, name: string, i: number, value: number) => {
    const array = holder[name]!;
    if (array[i] === value) return;
    if (!own.has(array)) {
      holder[name] = array.slice();
      own.add(holder[name]);
    }
    holder[name]![i] = value;
  };
  for (const patch of patches) {
    const theirs = plainArrays(patch);
    const theirFacets = FACET_NAMES.map((f) => patch.facets[f]);
    patch.numbers.forEach((no, j) => {
      const i = place.get(no);
      if (i === undefined) return;
      slots.forEach(([holder, name], k) => {
        put(holder, name, i, theirs[k]![j]!);
      });
      facets.forEach((facet, k) => {
        const from = theirFacets[k]!;
        const holder = facet as unknown as Record<string, Uint32Array>;
        put(holder, 'all', i, translated(from.all[j]!, from, facet));
        put(holder, 'stated', i, translated(from.stated[j]!, from, facet));
      });
    });
    fresh.revision = patch.revision;
  }
  return fresh;
}

/** The same arrays in objects of their own. */
const heldApart = (c: Columns): Columns => ({
  ...c,
  all: { ...c.all },
  stated: { ...c.stated },
  dates: mapped(c.dates, (d) => ({ ...d })),
  facets: mapped(c.facets, (f): FacetColumn => ({ ...f, values: [...f.values] })),
});

const mapped = <K extends string, V>(record: Record<K, V>, of: (value: V) => V): Record<K, V> =>
  Object.fromEntries(Object.entries<V>(record).map(([key, value]) => [key, of(value)])) as Record<K, V>;
