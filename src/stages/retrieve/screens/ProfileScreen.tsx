'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useRef, useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { SaveStatus } from '@/client/SaveStatus';
import { useAutosave } from '@/client/useAutosave';
import { CARRIED, type Carried, type LimiterProfile, readProfile, writeProfile } from '@/core/parity';
import { BackLink } from '@/ui/back-link';
import { Button } from '@/ui/button';
import { TextArea, TextField } from '@/ui/field';
import { FileInput } from '@/ui/file-input';
import { DatabaseTag } from '@/ui/marks';
import { leadOverTo, refreshPage } from '@/ui/refresh-page';
import type { DatabaseView } from '../queries/database-view';
import { ProfileAxes } from './ProfileAxes';
import { RefereedBox } from './RefereedBox';
import { TermTable } from './TermTable';

type Edited = Pick<DatabaseView, 'name' | 'tag' | 'profile'>;

/** A database's limiter profile: what it can limit and how, what its records carry, and what its terms mean. */
export function ProfileScreen({ reviewId, database }: { reviewId: string; database: DatabaseView }) {
  const router = useRouter();
  const save = useCallback(
    async (next: Edited, seen: Edited) => {
      const result = await call(reviewId, 'save-database', { ...next, seen, id: database.id });
      // The address of this page is the tag.
      if (result.ok && next.tag !== database.tag) leadOverTo(router, `/reviews/${reviewId}/retrieve/database/${next.tag}`);
      return result;
    },
    [reviewId, database.id, database.tag, router],
  );
  const { value, change, state, settle } = useAutosave<Edited>(
    `database:${database.id}`,
    { name: database.name, tag: database.tag, profile: database.profile },
    save,
  );
  const profile = { ...value.profile, terms: database.profile.terms, columns: database.profile.columns };
  const set = (part: Partial<LimiterProfile>) => change({ ...value, profile: { ...profile, ...part } });
  return (
    <main className="px-5 py-4">
      <BackLink reviewId={reviewId} />
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <DatabaseTag tag={database.tag} />
        <h1 className="text-title">{database.name}: what it can limit</h1>
        <SaveStatus state={state} settle={settle} />
        <ProfileFileButtons
          reviewId={reviewId}
          database={{ ...database, name: value.name, tag: value.tag, profile }}
          onLoaded={(loaded) => change({ ...value, profile: loaded })}
        />
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[1fr_340px] gap-5">
        <div className="flex flex-col gap-5">
          <ProfileAxes axes={profile.axes} onChange={(axes) => set({ axes })} />
          <TermTable reviewId={reviewId} database={database} />
        </div>
        <aside aria-label="Name and what its records carry" className="flex flex-col gap-4">
          <div className="grid grid-cols-[1fr_90px] gap-3">
            <TextField
              label="Name"
              value={value.name}
              maxLength={120}
              onChange={(e) => change({ ...value, profile, name: e.target.value })}
            />
            <TextField
              label="Tag"
              value={value.tag}
              maxLength={2}
              onChange={(e) => change({ ...value, profile, tag: e.target.value.toUpperCase() })}
            />
          </div>
          <RefereedBox checked={profile.allJournalsRefereed} onChange={(allJournalsRefereed) => set({ allJournalsRefereed })} />
          <fieldset>
            <legend className="mb-1 text-small text-slate">Its records carry</legend>
            <div className="grid grid-cols-2 gap-x-3 gap-y-1">
              {(Object.keys(CARRIED) as Carried[]).map((c) => (
                <label key={c} className="flex min-h-[26px] items-center gap-2 text-small">
                  <input
                    type="checkbox"
                    className="size-4 accent-(--navy)"
                    checked={profile.carries.includes(c)}
                    onChange={(e) => set({ carries: e.target.checked ? [...profile.carries, c] : profile.carries.filter((x) => x !== c) })}
                  />
                  {CARRIED[c]}
                </label>
              ))}
            </div>
          </fieldset>
          <TextArea
            label="Quirks worth remembering"
            rows={4}
            value={profile.notes}
            maxLength={2000}
            onChange={(e) => set({ notes: e.target.value })}
          />
          {profile.columns && (
            <p className="text-small text-slate">
              Its tables are read by a remembered mapping of {profile.columns.header.length} columns (
              {profile.columns.roles.filter(Boolean).length} with a meaning). A table with other columns is asked about again.
            </p>
          )}
        </aside>
      </div>
    </main>
  );
}

/** The profile as a file: saved to hand it round, loaded to take over a colleague's. */
interface FileButtonsProps {
  reviewId: string;
  database: Pick<DatabaseView, 'id' | 'name' | 'tag' | 'profile'>;
  onLoaded(profile: LimiterProfile): void;
}

function ProfileFileButtons({ reviewId, database, onLoaded }: FileButtonsProps) {
  const input = useRef<HTMLInputElement>(null);
  const [error, setError] = useState('');
  const router = useRouter();
  async function load(file: File) {
    const read = readProfile(await file.text());
    if (typeof read === 'string') return setError(`${file.name}: ${read}`);
    const result = await call(reviewId, 'save-database', {
      id: database.id,
      name: database.name,
      tag: database.tag,
      profile: read.profile,
      whole: true,
    });
    if (!result.ok) return setError(result.message);
    setError('');
    toast(`The profile of ${file.name} is now that of ${database.name}.`);
    // The fields on the screen follow what was saved.
    onLoaded(read.profile);
    refreshPage(router);
  }
  function saveFile() {
    const url = URL.createObjectURL(new Blob([writeProfile(database.name, database.tag, database.profile)], { type: 'application/json' }));
    const a = document.createElement('a');
    a.href = url;
    a.download = `${database.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}-limiter-profile.json`;
    a.click();
    URL.revokeObjectURL(url);
  }
  return (
    <div className="ml-auto flex items-center gap-2">
      {error && (
        <p role="alert" className="max-w-[360px] font-medium text-small text-copper">
          {error}
        </p>
      )}
      <Button onClick={() => input.current?.click()}>Load a profile</Button>
      <Button onClick={saveFile}>Save as a file</Button>
      <FileInput ref={input} label="Profile file" accept=".json,application/json" onFiles={([chosen]) => void load(chosen!)} />
    </div>
  );
}
