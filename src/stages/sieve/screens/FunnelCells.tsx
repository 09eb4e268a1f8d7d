'use client';
import { memo, useCallback, useRef } from 'react';
import type { Cell, Fill } from '@/core/sieve';
import { Figure } from '@/stages/works/screens';
import { NarrowingBar } from '@/ui/marks';
import { count } from '@/ui/words';
import type { Asked } from './asked';

/** Whose works are listed, of the figures in a table by databases. */
export interface FigureAsked {
  databases: { tag: string; name: string }[];
  asked: Asked | null;
  onAsk(asked: Asked): void;
}

export function Cells({
  row,
  cells,
  firsts,
  databases,
  asked,
  onAsk,
}: FigureAsked & { row: string; cells: Cell[] | null; firsts: Cell[] | null }) {
  // The cells themselves are only drawn again when their numbers change, so what they call must stay the same.
  const latest = useRef(onAsk);
  latest.current = onAsk;
  const ask = useCallback((a: Asked) => latest.current(a), []);
  if (!cells || !firsts) return <td colSpan={databases.length + 1} />;
  return cells.map((cell, i) => {
    const where = i === 0 ? 'all works' : databases[i - 1]!.name;
    const open = asked?.row === row && asked.database === i - 1 ? asked.fill : null;
    return <OneCell key={where} {...{ row, where, open }} database={i - 1} cell={cell} total={firsts[i]!.left} ask={ask} />;
  });
}

interface OneCellProps {
  row: string;
  database: number;
  where: string;
  cell: Cell;
  total: number;
  /** The number of it that is open below. */
  open: Fill | null;
  ask(asked: Asked): void;
}

const same = (a: OneCellProps, b: OneCellProps): boolean =>
  a.row === b.row &&
  a.database === b.database &&
  a.where === b.where &&
  a.total === b.total &&
  a.open === b.open &&
  a.ask === b.ask &&
  a.cell.left === b.cell.left &&
  a.cell.held === b.cell.held &&
  a.cell.stoppedHere === b.cell.stoppedHere;

const OneCell = memo(function OneCell({ row, database, where, cell, total, open, ask }: OneCellProps) {
  const on = (fill: Fill) => () => ask({ row, database, fill });
  return (
    <td className="px-1.5 py-1.5">
      <div className="flex items-baseline gap-2">
        <Figure
          n={cell.left}
          label={`${count(cell.left)} left, ${where}`}
          active={open === 'left'}
          onClick={on('left')}
          className="text-left font-bold text-body"
        />
        {cell.stoppedHere > 0 && (
          <Figure
            n={cell.stoppedHere}
            before="−"
            label={`${count(cell.stoppedHere)} stopped here, ${where}`}
            active={open === 'stopped-here'}
            onClick={on('stopped-here')}
            className="ml-auto text-note text-slate"
          />
        )}
      </div>
      {/* A line of its own, also when nothing is held: bars of a row stand level, whatever the number of databases. */}
      <div className="h-[22px] text-note">
        {cell.held > 0 && (
          <Figure
            n={cell.held}
            before="+"
            after=" held"
            label={`${count(cell.held)} held, ${where}`}
            active={open === 'held'}
            onClick={on('held')}
            className="whitespace-nowrap font-semibold text-copper"
          />
        )}
      </div>
      <NarrowingBar left={cell.left} held={cell.held} total={total} />
    </td>
  );
}, same);
