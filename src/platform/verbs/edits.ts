import { z } from 'zod';
import { type EditConflict, isSame, mergeEdits } from '@/core/edits';
import { type Refusal, refuse } from './refusals';

/**
 * The input of a verb that saves something whole: as it shall be, and as the person saw it last. Without what was seen it
 * is taken as it is: a program that writes it from nothing.
 */
export const editOf = <S extends z.ZodType>(schema: S) => z.strictObject({ value: schema, seen: z.unknown().optional() });

/** Somebody else saved meanwhile what contradicts it: what is there now, and where. */
export type ChangedMeanwhile<T> = Refusal<'changed-meanwhile'> & { current: T; conflicts: EditConflict[] };

/** What is to be stored, and whether something of somebody else's is in it. */
export interface Settled<T> {
  value: T;
  merged: boolean;
}

/**
 * What is to be stored: what was sent, with what somebody else changed elsewhere in it meanwhile. Call it behind a lock.
 * @param current what is stored, in the shape in which it is sent
 */
export function settleEdit<T>(current: T, { value, seen }: { value: T; seen?: unknown }): Settled<T> | ChangedMeanwhile<T> {
  if (seen === undefined || isSame(seen, current)) return { value, merged: false };
  const merged = mergeEdits(seen as T, value, current);
  if (merged.conflicts.length === 0) return { value: merged.value, merged: true };
  const refusal = refuse('changed-meanwhile', 'Somebody else changed this meanwhile. Nothing was saved: choose which version stays.');
  return { ...refusal, current, conflicts: merged.conflicts };
}

export const isSettled = <T>(settled: Settled<T> | ChangedMeanwhile<T>): settled is Settled<T> => !('ok' in settled);
