import {
  type Claim,
  type Classification,
  causesOf,
  hingesOf,
  type SourcedClaim,
  venueBasis,
  WORK_AXES,
  type WorkAxis,
} from '@/core/classify';
import type { CodedAxis } from '@/core/vocabularies';

/** Whether every claim that quotes its text stands there, by the record it is of; in words where one does not. */
export function quoteFaults<C extends Pick<Claim, 'field' | 'quote' | 'start' | 'end'>>(
  claims: readonly C[],
  textsOf: (claim: C) => { title: string; abstract: string },
): string[] {
  return claims.flatMap((c) => {
    if (c.end === 0) return [];
    const text = textsOf(c)[c.field === 'title' ? 'title' : 'abstract'];
    return text.slice(c.start, c.end) === c.quote ? [] : [`it quotes "${c.quote}", and there stands "${text.slice(c.start, c.end)}"`];
  });
}

/** Axes that claims are about; the others follow from them. */
const SAID_DIRECTLY: ReadonlySet<WorkAxis> = new Set<WorkAxis>(['sourceType', 'publicationType', 'design']);

/** What a classification points at that is not its own, in words; nothing when all holds together. */
export function pointingFaults(result: Classification): string[] {
  const { claims, axes } = result;
  const own = new Set<SourcedClaim>(claims);
  const faults: string[] = [];
  const check = (holds: boolean, words: string) => {
    if (!holds) faults.push(words);
  };
  const dissents = new Set(WORK_AXES.flatMap((a) => axes[a].dissents));
  for (const axis of WORK_AXES) {
    const { mask, status } = axes[axis];
    check(mask !== 0, `${axis} is left with nothing`);
    for (const d of axes[axis].dissents) {
      check(own.has(d), `${axis}: a dissent that nobody claims`);
      // A dissent shares nothing with what stronger claims left, so nothing with what is left at last.
      if (SAID_DIRECTLY.has(axis)) check(d.axis === axis && (d.mask & mask) === 0, `${axis}: a dissent about something else`);
    }
    // Of a protocol or a comment, what it tells of a design is its subject and no disagreement.
    if ((axis === 'sourceType' || axis === 'publicationType') && status !== 'conflicting')
      for (const c of claims)
        check(
          c.axis !== axis || c.usual === true || dissents.has(c) || (c.mask & mask) !== 0,
          `${axis}: ${c.rule} was passed over in silence`,
        );
    if (SAID_DIRECTLY.has(axis))
      for (const h of hingesOf(result, axis as CodedAxis)) check(own.has(h.claim), `${axis}: it hinges on what nobody claims`);
  }
  for (const c of claims) check(c.dissents === dissents.has(c), `${c.rule}: marked as a dissent, and is none, or the other way round`);
  for (const c of venueBasis(result)) check(own.has(c), 'peer review rests on what nobody claims');
  for (const [axis, causes] of Object.entries(causesOf(result, () => 'VH')))
    for (const cause of causes ?? [])
      check(
        cause.kind === 'dissent' ? axes[axis as WorkAxis].dissents.length > 0 : axes[axis as WorkAxis].status === 'conflicting',
        `${axis}: a cause of ${cause.kind}, and there is none`,
      );
  return faults;
}
