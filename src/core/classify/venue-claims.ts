import { type DayInterval, hull, readDate } from '@/core/record';
import { type Place, PRESS_KINDS, type VenueRegister } from '@/core/venues';
import { type SourcedClaim, STATED_TIERS, VENUE_FACTS } from './claim';
import type { PressState, VenueState } from './peer-review';
import type { RecordOfWork } from './record-of-work';

/** What a register of venues says about the journals and presses of a work's records. */
export function registerClaims(records: readonly RecordOfWork[], register: VenueRegister): SourcedClaim[] {
  if (register.size === 0) return [];
  const claims: SourcedClaim[] = [];
  const when = hull(records.map((r) => dayOf(r.found)));
  for (const { key, found } of records) {
    const { place } = found;
    const claim = { tier: 'venue', field: 'register', start: 0, end: 0, record: key, dissents: false } as const;
    const journal = register.journal(place, dayOf(found) ?? when);
    if (journal) {
      const quote = `${journal.entry.title || journal.by} (by ${journal.by})`;
      if (journal.kinds) claims.push({ axis: 'sourceType', mask: journal.kinds, rule: 'register-journal', quote, ...claim });
      const fact = journal.refereed === 'yes' ? 'refereed' : journal.refereed === 'no' ? 'not-refereed' : null;
      if (fact) {
        const years = journal.entry.from || journal.entry.to ? `, ${journal.entry.from ?? ''}–${journal.entry.to ?? ''}` : '';
        claims.push({ axis: 'venue', mask: 1 << VENUE_FACTS.indexOf(fact), rule: 'register-journal', quote: quote + years, ...claim });
      }
    }
    const press = pressOf(place, register);
    if (press)
      claims.push({
        axis: 'press',
        mask: 1 << PRESS_KINDS.indexOf(press.kind),
        rule: 'register-press',
        quote: `${press.entry.name} (by ${press.by})`,
        ...claim,
      });
  }
  return claims;
}

const dayOf = ({ dates }: RecordOfWork['found']): DayInterval | null => readDate(dates.issue) ?? readDate(dates.online);
const pressOf = (place: Place, register: VenueRegister) => register.press(place);

export interface VenueKnown {
  venue: VenueState;
  press: PressState;
  conflict: boolean;
}

/**
 * What is known of the venue, from all statements about it. A statement about this very venue comes before what a
 * database says of all its journals; two that contradict each other leave it unknown, and are a conflict.
 */
export function venueState(claims: readonly SourcedClaim[], stated: boolean): VenueKnown {
  let [venue, press] = [0, 0];
  for (const c of claims) {
    if (stated && !STATED_TIERS.includes(c.tier)) continue;
    if (c.axis === 'venue') venue |= c.mask;
    else if (c.axis === 'press') press |= c.mask;
  }
  const own = venue & 3;
  const presses = PRESS_KINDS.filter((_, bit) => (press >>> bit) & 1);
  return {
    venue: own === 1 ? 'refereed' : own === 2 ? 'not-refereed' : own === 0 && venue & 4 ? 'refereed-if-a-journal' : 'unknown',
    press: presses.length === 1 ? presses[0]! : 'unknown',
    conflict: own === 3 || presses.length > 1,
  };
}
