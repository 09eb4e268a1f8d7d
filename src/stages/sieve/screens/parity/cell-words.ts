import { wilsonInterval } from '@/core/checks';
import { SET_BY } from '@/core/parity';
import { count } from '@/ui/words';

import type { CellLine } from '../../queries/parity-view';

/** The number that a cell's word goes with, if any. */
export function numberOf(cell: CellLine): { n: number; what: 'closed' | 'leaks' } | null {
  if (cell.state === 'looser-there') return { n: cell.closed, what: 'closed' };
  return cell.state === 'not-taken' && cell.leaks > 0 ? { n: cell.leaks, what: 'leaks' } : null;
}

const percent = (share: number): string => `${(100 * share).toFixed(share > 0 && share < 0.1 ? 1 : 0)} %`;

/** Of how many of the works that come to the limiter it cannot tell, in every cell: "5 of 762 unknown". */
export const untoldWords = ({ blind, reached }: CellLine): string => (blind === 0 ? '' : `${count(blind)} of ${count(reached)} unknown`);

/** The same as a share with its 95 % interval. @source Wilson score interval, as the checks have it */
export function shareWords({ blind, reached }: CellLine): string {
  if (reached === 0) return 'No work comes to it.';
  const { low, high } = wilsonInterval(blind, reached);
  return `${count(blind)} of ${count(reached)}: ${percent(blind / reached)} (95 % interval ${percent(low)} to ${percent(high)})`;
}

/** How a cell's limiter was set there. */
export function setWords(cell: CellLine): string {
  const [set] = cell.setBy;
  if (!set) return cell.level ? 'true of the whole database' : 'applied here';
  return `“${set.name}”, set by ${SET_BY[set.how]}${set.lostAfter === null ? '' : `, gone after line ${count(set.lostAfter)}`}`;
}
