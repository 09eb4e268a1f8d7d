'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { ATTRIBUTE_WORDS, type Attribute, type EvidenceScheme, QUESTION_KINDS } from '@/core/classify';
import { DESIGNS, type Design, labelsOf, maskOf } from '@/core/vocabularies';
import { BackLink } from '@/ui/back-link';
import { Button } from '@/ui/button';
import { cx } from '@/ui/cx';
import { Dialog } from '@/ui/dialog';
import { Explained } from '@/ui/explained';
import { Select, TextField } from '@/ui/field';
import { useUrlState } from '@/ui/use-url-state';

interface SchemeScreenProps {
  reviewId: string;
  schemes: readonly { scheme: EvidenceScheme; edit: number | null }[];
  /** The review's own, and its kind of question. */
  current: string;
  kind: string;
}

/** An evidence scheme as a table: designs down, kinds of question across, levels in the cells. Copies can be changed. */
export function SchemeScreen({ reviewId, schemes: given, current, kind }: SchemeScreenProps) {
  const [params, setParams] = useUrlState();
  const router = useRouter();
  const [schemes, setSchemes] = useState(given);
  const [cell, setCell] = useState<{ kind: string; design: Design } | null>(null);
  const [copying, setCopying] = useState(false);
  const shown = schemes.find((s) => s.scheme.id === (params.get('scheme') ?? current)) ?? schemes[0]!;
  const { scheme, edit } = shown;

  async function save(next: EvidenceScheme) {
    const answer = await call(reviewId, 'save-scheme', { scheme: next as never, seenEdit: edit! });
    if (!answer.ok) return void toast.error(answer.message);
    setSchemes((old) => old.map((s) => (s.scheme.id === next.id ? { scheme: next, edit: answer.edit } : s)));
  }
  async function copy(label: string) {
    const answer = await call(reviewId, 'copy-scheme', { from: scheme.id, label });
    if (!answer.ok) return void toast.error(answer.message);
    setCopying(false);
    setSchemes((old) => [...old, { scheme: { ...scheme, id: answer.id, label, source: `Copied from ${scheme.label}.` }, edit: 0 }]);
    setParams({ scheme: answer.id });
  }
  async function drop() {
    const answer = await call(reviewId, 'drop-scheme', { id: scheme.id });
    if (!answer.ok) return void toast.error(answer.message);
    setParams({ scheme: null });
    router.refresh();
    setSchemes((old) => old.filter((s) => s.scheme.id !== scheme.id));
  }
  const kinds = Object.entries(scheme.kinds);
  return (
    <main className="px-5 py-4">
      <BackLink reviewId={reviewId} to="classify">
        Classify
      </BackLink>
      <div className="mb-2 flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="text-[22px]">{scheme.label}</h1>
          <p className="max-w-[80ch] text-slate">
            Source: {scheme.source}.{' '}
            {scheme.id === current ? 'This review uses it.' : 'This review uses another; choose it under Question.'}
          </p>
        </div>
        <div className="flex items-end gap-2">
          <Select label="Scheme" value={scheme.id} onChange={(e) => setParams({ scheme: e.target.value })}>
            {schemes.map((s) => (
              <option key={s.scheme.id} value={s.scheme.id}>
                {s.scheme.label}
              </option>
            ))}
          </Select>
          <Button onClick={() => setCopying(true)}>Copy it to change it</Button>
          {edit !== null && scheme.id !== current && <Button onClick={drop}>Remove</Button>}
        </div>
      </div>
      {edit !== null && <p className="mb-2 text-[13.5px]">This one is the review’s own: click a cell to change its levels.</p>}
      <div className="overflow-x-auto">
        <table className="border-collapse text-left text-[13.5px]">
          <thead>
            <tr className="align-bottom text-[13px] text-slate">
              <th scope="col" className="min-w-[190px] py-1 font-medium">
                Design
              </th>
              {kinds.map(([code, column]) => (
                <th
                  key={code}
                  scope="col"
                  className={cx('min-w-[120px] px-2 py-1 font-medium', code === kind && scheme.id === current && 'text-copper')}
                >
                  <Explained meaning={QUESTION_KINDS[code]?.meaning}>{column.label}</Explained>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {DESIGNS.map((d) => (
              <tr key={d.code} className="border-rule border-t">
                <th scope="row" className="py-1 pr-3 font-normal">
                  <Explained meaning={d.meaning}>{d.label}</Explained>
                </th>
                {kinds.map(([code, column]) => {
                  const words = levelWords(scheme, column.table[d.code]);
                  return (
                    <td key={code} className={cx('px-2 py-1 align-top', code === kind && scheme.id === current && 'bg-picked')}>
                      {edit === null ? (
                        <span className={words === 'Not graded' ? 'text-slate' : ''}>{words}</span>
                      ) : (
                        <button
                          type="button"
                          aria-label={`${d.label}, ${column.label}: ${words}. Change`}
                          className="min-h-6 text-left underline decoration-dotted underline-offset-2"
                          onClick={() => setCell({ kind: code, design: d.code })}
                        >
                          {words}
                        </button>
                      )}
                      {facts(scheme, code, d.code).map((f) => (
                        <span key={f} className="block text-[12.5px] text-slate">
                          {f}
                        </span>
                      ))}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <h2 className="mt-5 text-[16px]">Its levels</h2>
      <dl className="grid max-w-[90ch] grid-cols-[120px_1fr] gap-y-1 text-[13.5px]">
        {scheme.levels.map((l) => (
          <div key={l.code} className="contents">
            <dt className="font-medium">{l.label}</dt>
            <dd>{l.meaning}</dd>
          </div>
        ))}
      </dl>
      <ReviewsTable scheme={scheme} />
      <CellDialog scheme={scheme} cell={cell} onClose={() => setCell(null)} onSave={save} />
      <CopyDialog open={copying} label={`${scheme.label}, our version`} onClose={() => setCopying(false)} onCopy={copy} />
    </main>
  );
}

/** "Level 1, 2 or 3": what the labels begin with is said once. */
function levelWords(scheme: EvidenceScheme, codes: readonly string[]): string {
  const labels = labelsOf(scheme.levels, maskOf(scheme.levels, codes));
  const short = labels.map((l, i) =>
    i > 0 && l.startsWith('Level ') && labels[0]!.startsWith('Level ') ? l.slice(6) : i > 0 ? l.toLowerCase() : l,
  );
  return short.length < 2 ? (short[0] ?? '') : `${short.slice(0, -1).join(', ')} or ${short.at(-1)}`;
}

/** What facts about a design make of it in a column. */
function facts(scheme: EvidenceScheme, kind: string, design: Design): string[] {
  const { when = {} } = scheme.kinds[kind]!;
  return (Object.entries(when) as [Attribute, Partial<Record<Design, readonly string[]>>][]).flatMap(([attribute, rows]) =>
    rows?.[design] ? [`${ATTRIBUTE_WORDS[attribute]}: ${levelWords(scheme, rows[design])}`] : [],
  );
}

/** For reviews, what they include decides. */
function ReviewsTable({ scheme }: { scheme: EvidenceScheme }) {
  const rows = Object.values(scheme.kinds).flatMap((c) => (c.reviews ?? []).map((r) => ({ label: c.label, ...r })));
  if (rows.length === 0) return null;
  return (
    <>
      <h2 className="mt-5 text-[16px]">Reviews, by what they include</h2>
      <ul className="max-w-[100ch] text-[13.5px]">
        {rows.map((r) => (
          <li key={`${r.label}${r.of}`}>
            <span className="text-slate">{r.label}: </span>
            nothing but {labelsOf(DESIGNS, maskOf(DESIGNS, r.of)).join(', ').toLowerCase()} →{' '}
            <b className="font-semibold">{levelWords(scheme, r.levels)}</b>
          </li>
        ))}
      </ul>
    </>
  );
}

interface CellDialogProps {
  scheme: EvidenceScheme;
  cell: { kind: string; design: Design } | null;
  onClose(): void;
  onSave(scheme: EvidenceScheme): Promise<unknown>;
}

function CellDialog({ scheme, cell, onClose, onSave }: CellDialogProps) {
  const column = cell && scheme.kinds[cell.kind];
  const design = DESIGNS.find((d) => d.code === cell?.design);
  return (
    <Dialog
      open={cell !== null}
      onOpenChange={(open) => !open && onClose()}
      title={`${design?.label ?? ''}, ${column?.label.toLowerCase() ?? ''}`}
    >
      {cell && column && (
        <CellForm
          levels={scheme.levels}
          given={column.table[cell.design]}
          onDone={(codes) => {
            onClose();
            const table = { ...column.table, [cell.design]: codes };
            if (codes.join() !== column.table[cell.design].join())
              void onSave({ ...scheme, kinds: { ...scheme.kinds, [cell.kind]: { ...column, table } } });
          }}
        />
      )}
    </Dialog>
  );
}

/** The levels of one cell. They are saved together, so that one quick choice after another loses none. */
function CellForm({
  levels,
  given,
  onDone,
}: {
  levels: EvidenceScheme['levels'];
  given: readonly string[];
  onDone(codes: string[]): void;
}) {
  const [chosen, setChosen] = useState(given);
  return (
    <>
      <p className="mb-2 text-[13.5px] text-slate">Several levels mean that it may be any of them. At least one must stay.</p>
      {levels.map((l) => (
        <label key={l.code} className="flex min-h-7 items-center gap-2">
          <input
            type="checkbox"
            className="size-4 accent-(--navy)"
            checked={chosen.includes(l.code)}
            disabled={chosen.length === 1 && chosen[0] === l.code}
            onChange={(e) => setChosen(e.target.checked ? [...chosen, l.code] : chosen.filter((c) => c !== l.code))}
          />
          {l.label}
        </label>
      ))}
      <div className="mt-3 flex justify-end">
        <Button look="solid" onClick={() => onDone(levels.map((l) => l.code).filter((c) => chosen.includes(c)))}>
          Done
        </Button>
      </div>
    </>
  );
}

function CopyDialog({
  open,
  label,
  onClose,
  onCopy,
}: {
  open: boolean;
  label: string;
  onClose(): void;
  onCopy(label: string): Promise<unknown>;
}) {
  const [name, setName] = useState(label);
  return (
    <Dialog open={open} onOpenChange={(o) => !o && onClose()} title="Copy the scheme">
      <form
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void onCopy(name);
        }}
      >
        <TextField label="Name of the copy" required maxLength={80} value={name} onChange={(e) => setName(e.target.value)} />
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Leave it</Button>
          <Button look="solid" type="submit">
            Copy
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
