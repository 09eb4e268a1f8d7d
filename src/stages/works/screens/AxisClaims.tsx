import type { WorkDetail } from '@/client/types';
import { axisOfClaim, ruleWords, type SourcedClaim, TIER_WORDS, TIERS, VENUE_FACTS, type WorkAxis } from '@/core/classify';
import { basisOf } from '@/core/grounds';
import { PRESS_KINDS } from '@/core/venues';
import { CODED_AXES, type CodedAxis, labelsOf } from '@/core/vocabularies';
import { DatabaseTag, Pill } from '@/ui/marks';

/** The claims on one axis, strongest first; for an axis that follows from others, those of its inputs. */
export function AxisClaims({ axis, work }: { axis: WorkAxis; work: WorkDetail }) {
  const { classification, scheme } = work;
  const own = classification.claims.filter((c) => axisOfClaim(c.axis) === axis);
  if (axis === 'level' && own.length === 0)
    return (
      <p className="pt-1 text-small text-slate">
        Follows from the design by {scheme.label} ({scheme.source}).
      </p>
    );
  const inputs = axis === 'peerReview' ? basisOf(axis, classification) : [];
  const ordered = [...new Set([...own, ...inputs])].sort((a, b) => TIERS.indexOf(a.tier) - TIERS.indexOf(b.tier));
  if (ordered.length === 0) return <p className="pt-1 text-small text-slate">No record says anything about this.</p>;
  return (
    <>
      {axis === 'peerReview' && (
        <p className="pt-1 text-small text-slate">Follows from the source type, the publication type and what is stated about the venue:</p>
      )}
      <ul className="mt-1 flex flex-col gap-1.5 text-small">
        {ordered.map((claim, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two records may say the same in the same words
          <ClaimLine key={i} claim={claim} work={work} />
        ))}
      </ul>
    </>
  );
}

/** What a claim allows, in words. */
function allows(claim: SourcedClaim): string {
  if (claim.axis === 'attribute') return 'A fact about the design.';
  if (claim.axis === 'level') return '';
  if (claim.axis === 'venue')
    return `Says of the venue: ${VENUE_FACTS.filter((_, bit) => (claim.mask >>> bit) & 1)
      .join(', ')
      .replaceAll('-', ' ')}.`;
  if (claim.axis === 'press') return `Says of the press: ${PRESS_KINDS.filter((_, bit) => (claim.mask >>> bit) & 1).join(', ')}.`;
  const includes = claim.axis === 'includes';
  const axis = (includes ? 'design' : claim.axis) as CodedAxis;
  const labels = labelsOf(CODED_AXES[axis].values, claim.mask).map((l) => l.toLowerCase());
  const all = CODED_AXES[axis].values.length;
  const words =
    labels.length > 4 && labels.length >= all - 6
      ? `all but ${CODED_AXES[axis].values.flatMap((v, bit) => ((claim.mask >>> bit) & 1 ? [] : [v.label.toLowerCase()])).join(', ')}`
      : labels.length > 4
        ? `${labels.slice(0, 3).join(', ')} and ${labels.length - 3} more`
        : labels.join(', ');
  return `${includes ? 'Includes' : 'Allows'}: ${words}.`;
}

function ClaimLine({ claim, work }: { claim: SourcedClaim; work: WorkDetail }) {
  const record = work.records.find((r) => r.no === claim.record);
  const place =
    {
      text: 'the text as a whole',
      shape: 'how the record is filled in',
      ruling: 'a ruling',
      register: 'the register',
      publicationType: '',
    }[claim.field] ?? `the ${claim.field}`;
  return (
    <li className="grid grid-cols-[32px_1fr_auto] gap-2">
      <span>{record && <DatabaseTag tag={record.tag} name={record.database} />}</span>
      <span>
        {claim.quote && <q className="font-serif">{claim.quote}</q>}{' '}
        {place && <span className="text-slate">{claim.quote ? `in ${place}` : `From ${place}.`}</span>}
        {(claim.quote || place) && <br />}
        <span className="text-slate">
          {ruleWords(claim.rule)} {allows(claim)}
        </span>
      </span>
      <span>
        {claim.dissents ? (
          <Pill look="attention">disagrees</Pill>
        ) : (
          <Pill
            title={
              claim.usual ? 'What is usual when nothing else is said; it gives way to any other claim.' : TIER_WORDS[claim.tier].meaning
            }
          >
            {claim.usual ? 'usual' : claim.tier}
          </Pill>
        )}
      </span>
    </li>
  );
}
