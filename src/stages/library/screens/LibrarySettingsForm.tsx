'use client';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { Button } from '@/ui/button';
import { DayField, TextField } from '@/ui/field';
import type { LibraryView } from '../queries/library-view';

type Settings = LibraryView['settings'];
const FIELDS: readonly (readonly [Exclude<keyof Settings, 'deadline'>, string, string])[] = [
  ['resolver', 'Resolver (OpenURL)', 'Leads to what the library has, where a work has no link that lasts.'],
  ['proxy', 'Proxy before addresses', 'As https://login.library.example/login?url=; empty for none.'],
  ['asker', 'Who asks', 'Name under requests to other libraries.'],
  ['lender', 'Where another library takes requests', 'Its address; without it, requests go by e-mail or as a table.'],
  ['register', 'Register of identifiers', 'With {id} where the identifier stands; answers CSL-JSON.'],
  ['citations', 'Citation index', 'With {id}; answers a table of citing, cited, creation.'],
];

/** The library's addresses, who asks, and until when full texts are needed. */
export function LibrarySettingsForm({ reviewId, settings, onSaved }: { reviewId: string; settings: Settings; onSaved(): void }) {
  const [value, setValue] = useState(settings);
  const [busy, setBusy] = useState(false);
  const changed = JSON.stringify(value) !== JSON.stringify(settings);
  async function save() {
    setBusy(true);
    const answer = await call(reviewId, 'save-library', value);
    setBusy(false);
    if (!answer.ok) return void toast.error(answer.message);
    toast('Saved.');
    onSaved();
  }
  return (
    <form
      aria-label="Addresses and the deadline"
      className="flex h-fit flex-col gap-2.5 rounded-[6px] border border-rule bg-surface px-4 py-3"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <h2 className="text-lead">Addresses and the deadline</h2>
      {FIELDS.map(([field, label, hint]) => (
        <TextField
          key={field}
          label={label}
          hint={hint}
          value={value[field]}
          maxLength={1000}
          onChange={(e) => setValue({ ...value, [field]: e.target.value })}
        />
      ))}
      <DayField
        label="Full texts are needed by"
        hint="A request from another library takes from a day to a week (common practice)."
        value={value.deadline}
        onChange={(e) => setValue({ ...value, deadline: e.target.value })}
      />
      <div>
        <Button type="submit" look={changed ? 'solid' : 'plain'} disabled={busy || !changed}>
          Save
        </Button>
      </div>
    </form>
  );
}
