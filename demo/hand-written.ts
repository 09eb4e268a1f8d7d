import DOUBTFUL_DRAFTS from './data/doubtful.json' with { type: 'json' };
import DRAFTS from './data/hand-written.json' with { type: 'json' };
import MORE_DRAFTS from './data/hand-written-more.json' with { type: 'json' };
import type { DemoWork } from './work';

type Draft = Pick<DemoWork, 'title' | 'abstract' | 'authors' | 'venue' | 'issued' | 'truth'> & Partial<DemoWork>;
const NOT_SAID = { language: 'eng', headings: [], online: '' };

/** Completes drafts with identifiers and pages that follow from their place in the list, counted from these numbers. */
const complete = (drafts: Record<string, Draft>, doi: number, volume: number, page: number): DemoWork[] =>
  Object.entries(drafts).map(([key, draft], i) => ({
    key,
    ...NOT_SAID,
    doi: draft.venue && draft.truth.sourceType === 'scholarly-journal' ? `10.5555/ns.${draft.issued.slice(0, 4)}.${String(doi + i)}` : '',
    volume: draft.venue ? String(volume + (i % 20)) : '',
    issue: draft.venue ? String(1 + (i % 6)) : '',
    pages: draft.venue ? `${page + i * 9}-${page + 5 + i * 9}` : '',
    ...draft,
  }));

/** Works written one by one: the kinds of source, versions and families that the generated ones lack. */
export const HAND_WRITTEN: DemoWork[] = [
  ...complete(DRAFTS as unknown as Record<string, Draft>, 100, 3, 101),
  ...complete(MORE_DRAFTS as unknown as Record<string, Draft>, 200, 5, 401),
];

/** Works whose records a careful person has to look at: two of them are one, or only nearly. */
export const DOUBTFUL: DemoWork[] = Object.entries(
  DOUBTFUL_DRAFTS as unknown as Record<string, Omit<DemoWork, 'key'> & { about?: string }>,
).map(([key, { about: _, ...draft }]) => ({ key, ...NOT_SAID, ...draft }));
