'use client';
import type { EvidenceScheme } from '@/core/classify';
import { EVIDENCE, EVIDENCE_WORDS, kindOf, type Limiter, withTest } from '@/core/sieve';
import { TextArea, TextField } from '@/ui/field';
import { Segmented } from '@/ui/segmented';
import { Exceptions } from './form/Exceptions';
import { KindForm } from './kinds';
import type { FacetCounts } from './kinds/form';

interface LimiterFormProps {
  limiter: Limiter;
  scheme: EvidenceScheme;
  /** Day number of the review's as-of date. */
  asOf: number;
  databases: readonly { id: string; tag: string; name: string }[];
  countsOf: FacetCounts;
  onChange(limiter: Limiter): void;
}

/** Everything that can be set of one limiter; each change counts at once. */
export function LimiterForm({ limiter, scheme, asOf, databases, countsOf, onChange }: LimiterFormProps) {
  const { infers, asksPerson } = kindOf(limiter.test);
  return (
    <div className="flex flex-col gap-3">
      <TextField
        label="Name"
        value={limiter.name}
        maxLength={120}
        onChange={(e) => e.target.value.trim() && onChange({ ...limiter, name: e.target.value })}
      />
      <KindForm
        test={limiter.test}
        scheme={scheme}
        countsOf={countsOf}
        onChange={(test) => onChange(withTest(limiter, test, scheme, asOf))}
      />
      {infers && (
        <Segmented
          label="Evidence used"
          value={limiter.evidence}
          options={EVIDENCE.filter((e) => e !== 'stated-inferred-and-likely' || limiter.test.kind === 'coded').map((value) => ({
            value,
            ...EVIDENCE_WORDS[value],
          }))}
          onChange={(evidence) => onChange({ ...limiter, evidence })}
        />
      )}
      <Segmented
        label={asksPerson ? 'What becomes of them' : "When it can't tell"}
        value={limiter.whenUnknown}
        options={[
          { value: 'let-through', label: 'Let through', meaning: asksPerson ? 'They go on.' : 'Works of which it cannot tell go on.' },
          { value: 'hold', label: 'Hold', meaning: 'They wait for a person.' },
          { value: 'stop', label: 'Stop', meaning: 'They are stopped.' },
        ]}
        onChange={(whenUnknown) => onChange({ ...limiter, whenUnknown })}
      />
      <TextArea
        label="Why it is here"
        value={limiter.rationale}
        maxLength={2000}
        onChange={(e) => onChange({ ...limiter, rationale: e.target.value })}
      />
      <Exceptions key={limiter.id} limiter={limiter} scheme={scheme} databases={databases} onChange={onChange} />
    </div>
  );
}
