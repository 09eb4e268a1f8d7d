'use client';
import {
  type ColumnDef,
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  type SortingState,
  useReactTable,
  type VisibilityState,
} from '@tanstack/react-table';
import { Columns3, Copy } from 'lucide-react';
import { type KeyboardEvent, type ReactNode, useMemo, useState } from 'react';
import { toast } from 'sonner';
import { writeCsv } from '@/core/formats';
import { Button } from './button';
import { cx } from './cx';
import { many } from './words';

/** One column of a table of ours. */
export interface TableColumn<Row> {
  id: string;
  header: string;
  cell(row: Row): ReactNode;
  /** What rows are sorted by, and what is copied; a column without it is for acting on a row. */
  value?(row: Row): string | number;
  /** Its heading is read, not seen: what it holds says what it is for. */
  hideHeader?: boolean;
  /** A class that sets its width. */
  width?: string;
}

interface DataTableProps<Row> {
  caption: string;
  columns: readonly TableColumn<Row>[];
  rows: readonly Row[];
  rowKey(row: Row): string | number;
  /** False where the rows are a part of more. */
  sorted?: boolean;
}

/**
 * A table that is sorted by its headings, of which columns can be hidden, that is copied as CSV, and in which the arrow
 * keys go from row to row.
 */
export function DataTable<Row>({ caption, columns, rows, rowKey, sorted = true }: DataTableProps<Row>) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const [columnVisibility, setVisible] = useState<VisibilityState>({});
  const defined = useMemo(
    () =>
      columns.map(
        (c): ColumnDef<Row> => ({
          ...{ id: c.id, header: c.header, cell: ({ row }) => c.cell(row.original), enableSorting: sorted && c.value !== undefined },
          accessorFn: (row) => c.value?.(row) ?? '',
          sortingFn: 'alphanumeric',
          enableHiding: c.value !== undefined,
        }),
      ),
    [columns, sorted],
  );
  const table = useReactTable<Row>({
    data: rows as Row[],
    columns: defined,
    state: { sorting, columnVisibility },
    onSortingChange: setSorting,
    onColumnVisibilityChange: setVisible,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getRowId: (row) => String(rowKey(row)),
  });
  const widths = new Map(columns.map((c) => [c.id, c.width]));
  const hidden = new Set(columns.flatMap((c) => (c.hideHeader ? c.id : [])));
  return (
    <div>
      <Tools
        hideable={table.getAllLeafColumns().filter((c) => c.getCanHide())}
        onCopy={() => {
          const shown = table.getVisibleLeafColumns().filter((c) => c.getCanHide());
          const lines = table.getRowModel().rows.map((r) => shown.map((c) => r.getValue<string | number>(c.id)));
          const text = writeCsv([shown.map((c) => String(c.columnDef.header)), ...lines]);
          void navigator.clipboard.writeText(text).then(
            () => toast(`${many(lines.length, 'row')} copied as CSV.`),
            () => toast.error('The browser does not let this page copy. Select the table and copy it.'),
          );
        }}
      />
      <div className="relative overflow-x-auto">
        <table className="w-full min-w-[760px] table-fixed text-left text-small" onKeyDown={moveByArrow}>
          <caption className="sr-only">{caption}</caption>
          <thead>
            <tr className="h-7 text-slate">
              {table.getFlatHeaders().map((h) => (
                <th
                  key={h.id}
                  scope="col"
                  className={cx('font-medium', widths.get(h.id))}
                  aria-sort={{ asc: 'ascending' as const, desc: 'descending' as const }[String(h.column.getIsSorted())]}
                >
                  {h.column.getCanSort() ? (
                    <button type="button" className="min-h-6 hover:underline" onClick={h.column.getToggleSortingHandler()}>
                      {flexRender(h.column.columnDef.header, h.getContext())}
                      <span aria-hidden>{{ asc: ' ↓', desc: ' ↑' }[String(h.column.getIsSorted())]}</span>
                    </button>
                  ) : (
                    <span className={hidden.has(h.id) ? 'sr-only' : ''}>{String(h.column.columnDef.header)}</span>
                  )}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {table.getRowModel().rows.map((row) => (
              <tr key={row.id} className="border-rule border-t align-top">
                {row.getVisibleCells().map((cell) => (
                  <td key={cell.id} className="py-1.5 pr-3">
                    {flexRender(cell.column.columnDef.cell, cell.getContext())}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

interface Hideable {
  id: string;
  columnDef: { header?: unknown };
  getIsVisible(): boolean;
  toggleVisibility(visible: boolean): void;
}

/** Which columns are shown, and the table as CSV. */
function Tools({ hideable, onCopy }: { hideable: readonly Hideable[]; onCopy(): void }) {
  return (
    <div className="mb-1 flex justify-end gap-2">
      <details className="relative">
        <summary className="flex min-h-7 cursor-pointer list-none items-center gap-1.5 px-2 text-navy text-small hover:bg-picked">
          <Columns3 size={14} aria-hidden /> Columns
        </summary>
        <div className="absolute right-0 z-10 flex w-max flex-col gap-1 rounded-[4px] border border-edge bg-surface p-2">
          {hideable.map((c) => (
            <label key={c.id} className="flex items-center gap-2">
              <input
                type="checkbox"
                className="size-4 accent-(--navy)"
                checked={c.getIsVisible()}
                onChange={(e) => c.toggleVisibility(e.target.checked)}
              />
              {String(c.columnDef.header)}
            </label>
          ))}
        </div>
      </details>
      <Button look="quiet" className="text-small" onClick={onCopy}>
        <Copy size={14} aria-hidden /> Copy as CSV
      </Button>
    </div>
  );
}

/** The arrow keys move between rows, to what can be acted on in the same column. */
function moveByArrow(event: KeyboardEvent<HTMLElement>) {
  const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  const cell = (event.target as HTMLElement).closest('td');
  const row = cell?.parentElement as HTMLTableRowElement | undefined;
  if (!step || !cell || !row) return;
  const rows = [...row.parentElement!.children] as HTMLTableRowElement[];
  for (let at = rows.indexOf(row) + step; rows[at]; at += step) {
    const wanted = rows[at]!.cells[cell.cellIndex]?.querySelector<HTMLElement>('a, button, input');
    if (!wanted) continue;
    event.preventDefault();
    return wanted.focus();
  }
}
