import { literalPattern } from '@/core/record';

/** The question's parts as a person typed them: terms parted by commas or semicolons. */
export interface QuestionTerms {
  population: string;
  intervention: string;
  comparison: string;
  outcome: string;
}

/** Words of the text that match a part of the question. That they match is all that is said. */
export interface Mention {
  part: keyof QuestionTerms;
  quote: string;
  field: 'title' | 'abstract';
  start: number;
  end: number;
}

/** A pattern for a term that also meets its plural and its hyphenated form: "night worker" finds "night-workers". */
const patternOf = (term: string) =>
  new RegExp(
    `(?<![\\p{L}\\p{N}])${literalPattern(term)
      .replace(/s$/, '')
      .replace(/[\s-]+/g, '[\\s-]+')}\\p{L}{0,3}(?![\\p{L}\\p{N}])`,
    'giu',
  );

/** Each distinct phrase once, where it stands first, in the order of the text. */
export function mentionsOf(title: string, abstract: string, question: QuestionTerms): Mention[] {
  const found: Mention[] = [];
  const seen = new Set<string>();
  for (const part of ['population', 'intervention', 'comparison', 'outcome'] as const) {
    for (const term of question[part].split(/[,;\n]/).map((t) => t.trim())) {
      if (term.length < 3) continue;
      for (const [field, text] of [
        ['title', title],
        ['abstract', abstract],
      ] as const) {
        for (const match of text.matchAll(patternOf(term))) {
          const key = match[0].toLowerCase();
          if (seen.has(key)) continue;
          seen.add(key);
          found.push({ part, quote: match[0], field, start: match.index, end: match.index + match[0].length });
        }
      }
    }
  }
  return found.sort((a, b) => (a.field === b.field ? a.start - b.start : a.field === 'title' ? -1 : 1));
}
