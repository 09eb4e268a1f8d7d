import type { DecisionVerdict } from './states';

/** A source is judged twice: by title and abstract, then, when it was kept, by its full text. */
export const STAGES = ['title-abstract', 'full-text'] as const;
export type Stage = (typeof STAGES)[number];
export const STAGE_WORDS: Readonly<Record<Stage, string>> = { 'title-abstract': 'title and abstract', 'full-text': 'full text' };

/** The reason for a full text that was sought and not had: it has a box of its own in the flow. */
export const NOT_RETRIEVED = 'not-retrieved';

/**
 * Which of the latest decisions at the two stages stands for a work. What was said of the full text counts only while
 * the work is kept on title and abstract; taken back, the earlier stage's decision stands again.
 */
export function standing<D extends { verdict: DecisionVerdict }>(screening: D | undefined, fullText: D | undefined): D | undefined {
  const at = screening?.verdict === 'undo' ? undefined : screening;
  if (at?.verdict !== 'keep' || !fullText || fullText.verdict === 'undo') return at ?? screening;
  return fullText;
}

/** A reason as it is read: what was asked of a source and is not met, or that its full text was not had. */
export const reasonWords = (code: string, text: string): string => (code === NOT_RETRIEVED ? text : `Not met: ${text}`);

/** A reason as people pick it: its place in the list is its visible number. */
export interface ReasonLine {
  code: string;
  text: string;
  definition: string;
}

/** What a person decided, in words that stand alone: "kept". */
export const VERDICT_WORDS: Readonly<Record<DecisionVerdict, string>> = {
  keep: 'kept',
  exclude: 'excluded',
  wait: 'set to wait',
  background: 'marked as background',
  undo: 'taken back',
};
