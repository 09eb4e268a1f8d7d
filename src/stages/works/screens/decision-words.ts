import type { DecisionToSettle } from '@/client/types';

const VERDICTS: Record<string, string> = { keep: 'kept', exclude: 'excluded', wait: 'left waiting', background: 'marked as background' };

/** A decision in words: "kept by A. Reader". */
export const decisionWords = ({ verdict, reasonText, person }: DecisionToSettle['decisions'][number]): string =>
  `${VERDICTS[verdict] ?? verdict}${reasonText ? ` (${reasonText})` : ''} by ${person}`;
