'use client';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { toast } from 'sonner';
import { post } from '@/client/call';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { TextField } from '@/ui/field';
import { refreshPage } from '@/ui/refresh-page';
import { Part } from './Part';
import { SecondFactorPart } from './SecondFactorPart';

export interface AccountView {
  name: string;
  email: string;
  twoFactor: boolean;
  /** Whether a password is how they sign in. */
  password: boolean;
  demo: boolean;
}

/** One's own account: name, password, second factor, and the ways out. */
export function AccountScreen({ account }: { account: AccountView }) {
  const router = useRouter();
  const [closing, setClosing] = useState(false);
  async function rename(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const name = String(new FormData(event.currentTarget).get('name'));
    const answer = await post('/api/people/update-user', { name });
    if (!answer.ok) return void toast.error(answer.message);
    toast('Saved. What you did before keeps the name it had.');
    refreshPage(router);
  }
  async function leave(everywhere: boolean) {
    if (everywhere) await post('/api/people/revoke-sessions', {});
    await post('/api/people/sign-out', {});
    window.location.assign('/sign-in');
  }
  async function close() {
    const answer = await post('/api/account', { close: true });
    if (!answer.ok) return void toast.error(answer.message);
    window.location.assign('/sign-in');
  }
  return (
    <main className="mx-auto max-w-[760px] px-5 py-6">
      <h1 className="mb-4 text-display">Your account</h1>
      <Part title="Name" about={`It stands beside everything you do. You sign in as ${account.email}.`}>
        <form onSubmit={(e) => void rename(e)} className="flex items-end gap-3">
          <div className="w-[320px]">
            <TextField label="Name" name="name" defaultValue={account.name} required maxLength={120} />
          </div>
          <Button type="submit">Save</Button>
        </form>
      </Part>
      {account.password && <PasswordPart />}
      {account.password && <SecondFactorPart on={account.twoFactor} />}
      <Part title="Sign out" about="Here, or in every browser in which you are signed in.">
        <div className="flex gap-3">
          <Button onClick={() => void leave(false)}>Sign out</Button>
          <Button onClick={() => void leave(true)}>Sign out everywhere</Button>
        </div>
      </Part>
      {!account.demo && (
        <Part title="Close the account" about="What you did stays under your name; your e-mail is forgotten. It cannot be undone.">
          <Button onClick={() => setClosing(true)}>Close the account …</Button>
        </Part>
      )}
      <Dialog open={closing} onOpenChange={setClosing} title="Close your account?">
        <p>You cannot sign in any more, and belong to no review. Your decisions and rulings stay, under the name they were made with.</p>
        <div className="mt-4">
          <Button look="solid" onClick={() => void close()}>
            Close it for good
          </Button>
        </div>
      </Dialog>
    </main>
  );
}

function PasswordPart() {
  const [error, setError] = useState('');
  async function change(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = event.currentTarget;
    const fields = new FormData(form);
    const answer = await post('/api/people/change-password', {
      currentPassword: String(fields.get('current')),
      newPassword: String(fields.get('new')),
      revokeOtherSessions: true,
    });
    if (!answer.ok) return setError('The password of now does not fit, or the new one is shorter than ten characters.');
    setError('');
    form.reset();
    toast('Changed. Other browsers are signed out.');
  }
  return (
    <Part title="Password" about="At least ten characters; several words are better than odd signs.">
      <form onSubmit={(e) => void change(e)} className="flex flex-wrap items-end gap-3">
        <div className="w-[220px]">
          <TextField label="Password of now" name="current" type="password" autoComplete="current-password" required error={error} />
        </div>
        <div className="w-[220px]">
          <TextField label="New password" name="new" type="password" autoComplete="new-password" minLength={10} maxLength={256} required />
        </div>
        <Button type="submit">Change it</Button>
      </form>
    </Part>
  );
}
