import { SET_BY } from '@/core/parity';
import { count } from '@/ui/words';

import type { CellLine } from '../../queries/parity-view';

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
