/** How far a long work is; without a total it only says that something happens. */
export function Progress({ done, total, label }: { done: number; total: number; label: string }) {
  return (
    <progress
      aria-label={label}
      className="block h-1.5 w-full accent-(--navy)"
      value={total > 0 ? done : undefined}
      max={total > 0 ? total : undefined}
    />
  );
}
