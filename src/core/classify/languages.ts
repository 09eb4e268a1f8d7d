import { remembered } from '@/core/record';

/** Bibliographic three-letter codes that differ from the terminological ones. @source ISO 639-2, codes B and T */
const BIBLIOGRAPHIC: Readonly<Record<string, string>> = {
  alb: 'sq',
  arm: 'hy',
  baq: 'eu',
  bur: 'my',
  chi: 'zh',
  cze: 'cs',
  dut: 'nl',
  fre: 'fr',
  geo: 'ka',
  ger: 'de',
  gre: 'el',
  ice: 'is',
  mac: 'mk',
  mao: 'mi',
  may: 'ms',
  per: 'fa',
  rum: 'ro',
  slo: 'sk',
  tib: 'bo',
  wel: 'cy',
};
const names = new Intl.DisplayNames(['en'], { type: 'language', fallback: 'none' });
const LETTERS = 'abcdefghijklmnopqrstuvwxyz';

/** English names of languages with a two-letter code, and their codes. */
const BY_NAME: ReadonlyMap<string, string> = new Map(
  [...LETTERS].flatMap((a) =>
    [...LETTERS].flatMap((b) => {
      const name = names.of(a + b);
      return name ? [[name.toLowerCase(), a + b] as const] : [];
    }),
  ),
);

/**
 * The ISO 639 code of a language as records print it: "eng", "en-GB", "English", "ger". Two letters where there are
 * two, else three; '' for what is no language ("und" and "mul" included).
 */
export const languageCode: (text: string) => string = remembered(codeOf);

/** The codes of a field that may name several: "eng; ger". */
export const languageCodes: (text: string) => readonly string[] = remembered((text) =>
  text.split(/[;,/]/).map(languageCode).filter(Boolean),
);

function codeOf(text: string): string {
  const plain = text.trim().toLowerCase();
  if (!plain || ['und', 'mul', 'zxx', 'mis'].includes(plain)) return '';
  const named = BY_NAME.get(plain);
  if (named) return named;
  const tag = /^([a-z]{2,3})(?:[-_][a-z0-9]+)*$/.exec(plain)?.[1];
  if (!tag) return '';
  if (BIBLIOGRAPHIC[tag]) return BIBLIOGRAPHIC[tag];
  try {
    const canonical = Intl.getCanonicalLocales(tag)[0]!;
    return names.of(canonical) ? canonical : '';
  } catch {
    return '';
  }
}

export const languageName = (code: string): string => names.of(code) ?? code;
