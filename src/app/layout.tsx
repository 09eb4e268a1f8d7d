import type { Metadata } from 'next';
import { Toaster } from 'sonner';
import './globals.css';

export const metadata: Metadata = {
  title: { default: 'Narrow Sieve', template: '%s · Narrow Sieve' },
  description: 'Classify records, apply the same limiters everywhere, justify every source.',
};

export default function Layout({ children }: { children: React.ReactNode }) {
  return (
    <html lang="en">
      <body>
        {children}
        <Toaster
          position="bottom-right"
          closeButton
          toastOptions={{
            style: { fontFamily: 'var(--font-sans)', background: 'var(--surface)', color: 'var(--ink)', borderColor: 'var(--edge)' },
          }}
        />
      </body>
    </html>
  );
}
