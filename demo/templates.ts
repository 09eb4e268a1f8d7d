import TEXTS from './data/templates.json' with { type: 'json' };
import WORDS from './data/words.json' with { type: 'json' };
import type { Truth } from './work';

/** Parts of made-up sentences. Every combination is meant to read like a real record, and none is one. */
export const { people: PEOPLE, lights: LIGHTS, outcomes: OUTCOMES, family: FAMILY, given: GIVEN, journals: JOURNALS } = WORDS;

/** What a template is filled with. */
export interface Parts {
  people: string;
  light: string;
  outcome: string;
  n: number;
  weeks: number;
  minutes: number;
}

export interface Template {
  /** How often, in relative weight. */
  weight: number;
  truth: Truth;
  title: string;
  abstract: string;
  /** RIS type at Vellmora, publication types at Ostrane; '' and [] when the database never lists such items. */
  ris: string;
  types: string[];
  venue?: string;
}
export const TEMPLATES = TEXTS as unknown as Template[];

const capital = (text: string) => `${text[0]!.toUpperCase()}${text.slice(1)}`;

/** A template's text with `{light}`, `{Light}` (a capital), `{n*4}`, `{weeks+2}`, `{few}` and `{interval}` filled in. */
export const filled = (text: string, parts: Parts): string =>
  text.replace(/\{(\w+)(?:([+*])(\d+))?\}/g, (_, name: string, sign?: string, by?: string) => {
    if (name === 'interval') return `(95% CI ${parts.minutes - 9} to ${parts.minutes + 11})`;
    if (name === 'few') return String(Math.max(11, parts.n % 40));
    const key = `${name[0]!.toLowerCase()}${name.slice(1)}` as keyof Parts;
    const value = parts[key];
    if (value === undefined) throw new Error(`a template asks for ${name}`);
    if (typeof value === 'string') return name === key ? value : capital(value);
    return String(sign === '*' ? value * Number(by) : value + Number(by ?? 0));
  });
