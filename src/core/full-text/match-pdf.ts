import { isGenericTitle, normaliseText, normaliseTitle, STOP_WORDS } from '@/core/merge';
import { normaliseDoi } from '@/core/record';

/** What was read of a PDF: the name of its file, and the text of each page; a page that is a picture has ''. */
export interface PdfText {
  name: string;
  pages: readonly string[];
}
/** A work whose full text is sought. */
export interface SoughtWork {
  no: number;
  /** Its titles, as its records print them. */
  titles: readonly string[];
  /** Bare and lower case; '' when it has none. */
  doi: string;
  /** Family names, the first author's first. */
  families: readonly string[];
}
/** How a PDF fits a work. */
export interface PdfFit {
  no: number;
  /** Its DOI stands on the first pages, or in the name of the file. */
  doi: boolean;
  /** Its title stands on the first pages; `nearly` when most of its weighty words do. */
  title: 'whole' | 'nearly' | null;
  /** How many of its first three authors are named on the first pages, or in the name of the file. */
  authors: number;
  /** The name of the file speaks of it. */
  name: boolean;
}

/** A repository's cover sheet takes a page; what comes after the third is rarely the front of the article. Common practice. */
const TITLE_PAGES = 3;
/** Later pages print the DOIs of what is cited. */
const DOI_PAGES = 2;
/** Such a share of a title's weighty words, and no less than so many, is nearly the title. Our own choice. */
const NEARLY = 0.8;
const FEWEST_WORDS = 4;
/** No more works are offered to a person. */
const MOST_OFFERED = 5;
const AUTHORS_LOOKED_FOR = 3;
/** With fewer the first pages are pictures with a stamp on them, or empty. Our own choice. */
const FEWEST_LETTERS = 200;

/** Letters and digits alone: a PDF breaks lines, parts words by hyphens and sets ligatures as its printer liked. */
const compact = (text: string): string => normaliseText(text).replaceAll(' ', '');
const weighty = (title: string): string[] => [
  ...new Set(
    normaliseTitle(title)
      .split(' ')
      .filter((w) => w.length > 3 && !STOP_WORDS.has(w)),
  ),
];
/** Too short, or like many others: that it stands somewhere says nothing. */
const isTelling = (title: string): boolean => !isGenericTitle(normaliseTitle(title)) && compact(title).length >= 16;

interface Front {
  letters: string;
  words: ReadonlySet<string>;
}
const frontOf = (pages: readonly string[]): Front => {
  const text = pages.slice(0, TITLE_PAGES).join('\n');
  // A word parted at the end of a line is one word.
  const whole = normaliseText(text.replace(/(\p{L})[-\u00ad\u2010] ?\n ?(?=\p{Ll})/gu, '$1'));
  return { letters: compact(text), words: new Set(whole.split(' ')) };
};

function titleIn(front: Front, titles: readonly string[]): PdfFit['title'] {
  const telling = titles.filter(isTelling);
  if (telling.some((t) => front.letters.includes(compact(normaliseTitle(t))))) return 'whole';
  const nearly = telling.some((t) => {
    const words = weighty(t);
    const there = words.filter((w) => front.words.has(w)).length;
    return there >= FEWEST_WORDS && there >= NEARLY * words.length;
  });
  return nearly ? 'nearly' : null;
}

/**
 * Whether the first pages of a PDF hold the title of a work.
 * @param titles as the work's records print them
 * @returns null when that cannot be told: no text could be read, or no title is long enough to say anything
 */
export function holdsTitle(pages: readonly string[], titles: readonly string[]): boolean | null {
  const front = frontOf(pages);
  if (titleIn(front, titles)) return true;
  return front.letters.length < FEWEST_LETTERS || !titles.some(isTelling) ? null : false;
}

/** Words of a name, where letters, capitals and digits are often joined without a space. */
const spaced = (text: string): string => ` ${normaliseText(text.replace(/(\p{Ll})(\p{Lu}|\d)/gu, '$1 $2'))} `;
/** A DOI in the name of a file: a slash cannot stand there, so anything may stand for it. It is there whole, or not at all. */
const namesDoi = (name: string, doi: string): boolean => name.includes(spaced(doi)) || compact(name) === compact(doi);

