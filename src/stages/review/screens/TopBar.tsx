import Link from 'next/link';
import { intervalWords, readDate } from '@/core/record';

export function TopBar({ title, asOf, person }: { title?: string; asOf?: string; person?: string }) {
  return (
    <header className="flex h-11 print:hidden items-center gap-3.5 border-rule border-b bg-surface px-5">
      <Link href="/" className="font-serif font-semibold text-lead">
        Narrow<span className="text-copper">·</span>Sieve
      </Link>
      <span className="truncate text-slate">{title}</span>
      <span className="ml-auto whitespace-nowrap text-slate">{asOf && `as of ${intervalWords(readDate(asOf))}`}</span>
      {person && <span className="whitespace-nowrap text-slate">{person}</span>}
    </header>
  );
}
