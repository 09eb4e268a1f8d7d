'use client';
import type { EditConflict } from '@/core/edits';
import { Button } from '@/ui/button';
import { type SaveState, saveWords } from './useAutosave';

interface SaveStatusProps {
  state: SaveState;
  settle(whose: 'mine' | 'theirs'): void;
}

/** Whether what is on the screen is saved; when somebody else saved something else, both versions, to choose from. */
export function SaveStatus({ state, settle }: SaveStatusProps) {
  if (state.state === 'conflict') return <ChooseVersion message={state.message} conflicts={state.conflicts} settle={settle} />;
  return (
    <span role="status" className={state.state === 'refused' ? 'font-medium text-copper' : 'text-small text-slate'}>
      {saveWords(state)}
    </span>
  );
}

interface ChooseVersionProps {
  message: string;
  conflicts: readonly EditConflict[];
  settle: SaveStatusProps['settle'];
}

export function ChooseVersion({ message, conflicts, settle }: ChooseVersionProps) {
  return (
    <section
      role="alert"
      aria-label="Changed by somebody else"
      className="order-last max-w-[640px] basis-full rounded border border-copper p-2 text-small"
    >
      <p className="font-medium text-copper">{message}</p>
      <dl className="my-1 grid grid-cols-[auto_1fr_1fr] gap-x-3 gap-y-0.5">
        <dt />
        <dd className="text-slate">yours</dd>
        <dd className="text-slate">theirs</dd>
        {conflicts.map((c) => (
          <div key={c.path.join('/')} className="contents">
            <dt className="text-slate">{nameOf(c.path)}</dt>
            <dd className="break-words">{versionWords(c.mine)}</dd>
            <dd className="break-words">{versionWords(c.theirs)}</dd>
          </div>
        ))}
      </dl>
      <div className="flex gap-2">
        <Button onClick={() => settle('mine')}>Keep mine</Button>
        <Button onClick={() => settle('theirs')}>Take theirs</Button>
      </div>
    </section>
  );
}

/** The last name of a path in plain words: `reasonCode` as "reason code". An item of a list is named by its key. */
const nameOf = (path: readonly string[]): string => {
  const last = path.at(-1) ?? '';
  return /^[0-9a-f]{8}-/.test(last) ? 'the whole entry' : last.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`);
};

const MOST_CHARS = 200;
function versionWords(version: unknown): string {
  if (version === undefined || version === null) return 'taken away';
  if (version === '') return 'empty';
  const text = typeof version === 'string' ? version : textsIn(version).join(', ');
  return text.length > MOST_CHARS ? `${text.slice(0, MOST_CHARS)} …` : text;
}
const textsIn = (value: unknown): string[] =>
  typeof value === 'object' && value !== null
    ? Object.values(value).flatMap(textsIn)
    : value === null || value === ''
      ? []
      : [String(value)];
