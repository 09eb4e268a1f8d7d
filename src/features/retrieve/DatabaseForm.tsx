'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { CAPABILITIES, DEFAULT_PROFILE, type LimiterProfile } from '@/core/parity';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { Select, TextArea, TextField } from '@/ui/field';
import { call } from '../shell/call';

const AXES: { key: keyof LimiterProfile['axes']; label: string }[] = [
  { key: 'sourceType', label: 'Source type' },
  { key: 'publicationType', label: 'Publication type' },
  { key: 'peerReview', label: 'Peer review' },
  { key: 'level', label: 'Evidence level' },
  { key: 'date', label: 'Date' },
];
const WORDS: Record<(typeof CAPABILITIES)[number], string> = {
  native: 'has a limiter of its own',
  approximate: 'has only something near it',
  whole: 'every item qualifies',
  none: 'cannot limit by it',
};

export interface DatabaseLine {
  id: string;
  name: string;
  tag: string;
  profile: LimiterProfile;
}

/** A database with its first limiter profile: added, or changed when one is given. */
export function DatabaseForm({ reviewId, database, onClose }: { reviewId: string; database: DatabaseLine | null; onClose(): void }) {
  const [name, setName] = useState(database?.name ?? '');
  const [tag, setTag] = useState(database?.tag ?? '');
  const [profile, setProfile] = useState<LimiterProfile>(database?.profile ?? DEFAULT_PROFILE);
  const [error, setError] = useState('');
  const [busy, setBusy] = useState(false);
  const router = useRouter();
  async function save() {
    setBusy(true);
    const result = await call(reviewId, 'save-database', { id: database?.id ?? null, name, tag, profile }).catch(() => null);
    setBusy(false);
    if (!result?.ok) return setError(result?.message ?? 'It was not saved: the server did not answer. Try again.');
    router.refresh();
    onClose();
  }
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={database ? `${database.name}: what it can limit` : 'Add a database'}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        <div className="grid grid-cols-[1fr_110px] gap-3">
          <TextField label="Name" value={name} maxLength={120} required onChange={(e) => setName(e.target.value)} />
          <TextField label="Two-letter tag" value={tag} maxLength={2} required onChange={(e) => setTag(e.target.value.toUpperCase())} />
        </div>
        <div className="grid grid-cols-2 gap-x-3 gap-y-2">
          {AXES.map((axis) => (
            <Select
              key={axis.key}
              label={axis.label}
              value={profile.axes[axis.key]}
              onChange={(e) => setProfile({ ...profile, axes: { ...profile.axes, [axis.key]: e.target.value as 'none' } })}
            >
              {CAPABILITIES.map((c) => (
                <option key={c} value={c}>
                  {WORDS[c]}
                </option>
              ))}
            </Select>
          ))}
        </div>
        <label className="flex items-start gap-2">
          <input
            type="checkbox"
            className="mt-0.5 size-4 accent-(--navy)"
            checked={profile.allJournalsRefereed}
            onChange={(e) => setProfile({ ...profile, allJournalsRefereed: e.target.checked })}
          />
          <span>
            Every journal in it is refereed
            <span className="block text-[13px] text-slate">
              A statement about the journals: editorials, letters and book reviews in them stay unrefereed.
            </span>
          </span>
        </label>
        <TextArea
          label="Quirks worth remembering"
          value={profile.notes}
          maxLength={2000}
          onChange={(e) => setProfile({ ...profile, notes: e.target.value })}
        />
        {error && (
          <p role="alert" className="font-medium text-copper">
            {error}
          </p>
        )}
        <div>
          <Button look="solid" type="submit" disabled={busy}>
            {database ? 'Save' : 'Add the database'}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
