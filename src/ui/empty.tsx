import type { ReactNode } from 'react';

/** What to show where nothing is yet: what to do next, and the way to do it. */
export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="max-w-[56ch] rounded-[6px] border border-rule bg-surface p-5">
      <h2 className="mb-1 text-lead">{title}</h2>
      <div className="text-slate">{children}</div>
    </div>
  );
}
