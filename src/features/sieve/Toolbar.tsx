'use client';
import { toast } from 'sonner';
import type { EvidenceScheme } from '@/core/classify';
import type { Sieve } from '@/core/sieve';
import { Button } from '@/ui/button';
import { LIMITER_KINDS, newLimiter } from './LimiterForm';
import type { useSieveDraft } from './useSieveDraft';

interface ToolbarProps {
  draft: ReturnType<typeof useSieveDraft>;
  picked: Sieve[number] | null;
  scheme: EvidenceScheme;
  onAdded(id: string): void;
}

/** What can be done to the stack: add, undo, switch, remove, save as a version. */
export function Toolbar({ draft, picked, scheme, onAdded }: ToolbarProps) {
  const { version, versionEdited } = draft;
  const change = (next: Sieve) => draft.change(next);
  const add = (kind: string) => {
    const limiter = newLimiter(kind as 'level', scheme, crypto.randomUUID());
    change([...draft.sieve, limiter]);
    onAdded(limiter.id);
  };
  const remove = (limiter: Sieve[number]) => {
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
      <select
        aria-label="Add limiter"
        className="h-8 rounded-[4px] border border-ink bg-surface px-2 font-medium"
        value=""
        onChange={(e) => e.target.value && add(e.target.value)}
      >
        <option value="">Add limiter …</option>
        {LIMITER_KINDS.map((k) => (
          <option key={k.value} value={k.value}>
            {k.label}
          </option>
        ))}
      </select>
      <Button onClick={draft.undo} disabled={!draft.canUndo}>
        Undo
      </Button>
      <Button disabled={!picked} onClick={() => picked && change(draft.sieve.map((l) => (l.id === picked.id ? { ...l, on: !l.on } : l)))}>
        {picked && !picked.on ? 'Switch on' : 'Switch off'}
      </Button>
      <Button disabled={!picked} onClick={() => picked && remove(picked)}>
        Remove
      </Button>
      <Button
        look="solid"
        disabled={draft.sieve.length === 0 || draft.saving !== 'saved' || !versionEdited}
        onClick={async () => {
          const saved = await draft.freeze();
          if (saved !== null) toast(`The sieve was saved as version ${saved}. Versions never change.`);
        }}
      >
        {versionEdited ? `Save as v${version + 1}` : `Saved as v${version}`}
      </Button>
      <span role="status" className="text-[13px] text-slate">
        {draft.saving === 'saving' ? 'Saving …' : draft.saving === 'failed' ? 'Not saved' : ''}
      </span>
    </div>
  );
}
