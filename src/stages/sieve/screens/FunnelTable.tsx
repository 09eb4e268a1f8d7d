'use client';
import { closestCenter, DndContext, type DragEndEvent, KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { arrayMove, SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ChevronDown, ChevronUp, GripVertical } from 'lucide-react';
import type { Funnel, Limiter, Sieve } from '@/core/sieve';
import { Figure } from '@/stages/works/screens';
import { cx } from '@/ui/cx';
import { IconButton } from '@/ui/icon-button';
import { DatabaseTag } from '@/ui/marks';
import { count } from '@/ui/words';
import { Cells, type FigureAsked } from './FunnelCells';

interface FunnelTableProps extends FigureAsked {
  sieve: Sieve;
  funnel: Funnel | null;
  words: Record<string, string>;
  picked: string | null;
  /** Numbers of the known works that each limiter stops first, by its id. */
  lost: ReadonlyMap<string, number[]> | null;
  onLost(limiter: Limiter, numbers: number[]): void;
  onPick(id: string): void;
  onReorder(sieve: Sieve): void;
}

/** The limiters in order, and after each what is left, held and stopped, for the whole and for each database. */
export function FunnelTable(props: FunnelTableProps) {
  const { sieve, funnel, databases, onReorder } = props;
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const moved = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const at = (id: unknown) => sieve.findIndex((l) => l.id === id);
    onReorder(arrayMove(sieve, at(active.id), at(over.id)));
  };
  const first = funnel?.rows.find((r) => r.limiter === -1);
  return (
    <DndContext id="limiters" sensors={sensors} collisionDetection={closestCenter} onDragEnd={moved}>
      <table className="w-full table-fixed border-collapse">
        <caption className="sr-only">What each limiter leaves, in every database</caption>
        <thead>
          <tr className="h-8 text-left text-small text-slate">
            <th scope="col" className="w-[236px] pl-1.5 font-medium">
              Limiter, in order
            </th>
            <th scope="col" className="px-1.5 font-medium">
              All works
            </th>
            {databases.map((d) => (
              <th key={d.tag} scope="col" className="truncate px-1.5 font-medium">
                <DatabaseTag tag={d.tag} name={d.name} /> {d.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr className="h-[50px] border-rule border-t align-top">
            <th scope="row" className="py-1.5 pl-1.5 text-left font-medium">
              Retrieved and merged
              <span className="block font-normal text-note text-slate">before any limiter</span>
            </th>
            <Cells
              {...props}
              row="all"
              cells={first ? [first.whole, ...first.databases] : null}
              firsts={first ? [first.whole, ...first.databases] : null}
            />
          </tr>
          <SortableContext items={sieve.map((l) => l.id)} strategy={verticalListSortingStrategy}>
            {sieve.map((limiter, index) => (
              <LimiterRow key={limiter.id} {...props} limiter={limiter} index={index} />
            ))}
          </SortableContext>
        </tbody>
      </table>
    </DndContext>
  );
}

function LimiterRow({ limiter, index, ...props }: FunnelTableProps & { limiter: Limiter; index: number }) {
  const { funnel, sieve, picked, onPick, onReorder, words } = props;
  const drag = useSortable({ id: limiter.id });
  const row = funnel?.rows.find((r) => r.limiter === index);
  const first = funnel?.rows.find((r) => r.limiter === -1);
  const isPicked = picked === limiter.id;
  const lost = limiter.on ? props.lost?.get(limiter.id) : undefined;
  return (
    <tr
      ref={drag.setNodeRef}
      style={{ transform: CSS.Translate.toString(drag.transform), transition: drag.transition }}
      className={cx('h-[50px] border-rule border-t align-top', isPicked && 'bg-picked', drag.isDragging && 'relative z-10 bg-surface')}
    >
      <th scope="row" className="py-1.5 text-left font-medium">
        <div className="flex gap-1">
          <button
            type="button"
            aria-label={`Drag ${limiter.name}`}
            className="grid h-6 w-5 shrink-0 cursor-grab place-items-center text-slate"
            {...drag.attributes}
            {...drag.listeners}
          >
            <GripVertical size={15} aria-hidden />
          </button>
          <button
            type="button"
            aria-pressed={isPicked}
            className={cx('min-w-0 flex-1 text-left', !limiter.on && 'text-slate')}
            onClick={() => onPick(limiter.id)}
          >
            <span className={cx('block truncate underline-offset-2 hover:underline', !limiter.on && 'line-through')}>{limiter.name}</span>
            <span className="block truncate font-normal text-note text-slate" title={words[limiter.id]}>
              {limiter.on ? words[limiter.id] : 'switched off'}
            </span>
          </button>
          {isPicked && (
            <span className="flex self-start">
              <IconButton
                label={`Move ${limiter.name} up`}
                disabled={index === 0}
                onClick={() => onReorder(arrayMove(sieve, index, index - 1))}
              >
                <ChevronUp size={14} aria-hidden />
              </IconButton>
              <IconButton
                label={`Move ${limiter.name} down`}
                disabled={index === sieve.length - 1}
                onClick={() => onReorder(arrayMove(sieve, index, index + 1))}
              >
                <ChevronDown size={14} aria-hidden />
              </IconButton>
            </span>
          )}
        </div>
        {lost && lost.length > 0 && (
          <Figure
            n={lost.length}
            after=" known relevant lost"
            label={`${count(lost.length)} known relevant lost to ${limiter.name}`}
            active={false}
            onClick={() => props.onLost(limiter, lost)}
            className="ml-6 text-left font-semibold text-note text-copper"
          />
        )}
      </th>
      <Cells
        {...props}
        row={limiter.id}
        cells={row ? [row.whole, ...row.databases] : null}
        firsts={first ? [first.whole, ...first.databases] : null}
      />
    </tr>
  );
}
