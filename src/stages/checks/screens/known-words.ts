import type { KnownFate } from '../queries/known-view';

export const FATE_WORDS: Record<KnownFate, string> = {
  'not-retrieved': 'not retrieved',
  asked: 'to be settled',
  stopped: 'stopped',
  held: 'held',
  undecided: 'through, undecided',
  waiting: 'through, waiting',
  kept: 'kept',
  excluded: 'excluded',
  background: 'background',
};
