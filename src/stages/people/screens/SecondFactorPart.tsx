'use client';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { toast } from 'sonner';
import { renderSVG } from 'uqr';
import { post } from '@/client/call';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { refreshPage } from '@/ui/refresh-page';
import { Part } from './Part';

interface Begun {
  totpURI: string;
  backupCodes: string[];
}

/** A second factor by codes that change every half minute (RFC 6238): switched on once a first code was right. */
export function SecondFactorPart({ on }: { on: boolean }) {
  const router = useRouter();
  const [begun, setBegun] = useState<Begun | null>(null);
  const [error, setError] = useState('');
  async function change(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const password = String(new FormData(event.currentTarget).get('password'));
    const answer = await post<Partial<Begun>>(`/api/people/two-factor/${on ? 'disable' : 'enable'}`, { password });
    if (!answer.ok) return setError('The password does not fit.');
    setError('');
    if (answer.totpURI && answer.backupCodes) return setBegun({ totpURI: answer.totpURI, backupCodes: answer.backupCodes });
    toast('Switched off.');
    refreshPage(router);
  }
  async function verify(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const code = String(new FormData(event.currentTarget).get('code')).replace(/\s/g, '');
    const answer = await post('/api/people/two-factor/verify-totp', { code });
    if (!answer.ok) return setError('This code does not fit.');
    setBegun(null);
    setError('');
    toast('Switched on: from now on you are asked for a code.');
    refreshPage(router);
  }
  return (
    <Part
      title="Second factor"
      about={on ? 'It is on: besides the password you are asked for a code.' : 'Besides the password, a code from a device of yours.'}
    >
      {begun ? (
        <Begin begun={begun} error={error} onVerify={(e) => void verify(e)} />
      ) : (
        <form onSubmit={(e) => void change(e)} className="flex items-end gap-3">
          <div className="w-[220px]">
            <TextField label="Your password" name="password" type="password" autoComplete="current-password" required error={error} />
          </div>
          <Button type="submit">{on ? 'Switch it off' : 'Switch it on …'}</Button>
        </form>
      )}
    </Part>
  );
}

function Begin({ begun, error, onVerify }: { begun: Begun; error: string; onVerify(event: FormEvent<HTMLFormElement>): void }) {
  const picture = `data:image/svg+xml;utf8,${encodeURIComponent(renderSVG(begun.totpURI, { border: 2 }))}`;
  return (
    <div className="flex flex-wrap gap-6">
      {/* biome-ignore lint/performance/noImgElement: a picture made on this page */}
      <img src={picture} width={180} height={180} alt="The secret, for a device to read" className="border border-rule" />
      <div className="min-w-[280px] flex-1">
        <p className="text-small">Read the picture with an application for one-time codes, or type in:</p>
        <p className="mb-2 break-all font-mono text-small">{new URL(begun.totpURI).searchParams.get('secret')}</p>
        <p className="text-small">Write these down: each lets you in once without the device.</p>
        <p className="mb-3 font-mono text-small">{begun.backupCodes.join('  ')}</p>
        <form onSubmit={onVerify} className="flex items-end gap-3">
          <div className="w-[160px]">
            <TextField label="The code it shows" name="code" inputMode="numeric" autoComplete="one-time-code" required error={error} />
          </div>
          <Button look="solid" type="submit">
            Switch it on
          </Button>
        </form>
      </div>
    </div>
  );
}
