import type { KeyLine } from '@/ui/key-help';

export const KEYS: readonly KeyLine[] = [
  ['A', 'keep'],
  ['D, then a number', 'exclude, for the reason with that number'],
  ['W', 'wait'],
  ['B', 'mark as background'],
  ['U', 'take back the decision shown, else the last one'],
  ['N', 'next work'],
  ['P', 'previous work'],
  ['G', 'edit the grounds (Esc leaves them)'],
  ['T', 'write a note (Esc leaves it)'],
  ['V', 'see the first PDF'],
  ['E', 'every claim and its words'],
  ['M', 'show or hide the marks'],
  ['?', 'this list'],
];
