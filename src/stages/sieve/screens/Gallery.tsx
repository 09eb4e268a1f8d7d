'use client';
import { useEffect, useState } from 'react';
import type { EvidenceScheme } from '@/core/classify';
import { fromSample, GALLERY, type Limiter, type Sample } from '@/core/sieve';
import { Dialog } from '@/ui/dialog';
import { cautionFor, cutWords } from './kinds/facet';
import type { FacetCounts } from './kinds/form';

/** Common limiters to start from, by what they are about. */
export function Gallery({
  open,
  scheme,
  countsOf,
  onOpenChange,
  onAdd,
}: {
  open: boolean;
  scheme: EvidenceScheme;
  countsOf: FacetCounts;
  onOpenChange(open: boolean): void;
  onAdd(limiter: Limiter): void;
}) {
  const groups = [...new Set(GALLERY.map((s) => s.group))];
  const add = (sample: Sample) => {
    onAdd(fromSample(sample, scheme, crypto.randomUUID()));
    onOpenChange(false);
  };
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Add a limiter" wide>
      <p className="mb-3 text-slate">Common limiters to start from. Each can be changed afterwards; what it costs shows at once.</p>
      <div className="columns-3 gap-5">
        {groups.map((group) => (
          <section key={group} className="mb-4 break-inside-avoid">
            <h3 className="mb-1 border-rule border-b font-semibold text-body">{group}</h3>
            <ul>
              {GALLERY.filter((s) => s.group === group).map((sample) => (
                <li key={sample.key}>
                  <button type="button" className="w-full rounded-[4px] px-1.5 py-1 text-left hover:bg-picked" onClick={() => add(sample)}>
                    <span className="block font-medium">{sample.name}</span>
                    <span className="block text-note text-slate leading-snug">{sample.meaning}</span>
                    {open && <Cut sample={sample} scheme={scheme} countsOf={countsOf} />}
                  </button>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </Dialog>
  );
}

/** What a limiter by a list would cut here, before it is set. */
function Cut({ sample, scheme, countsOf }: { sample: Sample; scheme: EvidenceScheme; countsOf: FacetCounts }) {
  const [words, setWords] = useState('');
  useEffect(() => {
    const test = sample.test(scheme);
    if (test.kind !== 'facet' || !cautionFor(test.facet)) return;
    let gone = false;
    void countsOf(test.facet).then((counts) => !gone && setWords(cutWords(counts, test.allowed)));
    return () => {
      gone = true;
    };
  }, [sample, scheme, countsOf]);
  return words ? <span className="block text-copper text-note leading-snug">{words}</span> : null;
}
