'use client';
import { Plus } from 'lucide-react';
import { useCallback, useState } from 'react';
import { call } from '@/client/call';
import { SaveStatus } from '@/client/SaveStatus';
import { useAutosave } from '@/client/useAutosave';
import { checkSheet, EMPTY_SHEET, type Sheet, type SheetBlock } from '@/core/search/blocks';
import { Button } from '@/ui/button';
import { Empty } from '@/ui/empty';
import { TextArea, TextField } from '@/ui/field';
import { DatabaseTag } from '@/ui/marks';
import type { DeskView } from '../queries/desk-view';
import { BlockPage } from './BlockPage';
import { HeadingFinder } from './HeadingFinder';
import { SearchNav } from './SearchNav';
import { Versions } from './Versions';

const NEW_BLOCK: SheetBlock = { name: 'New part', want: 'in', terms: [], note: '' };

interface SheetScreenProps {
  reviewId: string;
  view: DeskView;
  /** Parts that the question of the review suggests, for an empty sheet. */
  suggested: readonly SheetBlock[];
}

/** The question in parts, each a page of ruled lines: what each line finds stands in its margin. */
export function SheetScreen({ reviewId, view, suggested }: SheetScreenProps) {
  const save = useCallback((value: Sheet, seen: Sheet) => call(reviewId, 'save-sheet', { value, seen }), [reviewId]);
  const { value: sheet, change, state, settle } = useAutosave(`sheet:${reviewId}`, view.sheet, save);
  const open = view.databases.filter((d) => d.door);
  const [chosen, setChosen] = useState<readonly string[]>(open.slice(0, 3).map((d) => d.id));
  const counting = open.filter((d) => chosen.includes(d.id));
  const [at, setAt] = useState(0);
  const problems = checkSheet(sheet);
  const setBlock = (i: number, block: SheetBlock | null) =>
    change({ ...sheet, blocks: sheet.blocks.flatMap((b, j) => (j !== i ? [b] : block ? [block] : [])) });
  const move = (i: number, by: number) => {
    const blocks = [...sheet.blocks];
    blocks.splice(i + by, 0, ...blocks.splice(i, 1));
    change({ ...sheet, blocks });
  };
  const add = (block: SheetBlock) => {
    change({ ...sheet, blocks: [...sheet.blocks, block] });
    setAt(sheet.blocks.length);
  };
  return (
    <main className="px-5 py-3">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <SearchNav reviewId={reviewId} current="" />
        <SaveStatus state={state} settle={settle} />
      </div>
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)_352px] gap-5 max-[1000px]:grid-cols-1">
        <div className="min-w-0">
          <h1 className="text-title">The question, part by part</h1>
          <p className="max-w-[80ch] text-slate">
            Lines of a part are joined by “or”, parts by “and”. A star ends a word; <i>title:</i>, <i>light within 3 of eyes</i>,{' '}
            <i>heading and below: Night Work</i> say more.
          </p>
          <CountedAt open={open} chosen={chosen} onChange={setChosen} reviewId={reviewId} />
          {sheet.blocks.length === 0 && (
            <Empty title="Nothing is on the sheet yet">
              <p className="mb-3">Begin with a part for each thing that a work must be about: who, what is done, what comes of it.</p>
              <div className="flex gap-2">
                {suggested.length > 0 && (
                  <Button look="solid" onClick={() => change({ ...(sheet ?? EMPTY_SHEET), blocks: [...suggested] })}>
                    Begin with the question’s words
                  </Button>
                )}
                <Button onClick={() => add(NEW_BLOCK)}>An empty part</Button>
              </div>
            </Empty>
          )}
          {sheet.blocks.map((block, i) => (
            <BlockPage
              // biome-ignore lint/suspicious/noArrayIndexKey: a part is known by its place
              key={i}
              reviewId={reviewId}
              sheet={sheet}
              at={i}
              block={block}
              databases={counting}
              problems={problems.filter((p) => p.block === i)}
              onFocus={() => setAt(i)}
              onChange={(b) => setBlock(i, b)}
              onMove={(by) => move(i, by)}
            />
          ))}
          {sheet.blocks.length > 0 && (
            <Button onClick={() => add({ ...NEW_BLOCK, name: `Part ${sheet.blocks.length + 1}` })}>
              <Plus size={15} aria-hidden /> Another part
            </Button>
          )}
        </div>
        <aside aria-label="Beside the sheet" className="flex min-w-0 flex-col gap-4">
          <HeadingFinder
            reviewId={reviewId}
            thesauri={view.thesauri}
            into={sheet.blocks[at]?.name ?? ''}
            onTake={(term) => {
              const block = sheet.blocks[at];
              if (block) setBlock(at, { ...block, terms: [...block.terms, term] });
              else add({ ...NEW_BLOCK, name: term.text, terms: [term] });
            }}
          />
          <section aria-label="Bounds and notes" className="rounded-[6px] border border-rule bg-surface px-3 py-2">
            <h2 className="text-lead">Too few, too many</h2>
            <div className="mt-1 grid grid-cols-2 gap-2">
              <TextField
                label="Fewer than … are too few"
                inputMode="numeric"
                value={String(sheet.few)}
                onChange={(e) => change({ ...sheet, few: numberIn(e.target.value, sheet.few) })}
              />
              <TextField
                label="More than … are too many"
                inputMode="numeric"
                value={String(sheet.many)}
                onChange={(e) => change({ ...sheet, many: Math.max(1, numberIn(e.target.value, sheet.many)) })}
              />
            </div>
            <TextArea label="Notes on the search" value={sheet.note} onChange={(e) => change({ ...sheet, note: e.target.value })} />
          </section>
          <Versions reviewId={reviewId} sheet={sheet} versions={view.versions} saved={state.state === 'saved'} onTake={change} />
        </aside>
      </div>
    </main>
  );
}

const numberIn = (text: string, otherwise: number): number => {
  const digits = text.replace(/\D/g, '');
  return digits === '' ? otherwise : Math.min(1_000_000, Number(digits));
};

interface CountedAtProps {
  reviewId: string;
  open: DeskView['databases'];
  chosen: readonly string[];
  onChange(chosen: readonly string[]): void;
}
function CountedAt({ reviewId, open, chosen, onChange }: CountedAtProps) {
  if (open.length === 0)
    return (
      <p className="my-2 rounded-[4px] border border-copper border-dashed px-3 py-1.5 text-small">
        No database has an open way in yet, so nothing is counted.{' '}
        <a className="text-navy underline" href={`/reviews/${reviewId}/search/doors`}>
          Add one
        </a>
        , or write the sheet for searches by hand.
      </p>
    );
  return (
    <fieldset className="my-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-small">
      <legend className="float-left mr-3 text-slate">Counted while you write, at</legend>
      {open.map((d) => (
        <label key={d.id} className="inline-flex min-h-6 items-center gap-1.5">
          <input
            type="checkbox"
            checked={chosen.includes(d.id)}
            onChange={(e) => onChange(e.target.checked ? [...chosen, d.id] : chosen.filter((c) => c !== d.id))}
          />
          <DatabaseTag tag={d.tag} /> {d.name}
        </label>
      ))}
    </fieldset>
  );
}
