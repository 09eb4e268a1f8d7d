'use client';
import { useEffect, useState } from 'react';
import { AGE_BANDS, FACETS } from '@/core/classify';
import { facetWords } from '@/core/sieve';
import { count } from '@/ui/words';

import { CheckList } from '../form/CheckList';
import type { KindFormProps } from './form';

/** Values of a facet that occur in this review, those of most works first; one that is let in and does not occur stays listed. */
export function FacetValues({ test, countsOf, onChange }: KindFormProps<'facet'>) {
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
      legend={`Allow works with any of: ${FACETS[test.facet].label.toLowerCase()}`}
      values={values}
      checked={test.allowed}
      onChange={(allowed) => allowed.length > 0 && onChange({ ...test, allowed })}
    />
  );
}
