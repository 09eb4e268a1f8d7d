'use client';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import type { WorkDetail } from '@/client/types';
import { type FieldChoice, inheritedFrom, MERGED_FIELDS, type MergedField, WHY_CHOSEN } from '@/core/merge';
import { Button } from '@/ui/button';
import { TextArea } from '@/ui/field';
import { DatabaseTag, Pill } from '@/ui/marks';

const LABELS: Record<MergedField, string> = {
  title: 'Title',
  authors: 'Authors',
  container: 'Journal or book',
  issued: 'Issue date',
  online: 'Online',
  volume: 'Volume',
  issue: 'Issue',
  pages: 'Pages',
  doi: 'DOI',
  pmid: 'PMID',
  publisher: 'Publisher',
  language: 'Language',
  abstract: 'Abstract',
};

/** Where each field of a work is from and why, what other records say, and a way to set it. */
export function MergedFields({ reviewId, work }: { reviewId: string; work: WorkDetail }) {
  const [editing, setEditing] = useState<MergedField | null>(null);
  const differing = work.fields.filter((f) => f.others.length > 0).length;
  const tagOf = (no: number) => work.records.find((r) => r.no === no);
  const set = async (field: MergedField, value: string | null) => {
    const answer = await call(reviewId, 'edit-field', { workNo: work.no, field, value });
    if (!answer.ok) return void toast.error(answer.message);
    setEditing(null);
  };
  return (
    <details>
      <summary className="cursor-pointer border-rule border-b pb-1 font-semibold font-serif text-lead">
        Where each field is from{differing > 0 && `: records differ in ${differing}`}
      </summary>
      <dl className="text-small">
        {MERGED_FIELDS.map((field) => {
          const choice = work.fields.find((f) => f.field === field);
          return (
            <div key={field} className="grid grid-cols-[104px_minmax(0,1fr)] gap-x-3 border-rule border-b py-1">
              <dt className="text-slate">{LABELS[field]}</dt>
              <dd className="flex min-w-0 items-start gap-3">
                <div className="min-w-0 flex-1">
                  {editing === field ? (
                    <Edit
                      label={LABELS[field]}
                      value={choice?.value ?? ''}
                      onSave={(v) => set(field, v)}
                      onClose={() => setEditing(null)}
                    />
                  ) : (
                    <Choice choice={choice} records={work.records} tagOf={tagOf} />
                  )}
                </div>
                <span className="flex flex-col items-end">
                  {editing !== field && (
                    <Button
                      look="quiet"
                      className="text-small"
                      aria-label={`Set ${LABELS[field].toLowerCase()}`}
                      onClick={() => setEditing(field)}
                    >
                      {choice ? 'Edit' : 'Add'}
                    </Button>
                  )}
                  {choice?.why === 'edited' && editing !== field && (
                    <Button look="quiet" className="text-small" onClick={() => set(field, null)}>
                      As the records say
                    </Button>
                  )}
                </span>
              </dd>
            </div>
          );
        })}
      </dl>
    </details>
  );
}

type TagOf = (no: number) => { tag: string; database: string } | undefined;

const Tags = ({ records, tagOf }: { records: readonly number[]; tagOf: TagOf }) => (
  <>
    {[...new Map(records.map((no) => [tagOf(no)?.tag, tagOf(no)])).values()].map(
      (d) => d && <DatabaseTag key={d.tag} tag={d.tag} name={d.database} />,
    )}
  </>
);

interface ChoiceProps {
  choice: FieldChoice | undefined;
  records: WorkDetail['records'];
  tagOf: TagOf;
}

function Choice({ choice, records, tagOf }: ChoiceProps) {
  if (!choice) return <span className="text-slate">no record says</span>;
  const entries = records.flatMap((r) => (choice.records.includes(r.no) ? (inheritedFrom(r.item, choice.field) ?? []) : []));
  return (
    <>
      <span className="line-clamp-2 break-words" title={choice.value.length > 120 ? choice.value : undefined}>
        {choice.value || '(emptied)'}
      </span>
      <span className="mt-0.5 flex flex-wrap items-center gap-1.5 text-note text-slate">
        <Tags records={choice.records} tagOf={tagOf} />
        {entries[0] && <span>inherited from the entry “{entries[0]}”,</span>}
        {choice.why === 'edited' ? <Pill>{WHY_CHOSEN.edited}</Pill> : WHY_CHOSEN[choice.why]}
      </span>
      {choice.others.map((o) => (
        <span key={o.value} className="mt-0.5 flex items-baseline gap-1.5 text-note text-copper">
          <Tags records={o.records} tagOf={tagOf} />
          <span className="line-clamp-2 min-w-0 break-words">differs: {o.value}</span>
        </span>
      ))}
    </>
  );
}

function Edit({ label, value, onSave, onClose }: { label: string; value: string; onSave(value: string): void; onClose(): void }) {
  const [text, setText] = useState(value);
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        onSave(text);
      }}
    >
      <TextArea
        label={label}
        hideLabel
        rows={label === 'Abstract' ? 8 : 2}
        value={text}
        maxLength={20_000}
        autoFocus
        onChange={(e) => setText(e.target.value)}
      />
      <span className="mt-1 flex gap-2">
        <Button type="submit" look="solid" className="min-h-7 text-small">
          Save
        </Button>
        <Button look="quiet" className="text-small" onClick={onClose}>
          Cancel
        </Button>
      </span>
    </form>
  );
}
