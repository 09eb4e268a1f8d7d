import type { ChildProcess } from 'node:child_process';
import { setPriority } from 'node:os';

/** People who ask for pages come first. */
export function lowerPriority({ pid }: ChildProcess) {
  try {
    if (pid) setPriority(pid, 10);
  } catch {
    // It ended already, or the system does not let us: then it runs like any other.
  }
}
