/** What a limiter may rest on. What is likely counts only where a person chose it. */
export const EVIDENCE = ['stated', 'stated-and-inferred', 'stated-inferred-and-likely'] as const;
export type EvidenceUsed = (typeof EVIDENCE)[number];

/** In words: on a button, what it means, and in a sentence on what was taken. */
export const EVIDENCE_WORDS: Readonly<Record<EvidenceUsed, { label: string; meaning: string; taken: string }>> = {
  stated: {
    label: 'Stated',
    meaning: 'Only what a person, the item itself, a database or a register states.',
    taken: 'only what is stated',
  },
  'stated-and-inferred': {
    label: 'and inferred',
    meaning: 'Also what is inferred from title, methods and headings.',
    taken: 'what is stated and what could be inferred',
  },
  'stated-inferred-and-likely': {
    label: 'and likely',
    meaning: 'Also what is likely by the text: sets that hold the true value in a stated share of works. Nothing settled is changed.',
    taken: 'what is stated, what could be inferred and what is likely by the text',
  },
};
