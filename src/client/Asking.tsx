'use client';
import { QueryClientProvider } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { clientOfPage } from './query-client';

/** Stands around all that asks something of a review. */
export function Asking({ children }: { children: ReactNode }) {
  const [client] = useState(clientOfPage);
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
}
