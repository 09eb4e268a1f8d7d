'use client';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { call } from '@/client/call';
import { normaliseText } from '@/core/merge';
import { DEFAULT_PROFILE, type LimiterProfile, readProfile } from '@/core/parity';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { TextField } from '@/ui/field';
import { FileInput } from '@/ui/file-input';
import { refreshPage } from '@/ui/refresh-page';
import { RefereedBox } from './RefereedBox';

/** A new database, with a profile of its own or one that a colleague handed over. Its profile has a page of its own. */
export function DatabaseForm({ reviewId, taken, onClose }: { reviewId: string; taken: readonly string[]; onClose(): void }) {
  const [name, setName] = useState('');
  const [ownTag, setTag] = useState<string | null>(null);
  const tag = ownTag ?? tagFor(name, taken);
  const [profile, setProfile] = useState<LimiterProfile>(DEFAULT_PROFILE);
  const [loaded, setLoaded] = useState('');
  const [error, setError] = useState('');
  const [busy, setBusy] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const router = useRouter();
  async function save() {
    setBusy(true);
    const result = await call(reviewId, 'save-database', { id: null, name, tag, profile });
    setBusy(false);
    if (!result.ok) return setError(result.message);
    refreshPage(router);
    onClose();
  }
  async function load(file: File) {
    const read = readProfile(await file.text());
    if (typeof read === 'string') return setError(`${file.name}: ${read}`);
    setError('');
    setName(name || read.name);
    setTag(ownTag || read.tag);
    setProfile(read.profile);
    setLoaded(file.name);
  }
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="Add a database">
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
        <RefereedBox
          checked={profile.allJournalsRefereed}
          onChange={(allJournalsRefereed) => setProfile({ ...profile, allJournalsRefereed })}
        />
        <p className="text-small text-slate">
          What it can limit, and what its terms mean, goes into its limiter profile: describe it on the page of the database, or{' '}
          <button type="button" className="min-h-6 text-navy underline underline-offset-2" onClick={() => input.current?.click()}>
            load a profile
          </button>{' '}
          from a file.
          {loaded && <b className="block font-semibold text-ink">The profile of {loaded} will be used.</b>}
        </p>
        <FileInput ref={input} label="Profile file" accept=".json,application/json" onFiles={([chosen]) => void load(chosen!)} />
        {error && (
          <p role="alert" className="font-medium text-copper">
            {error}
          </p>
        )}
        <div>
          <Button look="solid" type="submit" disabled={busy}>
            Add the database
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

/** Two letters for a database: its initials, else its first letter with a later one, so that no two have the same; '' when none is left. */
export function tagFor(name: string, taken: readonly string[]): string {
  const words = normaliseText(name)
    .toUpperCase()
    .split(/[^A-Z0-9]+/)
    .filter(Boolean);
  const letters = words.join('');
  const initials = words.length > 1 ? [words[0]![0]! + words[1]![0]!] : [];
  const found = [...initials, ...[...letters.slice(1)].map((letter) => letters[0]! + letter)];
  return found.find((tag) => !taken.includes(tag)) ?? '';
}
