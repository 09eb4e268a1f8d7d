import { dayToIso, isoToDay } from '@/core/record';

/** A full text from another library takes from a day to a week. @source common practice */
export const USUAL_DAYS = 7;

export const REQUEST_STATES = ['to-ask', 'asked', 'promised', 'arrived', 'refused'] as const;
export type RequestState = (typeof REQUEST_STATES)[number];

/** Days of a request as ISO dates; '' while it has not happened. */
export interface RequestDays {
  asked: string;
  promised: string;
  arrived: string;
  refused: string;
}

/** What a request came to: what happened last, an arrival before all. */
export function stateOfRequest({ asked, promised, arrived, refused }: RequestDays): RequestState {
  if (arrived) return 'arrived';
  if (refused && refused >= asked) return 'refused';
  if (promised) return 'promised';
  return asked ? 'asked' : 'to-ask';
}

export interface Timing {
  /** The day on which it should be there: as promised, else a week after it was asked for; '' while nobody asked. */
  due: string;
  /** So many days it is late; 0 when it is not. */
  late: number;
  /** It will not be there in time: the review's deadline comes first. */
  tooLate: boolean;
  /** So many days are left to ask for it, if it takes a week; null without a deadline. */
  daysToAsk: number | null;
}

const plus = (day: string, days: number): string => dayToIso(isoToDay(day) + days);

/** Whether a request is late, and whether it comes in time. @param today, deadline ISO dates; a deadline of '' is none */
export function timingOf(days: RequestDays, today: string, deadline: string): Timing {
  const state = stateOfRequest(days);
  const open = state === 'asked' || state === 'promised';
  const due = open ? days.promised || plus(days.asked, USUAL_DAYS) : '';
  const late = open && due < today ? isoToDay(today) - isoToDay(due) : 0;
  // What is late already can come tomorrow at the earliest.
  const expected = open ? (late ? plus(today, 1) : due) : state === 'to-ask' ? plus(today, USUAL_DAYS) : '';
  return {
    ...{ due, late },
    tooLate: deadline !== '' && expected !== '' && expected > deadline,
    daysToAsk: deadline === '' ? null : isoToDay(deadline) - USUAL_DAYS - isoToDay(today),
  };
}

/** A sentence on it; '' when there is nothing to say. */
export function timingWords(days: RequestDays, timing: Timing, deadline: string): string {
  const state = stateOfRequest(days);
  const said: string[] = [];
  if (timing.late)
    said.push(
      `${timing.late === 1 ? 'a day' : `${timing.late} days`} late: ${days.promised ? 'promised for' : 'expected by'} ${timing.due}`,
    );
  else if (timing.due) said.push(`${days.promised ? 'promised for' : 'to be expected by'} ${timing.due}`);
  if (timing.tooLate) said.push(`not before the deadline (${deadline})${state === 'to-ask' ? ' if it takes a week' : ''}`);
  return said.join('; ');
}
