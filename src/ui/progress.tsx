import { cx } from './cx';

/** Without these a browser draws it in colours of its own. */
const BAR =
  'appearance-none border-0 bg-rule [&::-moz-progress-bar]:bg-navy [&::-webkit-progress-bar]:bg-rule [&::-webkit-progress-value]:bg-navy';

/** How far a long work is; without a total it only says that something happens. */
export function Progress({ done, total, label }: { done: number; total: number; label: string }) {
  return (
    <progress
      aria-label={label}
      className={cx('block h-1.5 w-full accent-(--navy)', total > 0 && BAR)}
      value={total > 0 ? done : undefined}
      max={total > 0 ? total : undefined}
    />
  );
}
