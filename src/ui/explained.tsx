'use client';
import { Tooltip } from 'radix-ui';
import type { ReactElement, ReactNode } from 'react';
import { cx } from './cx';

/** One sentence that appears when what it explains is pointed at, or when the focus comes to it. */
export function Hint({ says, children }: { says?: string; children: ReactElement }) {
  if (!says) return children;
  return (
    <Tooltip.Provider delayDuration={300}>
      <Tooltip.Root>
        <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
        <Tooltip.Portal>
          <Tooltip.Content
            side="bottom"
            sideOffset={4}
            collisionPadding={12}
            className="z-[60] max-w-[320px] rounded-[4px] bg-ink px-2.5 py-1.5 text-small text-on-ink shadow-lg"
          >
            {says}
          </Tooltip.Content>
        </Tooltip.Portal>
      </Tooltip.Root>
    </Tooltip.Provider>
  );
}

/** Words with a definition of one sentence. Without a definition they are plain words. */
export function Explained({ meaning, className, children }: { meaning?: string; className?: string; children: ReactNode }) {
  if (!meaning) return <span className={className}>{children}</span>;
  return (
    <Hint says={meaning}>
      <button type="button" className={cx('min-h-6 cursor-help rounded-[3px] text-left', className)}>
        {children}
      </button>
    </Hint>
  );
}
