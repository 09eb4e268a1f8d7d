import type { WorkDetail } from '@/client/types';
import { AXIS_LABELS, type AxisResult, type EvidenceScheme, STATED_TIERS, TIER_WORDS, WORK_AXES, type WorkAxis } from '@/core/classify';
import { axisValues } from '@/core/sieve';
import { labelsOf } from '@/core/vocabularies';
import { Button } from '@/ui/button';
import { Explained } from '@/ui/explained';
import { Pill } from '@/ui/marks';
import { AxisClaims } from './AxisClaims';
import { DatesOfWork } from './DatesOfWork';
import { FacetsOfWork } from './FacetsOfWork';
import { LikelyOfWork } from './LikelyOfWork';
import { WhatWouldChange } from './WhatWouldChange';

/** With more values than these nothing is known that helps anybody. */
const MANY = 4;

/** What is left of an axis, in words. */
function valueWords(axis: WorkAxis, result: AxisResult, scheme: EvidenceScheme): string {
  const labels = labelsOf(axisValues(axis, scheme), result.disputed || result.mask);
  if (result.status === 'unknown') return `${AXIS_LABELS[axis]} unknown`;
  // Nearly everything is nothing: what it cannot be stands behind the words.
  if (labels.length > MANY && result.status !== 'conflicting') return `${AXIS_LABELS[axis]} unknown`;
  const lower = labels.map((l, i) => (i === 0 ? l : l.toLowerCase()));
  return lower.length === 1 ? lower[0]! : `${lower.slice(0, -1).join(', ')} or ${lower.at(-1)}`;
}

/** What is left of an axis, with the definition of each value. */
export function Value({ axis, result, scheme }: { axis: WorkAxis; result: AxisResult; scheme: EvidenceScheme }) {
  const bits = result.disputed || result.mask;
  const values = axisValues(axis, scheme).filter((_, bit) => (bits >>> bit) & 1);
  const meaning =
    values.length > MANY
      ? `Still possible: ${values.map((v) => v.label.toLowerCase()).join(', ')}.`
      : values.map((v) => (values.length === 1 ? v.meaning : `${v.label}: ${v.meaning}`)).join(' ');
  return <Explained meaning={meaning}>{valueWords(axis, result, scheme)}</Explained>;
}

/** How the value is known, on a small pill. */
export function KnownPill({ axis, result }: { axis: WorkAxis; result: AxisResult }) {
  const pill = (meaning: string, words: string, look?: 'attention') => (
    <Explained meaning={meaning}>
      <Pill look={look}>{words}</Pill>
    </Explained>
  );
  if (result.status === 'conflicting') return pill('Equally strong claims contradict each other.', 'differs', 'attention');
  if (result.tier === null) return pill('No record says anything that narrows it.', 'unknown', 'attention');
  const word =
    axis === 'level'
      ? 'follows'
      : STATED_TIERS.includes(result.tier) && result.stated.mask === result.mask
        ? TIER_WORDS[result.tier].pill
        : 'inferred';
  const open = result.status === 'narrowed';
  const how = axis === 'level' ? 'Follows from the design by the evidence scheme of the review.' : TIER_WORDS[result.tier].meaning;
  return pill(`${how}${open ? ' Several values are still possible.' : ''}`, open ? `${word}, open` : word);
}

/** Every claim about a work, by axis and tier, with the database, the rule and the exact words, and what would change the result. */
export function Evidence({ work, onRule }: { work: WorkDetail; onRule?(axis: WorkAxis): void }) {
  const { classification, scheme } = work;
  return (
    <div className="flex flex-col gap-5">
      {WORK_AXES.map((axis) => (
        <section key={axis} id={`evidence-${axis}`} aria-label={AXIS_LABELS[axis]}>
          <div className="flex items-baseline justify-between gap-3 border-rule border-b pb-1">
            <h3 className="text-lead">
              <span className="font-normal font-sans text-small text-slate">{AXIS_LABELS[axis]} </span>
              <Value axis={axis} result={classification.axes[axis]} scheme={scheme} />
            </h3>
            <span className="flex items-center gap-2">
              {onRule && (
                <Button look="quiet" aria-label={`Rule on ${AXIS_LABELS[axis].toLowerCase()}`} onClick={() => onRule(axis)}>
                  Rule
                </Button>
              )}
              <KnownPill axis={axis} result={classification.axes[axis]} />
            </span>
          </div>
          <AxisClaims axis={axis} work={work} />
          <LikelyOfWork axis={axis} work={work} />
          <WhatWouldChange axis={axis} work={work} />
        </section>
      ))}
      <DatesOfWork work={work} />
      <FacetsOfWork work={work} />
    </div>
  );
}
