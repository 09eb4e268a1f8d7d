import Link from 'next/link';

export type Views = readonly (readonly [path: string, label: string])[];

interface ViewNavProps {
  reviewId: string;
  stage: string;
  label: string;
  views: Views;
  current: string;
}

/** The views of a stage, each at an address of its own. */
export function ViewNav({ reviewId, stage, label, views, current }: ViewNavProps) {
  return (
    <nav aria-label={label} className="flex gap-4 text-small">
      {views.map(([path, name]) => (
        <Link
          key={path}
          href={`/reviews/${reviewId}/${stage}${path}`}
          prefetch={false}
          aria-current={path === current ? 'page' : undefined}
          className="min-h-6 whitespace-nowrap border-transparent border-b-2 text-navy leading-6 underline-offset-2 hover:underline aria-[current]:border-copper aria-[current]:font-semibold aria-[current]:text-ink"
        >
          {name}
        </Link>
      ))}
    </nav>
  );
}
