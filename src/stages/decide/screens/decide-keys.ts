import type { KeyLine } from '@/ui/key-help';

export const KEYS: readonly KeyLine[] = [
  ['a', 'keep'],
  ['d', 'exclude; then the number of a reason'],
  ['w', 'wait'],
  ['b', 'mark as background'],
  ['u', 'take back the decision shown, else the last one, then the one before it'],
  ['n', 'next work'],
  ['p', 'previous work'],
  ['g', 'edit the grounds (Esc leaves them)'],
  ['t', 'write a note (Esc leaves it)'],
  ['v', 'show the first PDF, or the abstract again'],
  ['e', 'every claim and its words'],
  ['m', 'show or hide the marks'],
  ['?', 'this list'],
];
