/** How far a long work is, in the colours of the column that narrows; without a total it only says that something happens. */
export function Progress({ done, total, label }: { done: number; total: number; label: string }) {
  const share = total > 0 ? Math.min(1, done / total) : null;
  return (
    <span
      role="progressbar"
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={total > 0 ? total : undefined}
      aria-valuenow={total > 0 ? done : undefined}
      tabIndex={-1}
      className="block h-1.5 w-full overflow-hidden rounded-[2px] bg-pale"
    >
      <span
        className={share === null ? 'hatched block h-full w-full motion-safe:animate-pulse' : 'block h-full bg-navy'}
        style={share === null ? undefined : { width: `${100 * share}%` }}
      />
    </span>
  );
}
