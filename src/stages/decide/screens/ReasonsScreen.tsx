'use client';
import { ChevronDown, ChevronUp, Plus, X } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import type { ReasonLine } from '@/core/flow';
import { DEFAULT_TEMPLATES, SLOTS, TEMPLATE_KINDS, type TemplateKind, type Templates } from '@/core/grounds';
import { Button } from '@/ui/button';
import { Select, TextArea, TextField } from '@/ui/field';
import { IconButton } from '@/ui/icon-button';
import { count, Pill } from '@/ui/marks';
import type { ReasonsView } from '../queries/reasons-view';
import { DecideNav } from './DecideNav';

interface ReasonsScreenProps {
  reviewId: string;
  view: ReasonsView;
  templates: Templates;
  ownTemplates: boolean;
  twoStages: boolean;
}

/** Saves, says what was refused, and reads the page anew. */
function useSaving() {
  const router = useRouter();
  return async (asked: Promise<{ ok: true } | { ok: false; message: string }>, done: string): Promise<boolean> => {
    const answer = await asked;
    if (!answer.ok) {
      toast.error(answer.message);
      return false;
    }
    toast(done);
    router.refresh();
    return true;
  };
}

/** The ordered reasons with their history, how grounds are drafted, and at how many stages is judged. */
export function ReasonsScreen({ reviewId, view, templates, ownTemplates, twoStages }: ReasonsScreenProps) {
  const saving = useSaving();
  return (
    <main className="max-w-[1240px] px-5 py-3">
      <DecideNav reviewId={reviewId} current="/reasons" />
      <div className="mt-3 grid grid-cols-[1fr_460px] gap-10">
        <ReasonList key={JSON.stringify(view.reasons)} reviewId={reviewId} view={view} />
        <div className="flex flex-col gap-7">
          <section aria-label="Stages">
            <h2 className="text-[19px]">Stages</h2>
            <label className="mt-1 flex min-h-7 items-center gap-2">
              <input
                type="checkbox"
                className="size-4 accent-(--navy)"
                checked={twoStages}
                onChange={(e) => saving(call(reviewId, 'save-stages', { twoStages: e.target.checked }), 'Saved.')}
              />
              Kept works are judged again by their full text
            </label>
            <p className="text-[13px] text-slate">Switched off, what was decided on full texts is kept, and only the first stage counts.</p>
          </section>
          <TemplateForm key={JSON.stringify(templates)} reviewId={reviewId} templates={templates} own={ownTemplates} />
          <History view={view} />
        </div>
      </div>
    </main>
  );
}

