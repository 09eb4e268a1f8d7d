import { type CellState, SET_BY } from '@/core/parity';
import type { CellLine } from '@/server/parity-view';
import { count } from '@/ui/marks';

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
  blind: { label: 'blind', meaning: 'Of some works the records of this retrieval do not say enough to decide.', attention: true },
  proxy: { label: 'proxy', meaning: 'What was set there only comes near what the limiter asks.', attention: true },
  'looser-there': { label: 'looser there', meaning: 'More came in there; it is closed here.', attention: false },
  waived: { label: 'waived', meaning: 'It asks nothing of this database, for a stated reason. It never counts as even.', attention: false },
  even: { label: 'even', meaning: 'It applies just as it does elsewhere.', attention: false },
};

/** The number that a cell's word goes with, if any. */
export function numberOf(cell: CellLine): { n: number; what: 'closed' | 'blind' | 'leaks' } | null {
  if (cell.state === 'blind') return { n: cell.blind, what: 'blind' };
  if (cell.state === 'looser-there') return { n: cell.closed, what: 'closed' };
  return cell.state === 'not-taken' && cell.leaks > 0 ? { n: cell.leaks, what: 'leaks' } : null;
}

/** How a cell's limiter was set there. */
export function setWords(cell: CellLine): string {
  const [set] = cell.setBy;
  if (!set) return cell.level ? 'true of the whole database' : 'applied here';
  return `“${set.name}”, set by ${SET_BY[set.how]}${set.lostAfter === null ? '' : `, gone after line ${count(set.lostAfter)}`}`;
}
