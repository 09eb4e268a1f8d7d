'use client';
import { Button } from '@/ui/button';

export default function Failed({ error, reset }: { error: Error & { digest?: string }; reset(): void }) {
  return (
    <main className="p-8">
      <h1 className="text-title">Something went wrong on the server</h1>
      <p className="my-2">Nothing that was saved is lost. {error.digest && `Reference: ${error.digest}`}</p>
      <Button onClick={reset}>Try again</Button>
    </main>
  );
}
