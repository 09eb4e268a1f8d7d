import type { WorkDetail } from '@/client/types';
import { FACET_NAMES, FACETS, STATED_TIERS } from '@/core/classify';
import { facetWords } from '@/core/sieve';
import { Explained } from '@/ui/explained';

/** What else limiters can look at: language, people and animals studied, field, access. */
export function FacetsOfWork({ work }: { work: WorkDetail }) {
  const { facets } = work.classification;
  return (
    <section aria-label="Other facets">
      <h3 className="border-rule border-b pb-1 text-lead">Other facets</h3>
      <dl className="mt-1 grid grid-cols-[110px_1fr] gap-x-3 gap-y-1 text-small">
        {FACET_NAMES.map((name) => {
          const { values, complete } = facets[name];
          return (
            <div key={name} className="contents">
              <dt className="text-slate">
                <Explained meaning={FACETS[name].meaning}>{FACETS[name].label}</Explained>
              </dt>
              <dd>
                {values.length === 0 && <span className="text-slate">nothing is said</span>}
                {values.map((v, i) => (
                  <span key={v.value} title={`“${v.quote}” in the ${v.field}`}>
                    {i > 0 && ', '}
                    {facetWords(name, v.value)}
                    {!STATED_TIERS.includes(v.tier) && <span className="text-slate"> (inferred)</span>}
                  </span>
                ))}
                {values.length > 0 && !complete && <span className="text-slate">; others stay possible</span>}
              </dd>
            </div>
          );
        })}
      </dl>
    </section>
  );
}
