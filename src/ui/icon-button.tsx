import type { ReactNode } from 'react';

/** A button that shows an icon only; its label is read out and shown on hover. */
export function IconButton({ label, ...rest }: { label: string; disabled?: boolean; onClick(): void; children: ReactNode }) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      className="grid size-7 place-items-center rounded-[3px] hover:bg-pale disabled:opacity-40"
      {...rest}
    />
  );
}
