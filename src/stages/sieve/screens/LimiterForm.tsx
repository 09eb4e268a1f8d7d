'use client';
import { AXIS_LABELS, type EvidenceScheme, FLAGS } from '@/core/classify';
import { axisValues, FLAG_WORDS, type Limiter } from '@/core/sieve';
import { TextArea, TextField } from '@/ui/field';
import { Segmented } from '@/ui/segmented';
import { CheckList } from './form/CheckList';
import { Exceptions } from './form/Exceptions';
import { type FacetCounts, FacetValues } from './form/FacetValues';
import { RecencyWindow } from './form/RecencyWindow';
import { HeadingList, QueryField, VenueList } from './form/TextTests';

interface LimiterFormProps {
  limiter: Limiter;
  scheme: EvidenceScheme;
  databases: readonly { id: string; tag: string; name: string }[];
  countsOf: FacetCounts;
  onChange(limiter: Limiter): void;
}

/** Everything that can be set of one limiter; each change counts at once. */
export function LimiterForm({ limiter, scheme, databases, countsOf, onChange }: LimiterFormProps) {
  const { kind } = limiter.test;
  const flags = kind === 'flags';
  return (
    <div className="flex flex-col gap-3">
      <TextField
        label="Name"
        value={limiter.name}
        maxLength={120}
        onChange={(e) => e.target.value.trim() && onChange({ ...limiter, name: e.target.value })}
      />
      <TestForm test={limiter.test} scheme={scheme} countsOf={countsOf} onChange={(test) => onChange({ ...limiter, test })} />
      {(kind === 'coded' || kind === 'facet') && (
        <Segmented
          label="Evidence used"
          value={limiter.evidence}
          options={[
            { value: 'stated', label: 'Stated', meaning: 'Only what a person, the item itself, a database or a register states.' },
            {
              value: 'stated-and-inferred',
              label: 'Stated and inferred',
              meaning: 'Also what is inferred from title, methods and headings.',
            },
          ]}
          onChange={(evidence) => onChange({ ...limiter, evidence })}
        />
      )}
      <Segmented
        label={flags ? 'What becomes of them' : "When it can't tell"}
        value={limiter.whenUnknown}
        options={[
          { value: 'let-through', label: 'Let through', meaning: flags ? 'They go on.' : 'Works of which it cannot tell go on.' },
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

interface TestFormProps {
  test: Limiter['test'];
  scheme: EvidenceScheme;
  countsOf: FacetCounts;
  onChange(test: Limiter['test']): void;
}

function TestForm({ test, scheme, countsOf, onChange }: TestFormProps) {
  switch (test.kind) {
    case 'coded':
      return (
        <CheckList
          legend={`Lets in: ${AXIS_LABELS[test.axis].toLowerCase()}`}
          values={axisValues(test.axis, scheme)}
          checked={test.allowed}
          // A limiter that lets nothing in would stop everything: the last value stays.
          onChange={(allowed) => allowed.length > 0 && onChange({ ...test, allowed })}
        />
      );
    case 'recency':
      return <RecencyWindow test={test} onChange={onChange} />;
    case 'facet':
      return <FacetValues test={test} countsOf={countsOf} onChange={onChange} />;
    case 'flags':
      return (
        <CheckList
          legend="Asks about works that are"
          values={FLAGS.map((code) => ({ code, label: FLAG_WORDS[code] }))}
          checked={test.flags}
          onChange={(flags) => flags.length > 0 && onChange({ ...test, flags: flags as typeof test.flags })}
        />
      );
    case 'query':
      return <QueryField test={test} onChange={onChange} />;
    case 'heading':
      return <HeadingList test={test} onChange={onChange} />;
    case 'venue':
      return <VenueList test={test} onChange={onChange} />;
  }
}
