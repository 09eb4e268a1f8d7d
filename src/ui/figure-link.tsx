import Link from 'next/link';
import { count } from './words';

/** A number that opens its works, by an address that names them. */
export function FigureLink({ n, href, label, current = false }: { n: number; href: string; label: string; current?: boolean }) {
  return (
    <Link
      href={href}
      scroll={false}
      prefetch={false}
      aria-label={`${label}: ${n}`}
      aria-current={current ? 'true' : undefined}
      className="inline-block min-w-6 leading-6 underline-offset-2 hover:underline aria-[current]:underline"
    >
      {count(n)}
    </Link>
  );
}
