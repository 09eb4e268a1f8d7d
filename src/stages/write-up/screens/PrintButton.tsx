'use client';
import { Button } from '@/ui/button';

export const PrintButton = () => (
  <Button className="min-h-7 text-[13px] print:hidden" onClick={() => window.print()}>
    Print
  </Button>
);
