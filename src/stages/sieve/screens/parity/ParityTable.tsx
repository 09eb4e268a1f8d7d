import { STATE_WORDS } from '@/core/parity';
import { cx } from '@/ui/cx';
import { DatabaseTag } from '@/ui/marks';
import { count } from '@/ui/words';
import type { ParityView } from '../../queries/parity-view';
import { numberOf, setWords, untoldWords } from './cell-words';

export interface PickedCell {
  row: number;
  column: number;
}
interface ParityTableProps {
  view: ParityView;
  picked: PickedCell | null;
  onPick(cell: PickedCell): void;
}

/** Limiters by retrievals, each cell in a word; a cell is opened beside the table. */
export function ParityTable({ view, picked, onPick }: ParityTableProps) {
  return (
    <table className="w-full table-fixed border-collapse">
      <caption className="sr-only">Was each limiter applied evenly in every retrieval?</caption>
      <thead>
        <tr className="text-left text-small text-slate">
          <th scope="col" className="w-[190px] font-medium">
            Limiter
          </th>
          {view.retrievals.map((r) => (
            <th key={r.id} scope="col" className="px-1.5 font-medium">
              <span className="flex items-center gap-1">
                {r.tags.map((tag) => (
                  <DatabaseTag key={tag} tag={tag} />
                ))}
                <span className="truncate">{r.names}</span>
              </span>
              <span className="block font-normal text-note">
                retrieval {r.number} · {count(r.records)}
                {r.rerun && <b className="font-semibold text-copper"> · to re-run</b>}
              </span>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {view.rows.map((row, i) => (
          <tr key={row.limiter ?? row.name} className="border-rule border-t align-top">
            <th scope="row" className="py-1.5 pr-2 text-left font-medium">
              {row.name}
              {row.limiter === null && <span className="block font-normal text-note text-slate">set at a database only</span>}
            </th>
            {row.cells.map((cell, column) => {
              const r = view.retrievals[column]!;
              if (!cell)
                return (
                  <td key={r.id} className="px-1.5 py-1.5 text-slate">
                    not set
                  </td>
                );
              const words = STATE_WORDS[cell.state];
              const number = numberOf(cell);
              const on = picked?.row === i && picked.column === column;
              return (
                <td key={r.id} className="px-1 py-1">
                  <button
                    type="button"
                    aria-pressed={on}
                    title={words.meaning}
                    aria-label={`${row.name} in ${r.names}: ${words.label}${number ? `, ${count(number.n)}` : ''}. ${untoldWords(cell)} ${setWords(cell)}`}
                    onClick={() => onPick({ row: i, column })}
                    className={cx(
                      'block w-full rounded-[4px] border px-1.5 py-0.5 text-left leading-snug hover:bg-picked',
                      words.attention ? 'border-copper border-dashed text-copper' : 'border-transparent',
                      on && 'bg-picked outline-2 outline-ink',
                    )}
                  >
                    <span className="font-semibold">
                      {words.label}
                      {number && number.n > 0 && ` · ${count(number.n)}`}
                    </span>
                    <span className="block truncate text-note text-slate">{untoldWords(cell) || setWords(cell)}</span>
                  </button>
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
