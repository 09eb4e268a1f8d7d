'use client';
import { useEffect, useState } from 'react';
import { AGE_BANDS, FACETS, type Facet } from '@/core/classify';
import { facetWords } from '@/core/sieve';
import { CODED_AXES } from '@/core/vocabularies';
import { count, many, plural } from '@/ui/words';

import { CheckList } from '../form/CheckList';
import type { KindFormProps } from './form';

/** Values of a facet that occur in this review, those of most works first; one that is let in and does not occur stays listed. */
export function FacetValues({ test, countsOf, onChange }: KindFormProps<'facet'>) {
  const [counts, setCounts] = useState<Awaited<ReturnType<typeof countsOf>>>([]);
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
    <div>
      <CheckList
        legend={`Allow works with any of: ${FACETS[test.facet].label.toLowerCase()}`}
        values={values}
        checked={test.allowed}
        onChange={(allowed) => allowed.length > 0 && onChange({ ...test, allowed })}
      />
      {CAUTIONS[test.facet] && (
        <p className="mt-1 text-copper text-small" role="note">
          {CAUTIONS[test.facet]} {cutWords(counts, test.allowed)}
        </p>
      )}
    </div>
  );
}

/** What is to be thought of before such a limiter is set. @source common practice */
const CAUTIONS: Partial<Record<Facet, string>> = {
  access: 'What is open says nothing of quality.',
  holding: 'What a library has says nothing of quality; the rest can be asked for from another.',
  standing: 'The standing of a journal says nothing of the single work, and differs by list, field and year.',
  discipline: 'It is the field of the journal, not of the work.',
};

export const cautionFor = (facet: Facet): string => CAUTIONS[facet] ?? '';

const SOURCES = new Map<string, string>(CODED_AXES.sourceType.values.map((v) => [v.code, v.label.toLowerCase()]));

/** What has none of the values that are let in, by source type: of all of a type that something is known of. */
export function cutWords(counts: Awaited<ReturnType<KindFormProps<'facet'>['countsOf']>>, allowed: readonly string[]): string {
  const cut = counts.filter((c) => !allowed.includes(c.value));
  const works = cut.reduce((n, c) => n + c.works, 0);
  if (works === 0) return '';
  const of = (list: typeof counts, type: string) => list.reduce((n, c) => n + (c.sources[type] ?? 0), 0);
  const types = [...new Set(cut.flatMap((c) => Object.keys(c.sources)))].sort((a, b) => of(cut, b) - of(cut, a)).slice(0, 4);
  const parts = types.map((type) => `${SOURCES.get(type) ?? type} ${count(of(cut, type))} of ${count(of(counts, type))}`);
  return `It would cut ${many(works, 'work')} that ${plural(works, 'has', 'have')} other values alone${parts.length ? `: ${parts.join(', ')}` : ''}.`;
}
