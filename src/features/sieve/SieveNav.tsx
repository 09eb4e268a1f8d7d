import Link from 'next/link';

const VIEWS = [
  ['', 'The funnel'],
  ['/what-if', 'What if'],
  ['/held', 'Held works'],
  ['/parity', 'Is it even?'],
  ['/versions', 'Versions'],
] as const;
export type SieveView = (typeof VIEWS)[number][0];

/** The views of the sieve, each at an address of its own. */
export function SieveNav({ reviewId, current }: { reviewId: string; current: SieveView }) {
  return (
    <nav aria-label="Views of the sieve" className="flex gap-4 text-[13.5px]">
      {VIEWS.map(([path, label]) => (
        <Link
          key={path}
          href={`/reviews/${reviewId}/sieve${path}`}
          prefetch={false}
          aria-current={path === current ? 'page' : undefined}
          className="min-h-6 border-transparent border-b-2 text-navy leading-6 underline-offset-2 hover:underline aria-[current]:border-copper aria-[current]:font-semibold aria-[current]:text-ink"
        >
          {label}
        </Link>
      ))}
    </nav>
  );
}
