'use client';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { useAsk } from '@/client/useAsk';
import { readLines, type Sheet, type SheetBlock, type TermProblem, writeTermLine } from '@/core/search/blocks';
import { IconButton } from '@/ui/icon-button';
import { DatabaseTag } from '@/ui/marks';
import { count } from '@/ui/words';
import type { DeskView } from '../queries/desk-view';
import { Misspelt, NotThere } from './Misspelt';
import { Proposals } from './Proposals';

const LINE = 26;
/** A pause in typing after which counts are asked for. */
const PAUSE_MS = 450;

type Database = DeskView['databases'][number];
interface BlockPageProps {
  reviewId: string;
  sheet: Sheet;
  at: number;
  block: SheetBlock;
  databases: readonly Database[];
  problems: readonly TermProblem[];
  onFocus(): void;
  onChange(block: SheetBlock | null): void;
  onMove(by: 1 | -1): void;
}

const textOf = (block: SheetBlock) => block.terms.map(writeTermLine).join('\n');

/** A part of the question: a ruled page, a term a line, with what each finds in the margin. */
export function BlockPage({ reviewId, sheet, at, block, databases, problems, onFocus, onChange, onMove }: BlockPageProps) {
  const [text, setText] = useState(textOf(block));
  const known = useRef(block.terms);
  // What another part of the screen put there, or another person.
  useEffect(() => {
    if (JSON.stringify(known.current) === JSON.stringify(block.terms)) return;
    known.current = block.terms;
    setText(textOf(block));
  }, [block]);
  const { at: places } = readLines(text);
  const lines = Math.max(3, text.split('\n').length);
  const write = (next: string) => {
    setText(next);
    const { terms } = readLines(next);
    known.current = terms;
    onChange({ ...block, terms });
  };
  const add = (line: string) => write(text.trim() === '' ? line : `${text.trimEnd()}\n${line}`);
  const asked = usePaused(sheet, PAUSE_MS);
  return (
    <section aria-label={`Part ${at + 1}: ${block.name}`} className="mb-3 rounded-[6px] border border-rule bg-surface" onFocus={onFocus}>
      <div className="flex flex-wrap items-center gap-2 border-rule border-b px-3 py-1.5">
        <span className="font-semibold text-slate text-small">{at + 1}</span>
        <input
          aria-label={`Name of part ${at + 1}`}
          className="min-w-0 flex-1 border-transparent border-b bg-transparent font-serif text-lead focus:border-copper"
          value={block.name}
          maxLength={120}
          onChange={(e) => onChange({ ...block, name: e.target.value })}
          onBlur={(e) => e.target.value.trim() === '' && onChange({ ...block, name: `Part ${at + 1}` })}
        />
        <label className="inline-flex min-h-6 items-center gap-1.5 text-small">
          <input
            type="checkbox"
            checked={block.want === 'out'}
            onChange={(e) => onChange({ ...block, want: e.target.checked ? 'out' : 'in' })}
          />
          keep out
        </label>
        <IconButton label={`Move part ${at + 1} up`} disabled={at === 0} onClick={() => onMove(-1)}>
          <ArrowUp size={15} aria-hidden />
        </IconButton>
        <IconButton label={`Move part ${at + 1} down`} disabled={at === sheet.blocks.length - 1} onClick={() => onMove(1)}>
          <ArrowDown size={15} aria-hidden />
        </IconButton>
        <IconButton label={`Take out part ${at + 1}`} onClick={() => onChange(null)}>
          <Trash2 size={15} aria-hidden />
        </IconButton>
      </div>
      <div className="flex min-w-0 overflow-x-auto">
        <textarea
          aria-label={`Lines of part ${at + 1}`}
          spellCheck={false}
          wrap="off"
          rows={lines}
          value={text}
          onChange={(e) => write(e.target.value)}
          className="mt-[22px] min-w-[180px] flex-1 resize-none overflow-x-auto overflow-y-hidden border-0 bg-transparent px-3 py-0 text-ink"
          style={{
            lineHeight: `${LINE}px`,
            height: lines * LINE + 8,
            backgroundImage: `repeating-linear-gradient(transparent 0 ${LINE - 1}px, var(--color-rule) ${LINE - 1}px ${LINE}px)`,
          }}
        />
        {databases.map((d) => (
          <Margin key={d.id} reviewId={reviewId} database={d} sheet={asked} at={at} places={places} lines={lines} />
        ))}
      </div>
      <div className="border-rule border-t px-3 py-1.5 text-small">
        {problems.map((p) => (
          <p key={`${p.term}${p.code}`} className="text-copper">
            Line {(places[p.term] ?? p.term) + 1}: {p.words}
          </p>
        ))}
        {databases.map((d) => (
          <NotThere key={d.id} reviewId={reviewId} database={d} sheet={asked} at={at} places={places} />
        ))}
        {databases[0] && (
          <Misspelt
            reviewId={reviewId}
            database={databases[0]}
            sheet={asked}
            at={at}
            onCorrect={(from, to) => write(text.replace(from, to))}
          />
        )}
        <input
          aria-label={`Note on part ${at + 1}`}
          placeholder="A note on this part …"
          className="w-full bg-transparent text-slate"
          value={block.note}
          maxLength={2000}
          onChange={(e) => onChange({ ...block, note: e.target.value })}
        />
        <Proposals reviewId={reviewId} sheet={asked} at={at} databaseId={databases[0]?.id ?? null} onTake={add} />
      </div>
    </section>
  );
}

