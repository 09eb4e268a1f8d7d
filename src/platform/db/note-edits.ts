import type { Context } from '../context';
import { noteChange } from './note-change';
import type { ChangeOf, Review } from './schema';

/** A value as it is written down: words as they are, anything else as JSON. */
const textOf = (value: unknown): string =>
  value === undefined || value === null ? '' : typeof value === 'string' ? value : JSON.stringify(value);

/**
 * Writes down for the ledger what of a setting was changed, a line for each part that is not what it was.
 * @param names what the parts are called; a part without a name is not written down
 */
export async function noteEdits<K extends string>(
  ctx: Pick<Context, 'em' | 'now' | 'person'>,
  review: Pick<Review, 'id' | 'person'>,
  kind: ChangeOf,
  names: Partial<Record<K, string>>,
  before: Partial<Record<K, unknown>>,
  after: Partial<Record<K, unknown>>,
): Promise<void> {
  for (const [part, subject] of Object.entries(names) as [K, string][]) {
    const [was, is] = [textOf(before[part]), textOf(after[part])];
    if (was !== is) await noteChange(ctx, review, { kind, did: 'changed', subject, before: was, after: is });
  }
}
