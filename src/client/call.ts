import type { Refusal } from '@/platform/context';
import type { Verb, VerbInput, VerbOutput } from '@/stages/verbs';

/** Told when something was asked that is done in the background: pages that show jobs look again. */
export const JOBS_CHANGED = 'narrow-sieve:jobs';
const QUEUES: ReadonlySet<Verb> = new Set<Verb>([
  'rule-merge',
  'undo-merge',
  'edit-field',
  'merge-again',
  'try-aside-again',
  'cancel-job',
  'rule-axis',
  'undo-ruling',
  'import-venues',
  'save-venue',
  'drop-venue',
  'save-scheme',
  'map-term',
  'save-settings',
]);

/**
 * Asks something of a review. Plain requests, not server actions: those run one after another and can be broken off
 * by a change of the address, and a decision must be neither.
 * @throws Error when the server does not answer
 */
export async function call<V extends Verb>(reviewId: string, verb: V, input: VerbInput<V>): Promise<VerbOutput<V> | Refusal> {
  const response = await fetch(`/api/reviews/${reviewId}/do/${verb}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(input),
    // Sent to its end even when the page is left.
    keepalive: JSON.stringify(input).length < 60_000,
  });
  const answer = (await response.json()) as VerbOutput<V> | Refusal;
  if (QUEUES.has(verb) && (answer as { ok: boolean }).ok) window.dispatchEvent(new Event(JOBS_CHANGED));
  return answer;
}
