import { type BibRecord, type DayInterval, hull, readDate } from '@/core/record';
import { ALL, type CodedAxis, fullMask, type Mask } from '@/core/vocabularies';
import { type Aside, type SourcedClaim, STATED_TIERS, type Tier } from './claim';
import type { Flag, RecordClaims } from './claims-of-record';
import { designsOfPublication } from './design-of-publication';
import type { LevelTable } from './evidence-scheme';
import { peerReviewOf } from './peer-review';
import { type AxisResult, type Resolution, resolveAxis, statusOf, weaker } from './resolve';

/** The five axes people see, and the design that the level follows from. */
export const WORK_AXES = ['sourceType', 'publicationType', 'peerReview', 'design', 'level'] as const;
export type WorkAxis = (typeof WORK_AXES)[number];
export const AXIS_LABELS: Record<WorkAxis | 'date', string> = {
  sourceType: 'Source type',
  publicationType: 'Publication type',
  peerReview: 'Peer review',
  design: 'Design',
  level: 'Evidence level',
  date: 'Date',
};

export interface WorkDates {
  online: DayInterval | null;
  issue: DayInterval | null;
  added: DayInterval | null;
  /** The earliest day on which it can have been public: online or issue, whichever comes first. */
  earliest: DayInterval | null;
}

/** What is known of a work on each axis, with every claim it rests on. */
export interface Classification {
  axes: Record<WorkAxis, AxisResult>;
  attributes: Mask;
  dates: WorkDates;
  flags: Flag[];
  claims: SourcedClaim[];
  asides: (Aside & { record: number })[];
  unmapped: string[];
}

/** One record of a work, with what was derived from it. `key` names the record in claims. */
export interface RecordOfWork {
  key: number;
  dates: BibRecord['dates'];
  found: RecordClaims;
}

/** Resolves every axis of a work from all claims of all its records. The order of records does not matter. */
export function classifyWork(records: readonly RecordOfWork[], levels: LevelTable): Classification {
  const ordered = [...records].sort((a, b) => a.key - b.key);
  const claims: SourcedClaim[] = ordered.flatMap((r) => r.found.claims.map((c) => ({ ...c, record: r.key })));
  const onAxis = (axis: CodedAxis, more: SourcedClaim[] = []) => {
    const all = [...claims, ...more].map((c, index) => ({ c, index })).filter(({ c }) => c.axis === axis);
    const result = resolveAxis(
      all.map(({ c }) => c),
      ALL[axis],
    ); // prettier-ignore
    return { ...result, dissents: result.dissents.map((d) => all[d]!.index) };
  };
  const sourceType = onAxis('sourceType');
  const publicationType = onAxis('publicationType');
  claims.push(...designClaims(publicationType));
  const design = onAxis('design');
  const refereedVenue = ordered.some((r) => r.found.refereedVenue);
  const attributes = claims.reduce((mask, c) => (c.axis === 'attribute' ? mask | c.mask : mask), 0);
  const dates = datesOf(ordered.map((r) => r.dates));
  return {
    axes: {
      sourceType,
      publicationType,
      peerReview: derivePeerReview(sourceType, publicationType, onAxis('peerReview'), refereedVenue),
      design,
      level: deriveLevel(design, attributes, levels),
    },
    attributes,
    dates,
    flags: [...new Set(ordered.flatMap((r) => r.found.flags))].sort(),
    claims,
    asides: ordered.flatMap((r) => r.found.asides.map((a) => ({ ...a, record: r.key }))),
    unmapped: [...new Set(ordered.flatMap((r) => r.found.unmapped))].sort(),
  };
}

/** A design follows from the publication type where that leaves no choice (a protocol is not a study). */
function designClaims(publicationType: AxisResult): SourcedClaim[] {
  const made: SourcedClaim[] = [];
  const add = (from: Resolution, stated: boolean) => {
    const mask = from.status === 'conflicting' ? null : designsOfPublication(from.mask);
    const tier = from.tier;
    if (mask === null || tier === null || (stated && !STATED_TIERS.includes(tier))) return;
    if (made.some((m) => m.tier === tier && m.mask === mask)) return;
    made.push({
      axis: 'design',
      mask,
      rule: 'design-follows-publication-type',
      tier,
      field: 'publicationType',
      quote: '',
      start: 0,
      end: 0,
      record: -1,
    });
  };
  add(publicationType.stated, true);
  add(publicationType, false);
  return made;
}

const FULL_PEER = ALL.peerReview;

function derivePeerReview(source: AxisResult, publication: AxisResult, direct: AxisResult, refereedVenue: boolean): AxisResult {
  const derive = (s: Resolution, p: Resolution, d: Resolution): Resolution => {
    const derived = peerReviewOf(s.mask, p.mask, refereedVenue);
    // A direct statement (a ruling, an indexer's "Preprint") comes before what follows from other axes.
    if (d.tier !== null) {
      const both = (derived & d.mask) >>> 0;
      return {
        mask: both || d.mask,
        status: d.status === 'conflicting' ? 'conflicting' : statusOf(both || d.mask, FULL_PEER),
        tier: d.tier,
      };
    }
    const tier =
      derived === FULL_PEER ? null : tierOfDerived(s, p, refereedVenue, (sm, pm) => peerReviewOf(sm, pm, refereedVenue) === derived);
    return { mask: derived, status: statusOf(derived, FULL_PEER), tier };
  };
  return {
    ...derive(source, publication, direct),
    stated: derive(source.stated, publication.stated, direct.stated),
    dissents: direct.dissents,
    disputed: direct.disputed,
  };
}

/** The tier of the weakest input that the derived value needs; an input that changes nothing does not count. */
function tierOfDerived(s: Resolution, p: Resolution, refereedVenue: boolean, same: (s: Mask, p: Mask) => boolean): Tier {
  const needed: Tier[] = [];
  if (s.tier && !same(ALL.sourceType, p.mask)) needed.push(s.tier);
  if (p.tier && !same(s.mask, ALL.publicationType)) needed.push(p.tier);
  if (refereedVenue) needed.push('venue');
  return needed.reduce<Tier>((a, b) => weaker(a, b)!, needed[0] ?? 'weak');
}

function deriveLevel(design: AxisResult, attributes: Mask, levels: LevelTable): AxisResult {
  const all = fullMask(levels.scheme.levels.length);
  const derive = (d: Resolution, attr: Mask): Resolution => {
    const mask = levels.levelsOf(d.mask, attr);
    const refined = attr !== 0 && levels.levelsOf(d.mask, 0) !== mask;
    return {
      mask,
      status: d.status === 'conflicting' && statusOf(mask, all) !== 'settled' ? 'conflicting' : statusOf(mask, all),
      tier: mask === all ? null : refined ? weaker(d.tier, 'strong') : d.tier,
    };
  };
  // Attributes are inferred from text, so the stated level does without them.
  return { ...derive(design, attributes), stated: derive(design.stated, 0), dissents: [], disputed: 0 };
}

function datesOf(records: readonly BibRecord['dates'][]): WorkDates {
  const kind = (name: keyof BibRecord['dates']) => hull(records.map((r) => readDate(r[name])));
  const [online, issue] = [kind('online'), kind('issue')];
  const earliest = online && issue ? { from: Math.min(online.from, issue.from), to: Math.min(online.to, issue.to) } : (online ?? issue);
  return { online, issue, added: kind('added'), earliest };
}
