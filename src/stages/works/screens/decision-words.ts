import type { DecisionToSettle } from '@/client/types';
import { VERDICT_WORDS } from '@/core/flow';

/** A decision in words: "kept by A. Reader". */
export const decisionWords = ({ verdict, reasonText, person }: DecisionToSettle['decisions'][number]): string =>
  `${(VERDICT_WORDS as Record<string, string>)[verdict] ?? verdict}${reasonText ? ` (${reasonText})` : ''} by ${person}`;
