'use client';
import { Button } from '@/ui/button';

/** Instead of a page, while the database that has it cannot be reached. */
export const DatabaseAway = () => (
  <main className="p-8">
    <h1 className="text-title">The database does not answer just now</h1>
    <p className="my-2">Nothing that was saved is lost. It may be restarting: try again in a moment.</p>
    <Button onClick={() => window.location.reload()}>Try again</Button>
  </main>
);
