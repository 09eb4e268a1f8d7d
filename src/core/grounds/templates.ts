import type { Clause } from './draft';

/** What grounds are drafted for. The draft of a keep states the work, never the verdict. */
export const TEMPLATE_KINDS = ['keep', 'exclude', 'stopped', 'rescued'] as const;
export type TemplateKind = (typeof TEMPLATE_KINDS)[number];
export type Templates = Record<TemplateKind, string>;

/** What a template can take in, each with what it stands for. */
export const SLOTS = {
  'publication type': 'what kind of publication it is, with who says so',
  design: 'the design of the study, with the words that show it',
  'peer review': 'whether it was refereed, with the basis',
  'source type': 'the kind of source it stands in, with the basis',
  'evidence level': 'its level in the evidence scheme of the review',
  date: 'when it was first public',
  outcome: 'what the limiters say of it',
  mentions: 'words of the record that match the question, quoted',
  reason: 'the reason that was picked from the list, with its definition',
  flags: 'retraction, concern or correction, where there is one',
  word: "what a person said of it at a limiter, with that person's reason",
} as const satisfies Record<string, string>;
export type Slot = keyof typeof SLOTS;

const WHAT_IT_IS = '{publication type}; {design}; {peer review}; {source type}; {evidence level}; {date}';

/** The templates that a review starts with. */
export const DEFAULT_TEMPLATES: Readonly<Templates> = {
  keep: `{flags}; ${WHAT_IT_IS}; {outcome}; {mentions}`,
  exclude: 'not met: {reason}; {flags}; {publication type}; {design}; {date}; {outcome}; {mentions}',
  stopped: '{outcome}; {flags}; {publication type}; {peer review}; {source type}; {date}',
  rescued: `{word}; {flags}; ${WHAT_IT_IS}; {outcome}; {mentions}`,
};

const SLOT = /\{([^{}]*)\}/g;

/** Names in braces that no slot has; a template with any of them cannot be saved. */
export const unknownSlots = (template: string): string[] =>
  [...template.matchAll(SLOT)].map((m) => m[1]!.trim()).filter((name) => !Object.hasOwn(SLOTS, name));

const SLOT_OF_CLAUSE: Record<Clause['axis'], Slot> = {
  publicationType: 'publication type',
  design: 'design',
  peerReview: 'peer review',
  sourceType: 'source type',
  level: 'evidence level',
  date: 'date',
  sieve: 'outcome',
  mentions: 'mentions',
};

export type SlotTexts = Partial<Record<Slot, string>>;

/** What the clauses of a draft put into the slots. */
export const slotsOf = (clauses: readonly Clause[]): SlotTexts => Object.fromEntries(clauses.map((c) => [SLOT_OF_CLAUSE[c.axis], c.text]));

/**
 * Fills a template. Its parts stand between semicolons; a part with slots of which all are empty is left out, so that
 * nothing is said where nothing is known. @returns one sentence, its first letter a capital
 */
export function fillTemplate(template: string, texts: SlotTexts): string {
  const parts = template.split(';').flatMap((part) => {
    const names = [...part.matchAll(SLOT)].map((m) => m[1]!.trim() as Slot);
    if (names.length > 0 && names.every((name) => !texts[name])) return [];
    const text = part.replace(SLOT, (_, name: string) => texts[name.trim() as Slot] ?? '').trim();
    return text ? [text] : [];
  });
  if (parts.length === 0) return '';
  const text = parts.join('; ').replace(/[.;\s]+$/, '');
  return `${text[0]!.toUpperCase()}${text.slice(1)}.`;
}
