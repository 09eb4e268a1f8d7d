import { useState } from 'react';
import { CAUTION_WORDS, CHAPMAN_ASSUMES, chapmanWords, estimateOf, type OverlapOf } from '@/core/checks';
import { Select } from '@/ui/field';
import { count } from '@/ui/words';

import type { OverlapView } from '../queries/overlap';

const AMONG: Record<OverlapOf, string> = { all: 'all works', through: 'works through the sieve', kept: 'kept works' };

/** How many works two databases may both have missed, with what the estimate assumes and when not to believe it. */
export function TwoSources({ view }: { view: OverlapView }) {
  const [[a, b], setPair] = useState<[number, number]>(() => largest(view));
  const [of, setOf] = useState<OverlapOf>('through');
  const name = (bit: number) => view.databases[bit]!.name;
  return (
    <section aria-label="What nobody found" className="mt-5 border-ink border-t-2 pt-2">
      <h2 className="text-lead">How many may no database have found?</h2>
      {view.databases.length < 2 ? (
        <p className="max-w-[80ch] text-slate">
          One database alone says nothing about what it misses: an estimate needs two that were searched independently.
        </p>
      ) : (
        <>
          <div className="mt-1 grid max-w-[820px] grid-cols-3 gap-4">
            <Select label="One database" value={a} onChange={(e) => setPair([Number(e.target.value), b])}>
              {view.databases.map((d) => (
                <option key={d.bit} value={d.bit} disabled={d.bit === b}>
                  {d.name}
                </option>
              ))}
            </Select>
            <Select label="Another" value={b} onChange={(e) => setPair([a, Number(e.target.value)])}>
              {view.databases.map((d) => (
                <option key={d.bit} value={d.bit} disabled={d.bit === a}>
                  {d.name}
                </option>
              ))}
            </Select>
            <Select label="Of" value={of} onChange={(e) => setOf(e.target.value as OverlapOf)}>
              {Object.entries(AMONG).map(([code, words]) => (
                <option key={code} value={code}>
                  {words}
                </option>
              ))}
            </Select>
          </div>
          <Estimate view={view} a={a} b={b} of={of} name={name} />
        </>
      )}
    </section>
  );
}

function Estimate({ view, a, b, of, name }: { view: OverlapView; a: number; b: number; of: OverlapOf; name(bit: number): string }) {
  const estimate = estimateOf(view.sets, a, b, of);
  // Found, and by neither of the two.
  const others = view.sets.reduce((n, s) => n + (((s.mask >>> a) | (s.mask >>> b)) & 1 ? 0 : s[of]), 0);
  const nothing = estimate.cautions.includes('no-overlap');
  return (
    <div role="status">
      {!nothing && (
        <p dir="auto" className="mt-2 max-w-[86ch] font-serif text-lead">
          {chapmanWords(estimate, name(a), name(b))}
          {others > 0 && ` The other databases have ${count(others)} of those.`}
        </p>
      )}
      {estimate.cautions.map((c) => (
        <p key={c} className="mt-2 max-w-[86ch] border-copper border-l-2 pl-2 text-small">
          {CAUTION_WORDS[c]}
        </p>
      ))}
      {!nothing && <p className="mt-1 max-w-[86ch] text-small text-slate">{CHAPMAN_ASSUMES}</p>}
    </div>
  );
}

/** The two with the most works. */
function largest(view: OverlapView): [number, number] {
  const [a = 0, b = 0] = [...view.databases].sort((x, y) => y.all.has - x.all.has).map((d) => d.bit);
  return [a, b];
}
