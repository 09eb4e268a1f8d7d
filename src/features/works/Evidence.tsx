import {
  AXIS_LABELS,
  type AxisResult,
  CUE_RULES,
  type EvidenceScheme,
  SCHEMES,
  type SourcedClaim,
  STATED_TIERS,
  TIER_WORDS,
  TIERS,
  WORK_AXES,
  type WorkAxis,
} from '@/core/classify';
import { basisOf } from '@/core/grounds';
import { intervalWords } from '@/core/record';
import { axisValues } from '@/core/sieve';
import { CODED_AXES, type CodedAxis, labelsOf } from '@/core/vocabularies';
import type { WorkDetail } from '@/server/work-detail';
import { Explained } from '@/ui/explained';
import { DatabaseTag, Pill } from '@/ui/marks';

/** What is left of an axis, in words. */
function valueWords(axis: WorkAxis, result: AxisResult, scheme: EvidenceScheme): string {
  const labels = labelsOf(axisValues(axis, scheme), result.disputed || result.mask);
  if (result.status === 'unknown') return `${AXIS_LABELS[axis]} unknown`;
  if (labels.length > 4) return `${labels.length} ${AXIS_LABELS[axis].toLowerCase()}s possible`;
  const lower = labels.map((l, i) => (i === 0 ? l : l.toLowerCase()));
  return lower.length === 1 ? lower[0]! : `${lower.slice(0, -1).join(', ')} or ${lower.at(-1)}`;
}

/** What is left of an axis, with the definition of each value. */
export function Value({ axis, result, scheme }: { axis: WorkAxis; result: AxisResult; scheme: EvidenceScheme }) {
  const bits = result.disputed || result.mask;
  const values = axisValues(axis, scheme).filter((_, bit) => (bits >>> bit) & 1);
  const meaning = values.length <= 4 ? values.map((v) => (values.length === 1 ? v.meaning : `${v.label}: ${v.meaning}`)).join(' ') : '';
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

/** Every claim about a work, by axis and tier, with the database, the rule and the exact words. */
export function Evidence({ work }: { work: WorkDetail }) {
  const { classification } = work;
  return (
    <div className="flex flex-col gap-5">
      {WORK_AXES.map((axis) => (
        <section key={axis} aria-label={AXIS_LABELS[axis]}>
          <div className="flex items-baseline justify-between gap-3 border-rule border-b pb-1">
            <h3 className="text-[15.5px]">
              <span className="font-normal font-sans text-[13px] text-slate">{AXIS_LABELS[axis]} </span>
              <Value axis={axis} result={classification.axes[axis]} scheme={SCHEMES[work.schemeId]!} />
            </h3>
            <KnownPill axis={axis} result={classification.axes[axis]} />
          </div>
          <AxisClaims axis={axis} work={work} />
        </section>
      ))}
      <section aria-label="Dates">
        <h3 className="border-rule border-b pb-1 text-[15.5px]">
          <span className="font-normal font-sans text-[13px] text-slate">First public </span>
          {intervalWords(classification.dates.earliest)}
        </h3>
        <ul className="mt-1 text-[13px]">
          {work.records.map((r) => (
            <li key={r.no} className="flex gap-2 py-0.5">
              <DatabaseTag tag={r.tag} name={r.database} /> issue “{r.item.dates.issue || 'none'}”
              {r.item.dates.online && `, online “${r.item.dates.online}”`}
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

function AxisClaims({ axis, work }: { axis: WorkAxis; work: WorkDetail }) {
  const { classification } = work;
  if (axis === 'level') {
    return (
      <p className="pt-1 text-[13px] text-slate">
        Follows from the design by {SCHEMES[work.schemeId]!.label} ({SCHEMES[work.schemeId]!.source}).
      </p>
    );
  }
  const dissents = new Set(classification.axes[axis].dissents);
  const own =
    axis === 'peerReview'
      ? basisOf(axis, classification)
      : classification.claims.flatMap((c, i) => (c.axis === axis || (axis === 'design' && c.axis === 'attribute') ? [i] : []));
  const ordered = own.sort((a, b) => TIERS.indexOf(classification.claims[a]!.tier) - TIERS.indexOf(classification.claims[b]!.tier));
  if (ordered.length === 0) return <p className="pt-1 text-[13px] text-slate">No record says anything about this.</p>;
  return (
    <>
      {axis === 'peerReview' && (
        <p className="pt-1 text-[13px] text-slate">
          Follows from the source type, the publication type and what is stated about the venue:
        </p>
      )}
      <ul className="mt-1 flex flex-col gap-1.5 text-[13px]">
        {ordered.map((i) => (
          <ClaimLine key={i} claim={classification.claims[i]!} dissent={dissents.has(i)} work={work} />
        ))}
      </ul>
    </>
  );
}

const EXPLAINED = new Map(CUE_RULES.map((r) => [r.id, r.explain]));
const STATED_BY: Record<string, string> = {
  'ris-type': 'The RIS type of the record.',
  'publication-type': 'A publication type given by the indexers.',
  'bibtex-type': 'The BibTeX entry type of the record.',
  'csl-type': 'The CSL item type of the record.',
  'mods-type': 'The genre or type of resource that the record gives.',
  'database-term': 'A term of the database, as its profile maps it.',
  'database-scope': 'What the database’s profile says of all its journals.',
  'design-follows-publication-type': 'An item of this publication type can have no other design.',
};

function ClaimLine({ claim, dissent, work }: { claim: SourcedClaim; dissent: boolean; work: WorkDetail }) {
  const record = work.records.find((r) => r.no === claim.record);
  const allows = !(claim.axis in CODED_AXES)
    ? 'a fact about the design or the venue'
    : (() => {
        const labels = labelsOf(CODED_AXES[claim.axis as CodedAxis].values, claim.mask).map((l) => l.toLowerCase());
        return labels.length > 4 ? `${labels.slice(0, 3).join(', ')} and ${labels.length - 3} more` : labels.join(', ');
      })();
  return (
    <li className="grid grid-cols-[32px_1fr_auto] gap-2">
      <span>{record && <DatabaseTag tag={record.tag} name={record.database} />}</span>
      <span>
        {claim.quote && <q className="font-serif">{claim.quote}</q>} <span className="text-slate">in the {claim.field}</span>
        <br />
        <span className="text-slate">
          {EXPLAINED.get(claim.rule) ?? STATED_BY[claim.rule] ?? claim.rule} Allows: {allows}.
        </span>
      </span>
      <span>{dissent ? <Pill look="attention">disagrees</Pill> : <Pill title={TIER_WORDS[claim.tier].meaning}>{claim.tier}</Pill>}</span>
    </li>
  );
}
