'use client';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { put } from '@/client/call';
import { Button } from '@/ui/button';
import { FileInput } from '@/ui/file-input';

/** Takes in a review that was exported as a bundle, here or elsewhere. */
export function ImportBundle() {
  const router = useRouter();
  const chooser = useRef<HTMLInputElement>(null);
  const [state, setState] = useState<{ busy: string } | { message: string } | null>(null);
  async function take([file]: File[]) {
    if (!file) return;
    setState({ busy: file.name });
    const answer = await put<{ id: string }>(`/api/bundles?name=${encodeURIComponent(file.name)}`, file);
    if (answer.ok) return router.push(`/reviews/${answer.id}/sieve`);
    setState({ message: answer.message });
  }
  return (
    <div className="mt-5 border-rule border-t pt-4">
      <h2 className="text-lead">Or import one</h2>
      <p className="mb-2 text-small text-slate">A bundle, as it is exported under Write up, comes back to the same state.</p>
      <FileInput ref={chooser} label="Bundle of a review" accept=".zip,application/zip" onFiles={(files) => void take(files)} />
      <Button disabled={state !== null && 'busy' in state} onClick={() => chooser.current?.click()}>
        {state && 'busy' in state ? `Taking in ${state.busy} …` : 'Import a bundle'}
      </Button>
      {state && 'message' in state && (
        <p role="alert" className="mt-2 text-copper">
          {state.message}
        </p>
      )}
    </div>
  );
}
