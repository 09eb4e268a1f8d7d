'use client';
import { useState } from 'react';
import { toast } from 'sonner';
import type { EvidenceScheme } from '@/core/classify';
import type { Limiter, Sieve } from '@/core/sieve';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { TextArea } from '@/ui/field';
import { Gallery } from './Gallery';
import type { FacetCounts } from './kinds/form';
import type { useSieveDraft } from './useSieveDraft';

type Draft = ReturnType<typeof useSieveDraft>;
interface ToolbarProps {
  draft: Draft;
  picked: Limiter | null;
  scheme: EvidenceScheme;
  countsOf: FacetCounts;
  onAdded(id: string): void;
}

/** What can be done to the stack: add, undo, redo, duplicate, switch, remove, save as a version. */
export function Toolbar({ draft, picked, scheme, countsOf, onAdded }: ToolbarProps) {
  const [adding, setAdding] = useState(false);
  const [saving, setSaving] = useState(false);
  const change = (next: Sieve) => draft.change(next);
  const duplicate = (limiter: Limiter) => {
    const copy = { ...limiter, id: crypto.randomUUID(), name: `${limiter.name.slice(0, 112)} (copy)` };
    change(draft.sieve.toSpliced(draft.sieve.indexOf(limiter) + 1, 0, copy));
    onAdded(copy.id);
  };
  const remove = (limiter: Limiter) => {
    const at = draft.sieve.indexOf(limiter);
    change(draft.sieve.filter((l) => l !== limiter));
    const restore = () => {
      const now = draft.latest();
      if (!now.some((l) => l.id === limiter.id)) change(now.toSpliced(at, 0, limiter));
    };
    toast(`${limiter.name} was removed.`, { action: { label: 'Undo', onClick: restore } });
  };
  return (
    <div className="flex flex-wrap items-center gap-2 py-3">
      <Button onClick={() => setAdding(true)}>Add limiter</Button>
      <Button onClick={draft.undo} disabled={!draft.canUndo}>
        Undo
      </Button>
      <Button onClick={draft.redo} disabled={!draft.canRedo}>
        Redo
      </Button>
      <Button disabled={!picked} onClick={() => picked && change(draft.sieve.map((l) => (l.id === picked.id ? { ...l, on: !l.on } : l)))}>
        {picked && !picked.on ? 'Switch on' : 'Switch off'}
      </Button>
      <Button disabled={!picked} onClick={() => picked && duplicate(picked)}>
        Duplicate
      </Button>
      <Button disabled={!picked} onClick={() => picked && remove(picked)}>
        Remove
      </Button>
      <Button
        look="solid"
        disabled={draft.sieve.length === 0 || draft.saving !== 'saved' || !draft.versionEdited}
        onClick={() => setSaving(true)}
      >
        {draft.versionEdited ? `Save as v${draft.version + 1}` : `Saved as v${draft.version}`}
      </Button>
      <span role="status" className="text-small text-slate">
        {draft.saving === 'saving' ? 'Saving …' : draft.saving === 'failed' ? 'Not saved' : ''}
      </span>
      <Gallery
        open={adding}
        scheme={scheme}
        countsOf={countsOf}
        onOpenChange={setAdding}
        onAdd={(limiter) => {
          change([...draft.latest(), limiter]);
          onAdded(limiter.id);
        }}
      />
      <SaveVersion draft={draft} open={saving} onOpenChange={setSaving} />
    </div>
  );
}

function SaveVersion({ draft, open, onOpenChange }: { draft: Draft; open: boolean; onOpenChange(open: boolean): void }) {
  const [note, setNote] = useState('');
  const save = async () => {
    const number = await draft.freeze(note.trim());
    if (number === null) return;
    toast(`The sieve was saved as version ${number}. Versions never change.`);
    setNote('');
    onOpenChange(false);
  };
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={`Save the sieve as version ${draft.version + 1}`}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        <TextArea label="What it is for, or what changed" value={note} maxLength={2000} onChange={(e) => setNote(e.target.value)} />
        <p className="text-small text-slate">
          A version keeps the limiters and what their outcomes rest on: the as-of date, the rules, the scheme, rulings and merges until now.
        </p>
        <Button type="submit" look="solid" className="self-start">
          Save version {draft.version + 1}
        </Button>
      </form>
    </Dialog>
  );
}
