import type { Metadata } from 'next';
import { connection } from 'next/server';
import { Toaster } from 'sonner';
import { FocusHint } from '@/ui/focus-hint';
import './globals.css';

export const metadata: Metadata = {
  title: { default: 'Narrow Sieve', template: '%s · Narrow Sieve' },
  description: 'Classify records, apply the same limiters everywhere, justify every source.',
};

export default async function Layout({ children }: { children: React.ReactNode }) {
  // Every answer has a content policy of its own, so no page is made beforehand.
  await connection();
  return (
    <html lang="en">
      <body>
        {children}
        <FocusHint />
        <Toaster
          // Over the middle of the top bar, where nothing is read or filled in; one at a time.
          position="top-center"
          offset={4}
          visibleToasts={1}
          closeButton
          toastOptions={{
            style: { fontFamily: 'var(--font-sans)', background: 'var(--surface)', color: 'var(--ink)', borderColor: 'var(--edge)' },
          }}
        />
      </body>
    </html>
  );
}
