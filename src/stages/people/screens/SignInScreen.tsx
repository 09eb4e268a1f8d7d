'use client';
import { type FormEvent, useState } from 'react';
import { post } from '@/client/call';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';

export interface DemoPerson {
  id: string;
  name: string;
  part: string;
}
interface SignInProps {
  /** Where one wanted to go. */
  to: string;
  /** People of the demo, of whom anybody at this machine may be one; none where this is not the demo. */
  demo: readonly DemoPerson[];
  /** What an institution's sign-on is called, where there is one. */
  institution: string | null;
  failed: boolean;
}

const there = (to: string) => window.location.assign(to);

/** Who is it? By password and second factor, by an institution's sign-on, or as one of the people of the demo. */
export function SignInScreen({ to, demo, institution, failed }: SignInProps) {
  const [second, setSecond] = useState(false);
  return (
    <main className="mx-auto mt-[9vh] w-[min(440px,92vw)]">
      <p className="mb-5 font-serif font-semibold text-display">
        Narrow<span className="text-copper">·</span>Sieve
      </p>
      <div className="rounded-[6px] border border-rule bg-surface p-6">
        <h1 className="mb-3 text-head">{second ? 'Your second factor' : demo.length ? 'Who are you in this demo?' : 'Sign in'}</h1>
        {failed && (
          <p role="alert" className="mb-3 text-copper">
            {institution ?? 'The institution'} did not let you in, or gave no proved e-mail. Try again, or ask your administrator.
          </p>
        )}
        {second ? (
          <SecondFactor to={to} />
        ) : demo.length > 0 ? (
          <>
            <DemoPeople people={demo} to={to} />
            <details className="mt-4 border-rule border-t pt-3">
              <summary className="cursor-pointer text-slate">Somebody else, with an account</summary>
              <div className="mt-3">
                <Password to={to} onSecond={() => setSecond(true)} />
              </div>
            </details>
          </>
        ) : (
          <Password to={to} onSecond={() => setSecond(true)} />
        )}
        {institution && !second && <Institution name={institution} to={to} />}
      </div>
    </main>
  );
}

function DemoPeople({ people, to }: { people: readonly DemoPerson[]; to: string }) {
  const [error, setError] = useState('');
  async function be(person: string) {
    const answer = await post('/api/people/demo', { person });
    if (answer.ok) there(to);
    else setError(answer.message);
  }
  return (
    <>
      <ul className="flex flex-col gap-2">
        {people.map((p) => (
          <li key={p.id}>
            <Button className="w-full justify-between py-2 text-left" onClick={() => void be(p.id)}>
              <span>{p.name}</span>
              <span className="font-normal text-slate text-small">{p.part}</span>
            </Button>
          </li>
        ))}
      </ul>
      <p className="mt-3 text-note text-slate">Made-up people of a made-up review. This is answered on this machine alone.</p>
      {error && (
        <p role="alert" className="mt-2 text-copper">
          {error}
        </p>
      )}
    </>
  );
}

function Password({ to, onSecond }: { to: string; onSecond(): void }) {
  const [error, setError] = useState('');
  const [busy, setBusy] = useState(false);
  async function signIn(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    setBusy(true);
    const answer = await post<{ twoFactorRedirect?: boolean }>('/api/people/sign-in/email', {
      email: String(form.get('email')),
      password: String(form.get('password')),
    });
    setBusy(false);
    if (!answer.ok) setError(answer.code === 'not-let-in' ? 'E-mail and password do not fit together.' : answer.message);
    else if (answer.twoFactorRedirect) onSecond();
    else there(to);
  }
  return (
    <form onSubmit={(e) => void signIn(e)} className="flex flex-col gap-3">
      <TextField label="E-mail" name="email" type="email" autoComplete="username" required maxLength={254} />
      <TextField label="Password" name="password" type="password" autoComplete="current-password" required maxLength={256} error={error} />
      <div className="flex items-center gap-4">
        <Button look="solid" type="submit" disabled={busy}>
          Sign in
        </Button>
        <p className="text-note text-slate">Forgotten? Your administrator gives you a link for a new one.</p>
      </div>
    </form>
  );
}

function SecondFactor({ to }: { to: string }) {
  const [error, setError] = useState('');
  async function verify(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const code = String(new FormData(event.currentTarget).get('code')).replace(/\s/g, '');
    const way = /^\d{6}$/.test(code) ? 'verify-totp' : 'verify-backup-code';
    const answer = await post<{ user?: object }>(`/api/people/two-factor/${way}`, { code });
    if ('user' in answer) there(to);
    else
      setError('code' in answer && answer.code === 'too-often' ? answer.message : 'This code does not fit. Codes hold for half a minute.');
  }
  return (
    <form onSubmit={(e) => void verify(e)} className="flex flex-col gap-3">
      <TextField
        label="Code"
        name="code"
        inputMode="text"
        autoComplete="one-time-code"
        required
        maxLength={40}
        hint="Six digits from your device, or one of the codes that you wrote down."
        error={error}
      />
      <div>
        <Button look="solid" type="submit">
          Go on
        </Button>
      </div>
    </form>
  );
}

function Institution({ name, to }: { name: string; to: string }) {
  const [error, setError] = useState('');
  async function go() {
    const answer = await post<{ url?: string }>('/api/people/sign-in/social', {
      ...{ provider: 'institution', callbackURL: to, errorCallbackURL: '/sign-in?failed=1' },
    });
    if (answer.ok && answer.url) there(answer.url);
    else setError(`${name} does not answer just now.`);
  }
  return (
    <div className="mt-5 border-rule border-t pt-4">
      <Button onClick={() => void go()}>Sign in with {name}</Button>
      {error && (
        <p role="alert" className="mt-2 text-copper">
          {error}
        </p>
      )}
    </div>
  );
}
