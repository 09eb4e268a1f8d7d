import type { CellState } from './parity';

/** What each state of a cell of the parity table is called, and what it means. */
export const STATE_WORDS: Readonly<Record<CellState, { label: string; meaning: string; attention: boolean }>> = {
  'not-taken': { label: 'not taken', meaning: 'It was set there, and got lost or seems not to have taken.', attention: true },
  'narrower-there': {
    label: 'narrower there',
    meaning: 'The database kept out what this sieve lets in: it cannot be restored here.',
    attention: true,
  },
  'extra-there': {
    label: 'extra there',
    meaning: 'Only this retrieval is narrowed by it; the sieve has no such limiter.',
    attention: true,
  },
  blind: { label: 'blind', meaning: 'Of most works the records of this retrieval do not say what the limiter reads.', attention: true },
  'partly-blind': {
    label: 'partly blind',
    meaning: 'Of more works than the review lets be, the records of this retrieval do not say enough to decide.',
    attention: true,
  },
  proxy: { label: 'proxy', meaning: 'What was set there only comes near what the limiter asks.', attention: true },
  'looser-there': { label: 'looser there', meaning: 'More came in there; it is closed here.', attention: false },
  waived: { label: 'waived', meaning: 'It asks nothing of this database, for a stated reason. It never counts as even.', attention: false },
  even: { label: 'even', meaning: 'It applies just as it does elsewhere.', attention: false },
};
