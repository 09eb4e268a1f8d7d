import { FACET_NAMES, STATED_TIERS } from '@/core/classify';
import { addFacetValue, type ColumnRow, type Columns, clearFacet, emptyColumns, plainArrays, setPlain } from './columns';

/**
 * Some works on their way into columns, as plain arrays that can be handed from thread to thread. A facet's values are
 * listed by word: which of them get bits of their own is known only where all works come together.
 */
export interface ColumnsPage {
  plain: (Int32Array | Uint32Array)[];
  words: string[];
  /** Of each work, for each facet: how many values, then each as twice the place of its word, plus one when it is stated. */
  facets: Uint32Array;
}

/** Collects works, one after another. */
export class PageBuilder {
  private readonly columns: Columns;
  private readonly places = new Map<string, number>();
  private readonly facets: number[] = [];
  private size = 0;

  /** @param most how many works there will be at most */
  constructor(most: number) {
    this.columns = emptyColumns(most, [], 0);
  }

  add(row: ColumnRow) {
    setPlain(this.columns, this.size++, row);
    for (const facet of FACET_NAMES) {
      const { values } = row.classification.facets[facet];
      this.facets.push(values.length);
      for (const { value, tier } of values) this.facets.push(2 * this.placeOf(value) + (STATED_TIERS.includes(tier) ? 1 : 0));
    }
  }

  private placeOf(word: string): number {
    let place = this.places.get(word);
    if (place === undefined) {
      place = this.places.size;
      this.places.set(word, place);
    }
    return place;
  }

  done(): ColumnsPage {
    return {
      plain: plainArrays(this.columns).map((a) => a.slice(0, this.size)),
      words: [...this.places.keys()],
      facets: Uint32Array.from(this.facets),
    };
  }
}

/** Writes a page's works into columns, one with each call: just as if each had been set there. */
export function pageWriter(columns: Columns, page: ColumnsPage): (i: number) => void {
  const to = plainArrays(columns);
  const facets = FACET_NAMES.map((f) => columns.facets[f]);
  let row = 0;
  let at = 0;
  return (i) => {
    for (let k = 0; k < to.length; k++) to[k]![i] = page.plain[k]![row]!;
    row++;
    for (const column of facets) {
      clearFacet(column, i);
      for (let left = page.facets[at++]!; left > 0; left--) {
        const value = page.facets[at++]!;
        addFacetValue(column, i, page.words[value >>> 1]!, (value & 1) === 1);
      }
    }
  };
}
