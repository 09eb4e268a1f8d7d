'use client';
import { Button } from '@/ui/button';

export const PrintButton = () => (
  <Button className="min-h-7 text-small print:hidden" onClick={() => window.print()}>
    Print
  </Button>
);