function ReasonList({ reviewId, view }: { reviewId: string; view: ReasonsView }) {
  const saving = useSaving();
  const standing = view.reasons.filter((r) => !r.archived && !r.mergedInto);
  const [list, setList] = useState<ReasonLine[]>(standing.map(({ code, text, definition }) => ({ code, text, definition })));
  const changed = JSON.stringify(list) !== JSON.stringify(standing.map(({ code, text, definition }) => ({ code, text, definition })));
  const set = (at: number, fields: Partial<ReasonLine>) => setList((old) => old.map((r, i) => (i === at ? { ...r, ...fields } : r)));
  const move = (at: number, to: number) =>
    setList((old) => {
      const next = [...old];
      next.splice(to, 0, ...next.splice(at, 1));
      return next;
    });
  const usesOf = (code: string) => view.reasons.find((r) => r.code === code)?.uses ?? 0;
  const away = view.reasons.filter((r) => r.archived || r.mergedInto);
  return (
    <section aria-label="Reasons for excluding">
      <h1 className="text-[22px]">Reasons for excluding</h1>
      <p className="text-slate">In this order they are picked by their number. A reason says what was asked of a source and is not met.</p>
      <ol className="mt-2">
        {list.map((r, i) => (
          <li key={r.code} className="grid grid-cols-[26px_1fr_36px] gap-2 border-rule border-t py-2">
            <b className="pt-6 text-right font-mono">{i + 1}</b>
            <div className="grid grid-cols-[1fr_190px] gap-2">
              <TextField label="What is not met" value={r.text} maxLength={300} onChange={(e) => set(i, { text: e.target.value })} />
              <Select
                label="Make it part of"
                value=""
                disabled={changed || list.length < 2}
                onChange={(e) =>
                  saving(call(reviewId, 'merge-reasons', { code: r.code, into: e.target.value }), 'Merged; its decisions keep their code.')
                }
              >
                <option value="">nothing: it stands alone</option>
                {list
                  .filter((o) => o.code !== r.code)
                  .map((o) => (
                    <option key={o.code} value={o.code}>
                      {o.text}
                    </option>
                  ))}
              </Select>
              <TextArea label="Definition" value={r.definition} maxLength={2000} onChange={(e) => set(i, { definition: e.target.value })} />
              <p className="self-end pb-1 text-[12.5px] text-slate">
                code {r.code}
                <br />
                {count(usesOf(r.code))} {usesOf(r.code) === 1 ? 'decision' : 'decisions'}
              </p>
            </div>
            <span className="flex flex-col pt-5">
              <IconButton label={`Move ${r.text} up`} disabled={i === 0} onClick={() => move(i, i - 1)}>
                <ChevronUp size={16} aria-hidden />
              </IconButton>
              <IconButton label={`Move ${r.text} down`} disabled={i === list.length - 1} onClick={() => move(i, i + 1)}>
                <ChevronDown size={16} aria-hidden />
              </IconButton>
              <IconButton label={`Put ${r.text} away`} onClick={() => setList((old) => old.filter((_, k) => k !== i))}>
                <X size={16} aria-hidden />
              </IconButton>
            </span>
          </li>
        ))}
      </ol>
      <AddReason taken={view.reasons.map((r) => r.code).concat(list.map((r) => r.code))} onAdd={(r) => setList((old) => [...old, r])} />
      <div className="mt-3 flex flex-wrap gap-2">
        <Button look="solid" disabled={!changed} onClick={() => saving(call(reviewId, 'save-reasons', list), 'The reasons are saved.')}>
          Save the reasons
        </Button>
        <Button disabled={changed} onClick={() => saving(call(reviewId, 'start-reasons', {}), 'What was missing is added.')}>
          Add those from the limiters and the question
        </Button>
      </div>
      {away.length > 0 && (
        <section aria-label="Put away or merged" className="mt-5">
          <h2 className="text-[16px]">Put away, or part of another</h2>
          <ul>
            {away.map((r) => (
              <li key={r.code} className="flex items-center gap-2 border-rule border-b py-1 text-[13.5px]">
                {r.text} <span className="text-slate">{r.code}</span>
                <Pill>
                  {r.mergedInto ? `part of ${view.reasons.find((o) => o.code === r.mergedInto)?.text ?? r.mergedInto}` : 'put away'}
                </Pill>
                <span className="text-slate">{count(r.uses)} decisions</span>
                {r.mergedInto ? (
                  <Button
                    look="quiet"
                    className="ml-auto text-[13px]"
                    onClick={() => saving(call(reviewId, 'merge-reasons', { code: r.code, into: null }), 'It stands alone again.')}
                  >
                    Part them again
                  </Button>
                ) : (
                  <Button
                    look="quiet"
                    className="ml-auto text-[13px]"
                    disabled={list.some((o) => o.code === r.code)}
                    onClick={() => setList((old) => [...old, { code: r.code, text: r.text, definition: r.definition }])}
                  >
                    Take it back into the list
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
    </section>
  );
}

function AddReason({ taken, onAdd }: { taken: readonly string[]; onAdd(reason: ReasonLine): void }) {
  const [text, setText] = useState('');
  const base =
    text
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 34) || 'reason'; // prettier-ignore
  const code = taken.includes(base) ? `${base}-${taken.filter((t) => t.startsWith(base)).length + 1}` : base;
  return (
    <form
      className="flex items-end gap-2 border-rule border-t pt-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (!text.trim()) return;
        onAdd({ code, text: text.trim(), definition: '' });
        setText('');
      }}
    >
      <div className="flex-1">
        <TextField label="Another reason: what is not met" value={text} maxLength={300} onChange={(e) => setText(e.target.value)} />
      </div>
      <Button type="submit">
        <Plus size={15} aria-hidden /> Add
      </Button>
    </form>
  );
}

const KINDS: Record<TemplateKind, string> = {
  keep: 'A work that came through: what it is, not the verdict',
  exclude: 'A work that is excluded for a reason',
  stopped: 'A work that a limiter stopped',
  rescued: 'A work that a person let through at a limiter',
};

function TemplateForm({ reviewId, templates: given, own }: { reviewId: string; templates: Templates; own: boolean }) {
  const saving = useSaving();
  const [templates, setTemplates] = useState(given);
  const changed = TEMPLATE_KINDS.some((k) => templates[k] !== given[k]);
  return (
    <section aria-label="How grounds are drafted">
      <h2 className="text-[19px]">How grounds are drafted</h2>
      <p className="text-[13px] text-slate">
        Parts stand between semicolons; a part is left out where nothing is known for its slots. Grounds that are stored stay as they are.
      </p>
      <div className="mt-2 flex flex-col gap-2">
        {TEMPLATE_KINDS.map((kind) => (
          <TextArea
            key={kind}
            label={KINDS[kind]}
            rows={3}
            maxLength={2000}
            value={templates[kind]}
            onChange={(e) => setTemplates((old) => ({ ...old, [kind]: e.target.value }))}
          />
        ))}
      </div>
      <details className="mt-1 text-[13px]">
        <summary className="cursor-pointer">Slots</summary>
        <dl className="grid grid-cols-[150px_1fr] gap-y-0.5">
          {Object.entries(SLOTS).map(([slot, meaning]) => (
            <div key={slot} className="contents">
              <dt className="font-mono text-[12px]">{`{${slot}}`}</dt>
              <dd className="text-slate">{meaning}</dd>
            </div>
          ))}
        </dl>
      </details>
      <div className="mt-2 flex gap-2">
        <Button disabled={!changed} onClick={() => saving(call(reviewId, 'save-templates', { templates }), 'The templates are saved.')}>
          Save the templates
        </Button>
        {(own || changed) && (
          <Button
            look="quiet"
            onClick={() => {
              setTemplates({ ...DEFAULT_TEMPLATES });
              if (own)
                void saving(call(reviewId, 'save-templates', { templates: null }), 'Back to the templates that a review starts with.');
            }}
          >
            Those that a review starts with
          </Button>
        )}
      </div>
    </section>
  );
}

const CHANGES: Record<ReasonsView['changes'][number]['kind'], string> = {
  added: 'added',
  renamed: 'renamed',
  defined: 'defined anew',
  merged: 'made part of',
  parted: 'parted from',
  archived: 'put away',
  restored: 'taken back',
};

function History({ view }: { view: ReasonsView }) {
  if (view.changes.length === 0) return null;
  return (
    <section aria-label="History of the reasons">
      <h2 className="text-[19px]">What was done to the list</h2>
      <ul className="mt-1 max-h-[320px] overflow-y-auto text-[13px]">
        {view.changes.map((c) => (
          <li key={c.seq} className="border-rule border-b py-1">
            <b className="font-semibold">{c.code}</b> {CHANGES[c.kind]}
            {c.kind === 'merged'
              ? ` “${c.after}”`
              : c.before && c.after
                ? `: “${c.before}”, then “${c.after}”`
                : c.after && `: “${c.after}”`}
            <span className="block text-slate">
              {c.person}, {c.at.slice(0, 16).replace('T', ' ')}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
