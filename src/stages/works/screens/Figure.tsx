import { cx } from '@/ui/cx';
import { count } from '@/ui/words';

/** A number that opens its works. */
export function Figure({
  n,
  before = '',
  after = '',
  label,
  active,
  onClick,
  className,
}: {
  n: number;
  before?: string;
  after?: string;
  label: string;
  active: boolean;
  onClick(): void;
  className: string;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      aria-pressed={active}
      title={label}
      onClick={onClick}
      className={cx('min-h-6 min-w-6 underline-offset-2 hover:underline', active && 'underline', className)}
    >
      {before}
      {count(n)}
      {after}
    </button>
  );
}