/**
 * Which of the sought works a PDF is of: by DOI, title and authors on its first pages, and by the name of its file.
 * @returns `sure` when one work alone fits and by two signs, or by its DOI in the name of a file without any text; else
 *   what may fit, the best first, for a person to choose
 */
export function worksOfPdf(pdf: PdfText, works: readonly SoughtWork[]): { sure: PdfFit | null; offered: PdfFit[] } {
  const front = frontOf(pdf.pages);
  const dois = new Set(doisIn(pdf.pages.slice(0, DOI_PAGES).join('\n')));
  const name = spaced(pdf.name.replace(/\.pdf$/i, ''));
  const fits = works.flatMap((work): PdfFit[] => {
    const { no, titles, doi, families } = work;
    const inName = doi !== '' && namesDoi(name, doi);
    const title = titleIn(front, titles);
    const authors = families.slice(0, AUTHORS_LOOKED_FOR).filter((f) => {
      const family = normaliseText(f);
      return family.length > 1 && (family.split(' ').every((part) => front.words.has(part)) || name.includes(` ${family} `));
    }).length;
    const spoken = inName || titles.some((t) => isTelling(t) && nameSpeaksOf(name, t));
    const fit = { no, doi: inName || (doi !== '' && dois.has(doi)), title, authors, name: spoken };
    const firstNamed = families.length > 0 && name.includes(` ${normaliseText(families[0]!)} `);
    return fit.doi || fit.title || fit.name || firstNamed ? [fit] : [];
  });
  const best = longest(fits, works);
  return {
    sure: sureOf(best, front.letters === ''),
    offered: best.sort((a, b) => weightOf(b) - weightOf(a) || a.no - b.no).slice(0, MOST_OFFERED),
  };
}

/** All DOIs of a text. A line's end parts some: what follows it is left out. */
function doisIn(text: string): string[] {
  return [...text.matchAll(/10\.\d{4,9}[^\s"<>]{1,200}/g)].flatMap((m) => normaliseDoi(m[0]) || []);
}

function nameSpeaksOf(name: string, title: string): boolean {
  const words = weighty(title);
  const there = words.filter((w) => name.includes(` ${w} `)).length;
  return there >= 3 && there >= words.length / 2;
}

/** A title that is a part of another one that stands there too ("Mats and knees", "Mats and knees: a protocol") says nothing of its own. */
function longest(fits: PdfFit[], works: readonly SoughtWork[]): PdfFit[] {
  const titles = new Map(works.map((w) => [w.no, w.titles.filter(isTelling).map((t) => compact(normaliseTitle(t)))]));
  const whole = fits.filter((f) => f.title === 'whole').map((f) => f.no);
  const isPart = (no: number) =>
    whole.some(
      (other) => other !== no && titles.get(no)!.every((t) => titles.get(other)!.some((o) => o.length > t.length && o.includes(t))),
    );
  return fits.filter((f) => f.title !== 'whole' || f.doi || !isPart(f.no));
}

const weightOf = (f: PdfFit): number =>
  (f.doi ? 8 : 0) + (f.title === 'whole' ? 6 : f.title ? 3 : 0) + (f.name ? 2 : 0) + Math.min(f.authors, 2);

function sureOf(fits: readonly PdfFit[], noText: boolean): PdfFit | null {
  const one = (found: PdfFit[]) => (found.length === 1 ? found[0]! : null);
  if (noText) return one(fits.filter((f) => f.doi));
  const titled = fits.filter((f) => f.title === 'whole');
  const byTitle = one(titled);
  const byDoi = one(fits.filter((f) => f.doi));
  // The DOI of one work and the title of another: an article that answers it, or a wrong record. A person says which.
  if (byTitle && byDoi && byTitle.no !== byDoi.no) return null;
  if (byTitle && fits.filter((f) => f.doi).length <= 1 && (byTitle.doi || byTitle.authors > 0)) return byTitle;
  return byDoi && byDoi.title !== null && titled.every((f) => f.no === byDoi.no) ? byDoi : null;
}
