'use client';
import { useEffect, useState } from 'react';
import { AGE_BANDS, FACETS } from '@/core/classify';
import { facetWords, type Limiter } from '@/core/sieve';
import { count } from '@/ui/marks';
import { CheckList } from './CheckList';

type FacetTest = Extract<Limiter['test'], { kind: 'facet' }>;
export type FacetCounts = (facet: FacetTest['facet']) => Promise<{ value: string; works: number }[]>;

/** Values of a facet that occur in this review, those of most works first; one that is let in and does not occur stays listed. */
export function FacetValues({ test, countsOf, onChange }: { test: FacetTest; countsOf: FacetCounts; onChange(test: FacetTest): void }) {
  const [counts, setCounts] = useState<{ value: string; works: number }[]>([]);
  useEffect(() => {
    let gone = false;
    void countsOf(test.facet).then((found) => !gone && setCounts(found));
    return () => {
      gone = true;
    };
  }, [countsOf, test.facet]);
  const known = new Map(counts.map((c) => [c.value, c.works]));
  const more = [...(test.facet === 'age' ? AGE_BANDS : []), ...test.allowed].filter((v) => !known.has(v));
  const values = [...counts.map((c) => c.value), ...new Set(more)].map((code) => ({
    code,
    label: `${facetWords(test.facet, code)} (${count(known.get(code) ?? 0)})`,
  }));
  return (
    <CheckList
      legend={`Lets in works with any of: ${FACETS[test.facet].label.toLowerCase()}`}
      values={values}
      checked={test.allowed}
      onChange={(allowed) => allowed.length > 0 && onChange({ ...test, allowed })}
    />
  );
}
