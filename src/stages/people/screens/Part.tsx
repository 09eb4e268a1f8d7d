import type { ReactNode } from 'react';

/** A part of one's own account: what it is, and what can be done there. */
export function Part({ title, about, children }: { title: string; about: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="mb-6 border-rule border-t pt-3">
      <h2 className="text-lead">{title}</h2>
      <p className="mb-2 text-slate text-small">{about}</p>
      {children}
    </section>
  );
}