/** A value once it has rested for a while. */
export function usePaused<T>(value: T, ms: number): T {
  const [paused, setPaused] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setPaused(value), ms);
    return () => clearTimeout(timer);
  }, [value, ms]);
  return paused;
}

interface MarginProps {
  reviewId: string;
  database: Database;
  sheet: Sheet;
  at: number;
  places: readonly number[];
  lines: number;
}

/** What each line finds at a database: alone, what only it adds to the part, and to the whole. */
function Margin({ reviewId, database, sheet, at, places, lines }: MarginProps) {
  const { data, error, isFetching } = useAsk(
    reviewId,
    'count-block',
    { databaseId: database.id, sheet, block: at },
    { wanted: (sheet.blocks[at]?.terms.length ?? 0) > 0 },
  );
  const rows = Array.from({ length: lines }, (_, line) => data?.terms[places.indexOf(line)]);
  return (
    <table
      className="h-fit w-[150px] shrink-0 table-fixed border-separate border-spacing-0 border-rule border-l text-right text-note tabular-nums"
      aria-label={`What each line of part ${at + 1} finds at ${database.name}`}
      aria-busy={isFetching}
    >
      <thead>
        <tr className="h-[22px] whitespace-nowrap text-slate leading-none">
          <th scope="col" className="px-1 font-normal">
            <DatabaseTag tag={database.tag} name={database.name} /> <span className="sr-only">{database.name}: </span>alone
          </th>
          <th scope="col" className="w-[40px] px-1 font-normal" title="What no other line of this part finds">
            part
          </th>
          <th scope="col" className="w-[46px] px-1.5 font-normal" title="What the whole search would lose without this line">
            whole
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row, line) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a row is known by its line
          <tr key={line} className="leading-none" style={{ height: LINE }}>
            <td
              className={`px-1 font-semibold ${row?.alone === 0 ? 'text-copper' : ''}`}
              title={row?.alone === 0 ? 'It finds nothing there' : row?.problem}
            >
              {row ? (row.alone === null ? (row.problem ? '–' : '') : count(row.alone)) : ''}
            </td>
            <td className="px-1 text-slate">{row?.onlyHere == null ? '' : `+${count(row.onlyHere)}`}</td>
            <td className="px-1.5 text-slate">{row?.onlyWhole == null ? '' : `+${count(row.onlyWhole)}`}</td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr className="h-[24px] border-rule border-t">
          <td className="px-1 font-semibold" title="The part as a whole">
            {data?.block == null ? '' : count(data.block)}
          </td>
          <td colSpan={2} className="px-1.5 text-slate">
            {error ? (
              <span className="text-copper" title={error.message}>
                no answer
              </span>
            ) : data?.whole == null ? (
              ''
            ) : (
              `all: ${count(data.whole)}`
            )}
          </td>
        </tr>
      </tfoot>
    </table>
  );
}
