'use client';
import { type FormEvent, useState } from 'react';
import { post } from '@/client/call';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import type { LinkView } from '../join';
import { ROLE_WORDS } from './role-words';

interface LinkProps {
  word: string;
  link: LinkView;
  /** Whoever is signed in already. */
  you: string | null;
}

const TITLES: Readonly<Record<LinkView['kind'], string>> = {
  ...{ administrator: 'Set up this installation', account: 'Your account', review: 'You are invited', password: 'A new password' },
};

/** What a one-time link leads to: an account, a review, or a new password. */
export function LinkScreen({ word, link, you }: LinkProps) {
  const [error, setError] = useState('');
  const [busy, setBusy] = useState(false);
  const joins = link.kind === 'review' && you !== null;
  async function take(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    setBusy(true);
    const given = joins ? {} : Object.fromEntries(form);
    const answer = await post<{ to: string }>(`/api/links/${word}`, given);
    setBusy(false);
    if (answer.ok) window.location.assign(answer.to);
    else setError(answer.message);
  }
  return (
    <main className="mx-auto mt-[9vh] w-[min(480px,92vw)]">
      <p className="mb-5 font-serif font-semibold text-display">
        Narrow<span className="text-copper">·</span>Sieve
      </p>
      <form onSubmit={(e) => void take(e)} className="flex flex-col gap-3 rounded-[6px] border border-rule bg-surface p-6">
        <h1 className="text-head">{TITLES[link.kind]}</h1>
        {link.kind === 'administrator' && (
          <p className="text-slate">The first account is the administrator’s: it lets others in, and hands over links for new passwords.</p>
        )}
        {link.kind === 'review' && (
          <p>
            To work on <b className="font-semibold">{link.title}</b> as {ROLE_WORDS[link.role!].a}: {ROLE_WORDS[link.role!].may}.
          </p>
        )}
        {joins && <p className="text-slate">You are signed in as {you}.</p>}
        {!joins && link.kind !== 'password' && (
          <>
            <TextField label="Name" name="name" autoComplete="name" required maxLength={120} hint="It stands beside everything you do." />
            <TextField label="E-mail" name="email" type="email" autoComplete="username" required maxLength={254} />
          </>
        )}
        {!joins && (
          <TextField
            label="Password"
            name="password"
            type="password"
            autoComplete="new-password"
            required
            minLength={10}
            maxLength={256}
            hint="At least ten characters; several words are better than odd signs."
          />
        )}
        {error && (
          <p role="alert" className="text-copper">
            {error}
          </p>
        )}
        <div className="flex items-center gap-4">
          <Button look="solid" type="submit" disabled={busy}>
            {joins ? 'Join the review' : link.kind === 'password' ? 'Set it' : 'Make the account'}
          </Button>
          {link.kind === 'review' && !joins && (
            <a className="text-navy text-small underline underline-offset-2" href={`/sign-in?to=${encodeURIComponent(`/link/${word}`)}`}>
              I have an account
            </a>
          )}
        </div>
      </form>
    </main>
  );
}
