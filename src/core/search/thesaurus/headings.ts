import { normalised } from '@/core/query';
import type { Concept } from './skos';

/** A heading that was found for a word, and by which label. */
export interface FoundHeading {
  concept: Concept;
  /** The label that matched, where it is not the preferred one. */
  by: string;
}

/** A thesaurus that can be asked. */
export class Headings {
  private readonly byId: ReadonlyMap<string, Concept>;
  private readonly byLabel = new Map<string, Concept>();
  private readonly labels: { text: string; concept: Concept; by: string }[] = [];

  constructor(readonly concepts: readonly Concept[]) {
    this.byId = new Map(concepts.map((c) => [c.id, c]));
    for (const concept of concepts) {
      this.byLabel.set(normalised(concept.label), concept);
      this.labels.push({ text: normalised(concept.label), concept, by: '' });
      for (const by of concept.also) this.labels.push({ text: normalised(by), concept, by });
    }
  }

  get(id: string): Concept | undefined {
    return this.byId.get(id);
  }

  /** The heading with this preferred label. */
  called(label: string): Concept | undefined {
    return this.byLabel.get(normalised(label));
  }

  /** Headings whose preferred or other labels hold the words, those that begin with them first; each heading once. */
  find(words: string, most = 20): FoundHeading[] {
    const asked = normalised(words).trim();
    if (!asked) return [];
    const rank = (text: string) => (text === ` ${asked} ` ? 0 : text.startsWith(` ${asked}`) ? 1 : 2);
    const found = new Map<Concept, FoundHeading & { rank: number }>();
    for (const { text, concept, by } of this.labels) {
      if (!text.includes(` ${asked}`)) continue;
      const own = rank(text) + (by ? 0.5 : 0);
      const before = found.get(concept);
      if (!before || own < before.rank) found.set(concept, { concept, by, rank: own });
    }
    return [...found.values()]
      .sort((a, b) => a.rank - b.rank || (a.concept.label < b.concept.label ? -1 : 1))
      .slice(0, most)
      .map(({ concept, by }) => ({ concept, by }));
  }

  /** Labels of all that stand below a heading, however deep, each once; a thesaurus may run in circles. */
  below(label: string): string[] {
    const top = this.called(label);
    if (!top) return [];
    const seen = new Set([top.id]);
    const found: string[] = [];
    const open = [...top.narrower];
    for (let id = open.shift(); id !== undefined; id = open.shift()) {
      const next = this.byId.get(id);
      if (!next || seen.has(id)) continue;
      seen.add(id);
      found.push(next.label);
      open.push(...next.narrower);
    }
    return found;
  }
}
