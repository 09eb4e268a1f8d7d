import type { Person } from '@/core/record';
import { seeded } from '@/testing/seeded';
import { type Chance, chances } from '../originals';
import {
  FORENAMES,
  GROUPS,
  JOURNAL_HEADS,
  JOURNAL_SUBJECTS,
  METHODS,
  PARTS,
  PLACES,
  QUALITIES,
  SENTENCES,
  SERVERS,
  SURNAMES,
  TEAMS,
  THINGS,
  upper,
} from './words';

/** Where a journal's articles stand, and what it was called before. */
export interface Venue {
  name: string;
  short: string;
  issn: string;
  /** The name and number it had before, which some databases keep. */
  before: { name: string; issn: string } | null;
  locators: boolean;
}

/** A publication as it is, before any database lists it. */
export interface Published {
  id: number;
  kind: 'article' | 'talk' | 'manuscript' | 'thesis' | 'report' | 'book' | 'yearly' | 'letter' | 'correction';
  title: string;
  /** The same in another language, as some databases print it. */
  foreign: string;
  authors: Person[];
  venue: Venue | null;
  place: string;
  year: number;
  volume: string;
  issue: string;
  first: string;
  last: string;
  doi: string;
  pmid: string;
  isbn: string;
  abstract: string;
  relation: { type: string; to: number } | null;
}

/**
 * The second corpus: written from other premises than the first. Meetings print several abstracts on a page of a
 * supplement, and some are told again as articles; manuscripts are posted with or without a server's name; journals
 * number their articles, change their names, print in two languages; trials are reported in parts; institutions publish
 * every year under one title; theses and reports become articles of the same name.
 */
export function publish(count: number, seed: number): { published: Published[]; chance: Chance } {
  const chance = chances(seeded(seed));
  const press = new Press(chance);
  while (press.published.length < count) press.next();
  return { published: press.published, chance };
}

class Press {
  published: Published[] = [];
  private venues: Venue[];
  constructor(private c: Chance) {
    this.venues = JOURNAL_HEADS.flatMap((head) => JOURNAL_SUBJECTS.map((subject) => this.venue(`${head} ${subject}`)));
  }

  private venue(name: string): Venue {
    const n = 7000000 + Math.floor(this.c.next() * 900000);
    const old = this.c.chance(0.12);
    const short = name
      .split(' ')
      .filter((w) => !/^(?:on|of|in|to|for|and)$/.test(w))
      .map((w) => (w.length > 6 ? `${w.slice(0, 4)}` : w))
      .join(' ');
    return {
      name,
      short,
      issn: checked(n),
      before: old
        ? { name: `${this.c.pick(PLACES).replace(/^the |^a /, '')} ${name.split(' ').slice(-2).join(' ')} Papers`, issn: checked(n + 1) }
        : null,
      locators: this.c.chance(0.3),
    };
  }

  next() {
    const { c } = this;
    const dice = c.next();
    if (dice < 0.62) this.article();
    else if (dice < 0.7) this.meeting();
    else if (dice < 0.78) this.posted();
    else if (dice < 0.82) this.inParts();
    else if (dice < 0.86) this.grown('thesis');
    else if (dice < 0.89) this.grown('report');
    else if (dice < 0.91) this.yearly();
    else if (dice < 0.94) this.letters();
    else if (dice < 0.96) this.corrected();
    else if (dice < 0.98) this.editions();
    else this.series();
  }

  private add(fields: Partial<Published>): Published {
    const { c } = this;
    const id = this.published.length;
    const venue = fields.venue === undefined ? c.pick(this.venues) : fields.venue;
    const year = fields.year ?? c.whole(1988, 2026);
    const start = c.whole(1, 980);
    const made: Published = {
      ...{ id, kind: 'article', title: this.title(), foreign: '', authors: this.authors(), venue, place: '', year },
      volume: venue ? String(year - 1979) : '',
      issue: venue ? String(c.whole(1, 6)) : '',
      first: venue ? (venue.locators ? `e${c.whole(10, 9999)}` : String(start)) : '',
      last: venue && !venue.locators ? String(start + c.whole(2, 24)) : '',
      doi: venue && year > 1999 ? `10.5555/${venue.issn.replace('-', '')}.${year}.${id}` : '',
      pmid: venue && c.chance(0.55) ? String(81000000 + id) : '',
      ...{ isbn: '', abstract: c.chance(0.16) ? '' : this.abstract(), relation: null },
      ...fields,
    };
    this.published.push(made);
    return made;
  }

  private article(): Published {
    const work = this.add({});
    if (this.c.chance(0.05))
      work.foreign = `${upper(this.c.pick(QUALITIES))}, ${this.c.pick(THINGS)} og ${this.c.pick(GROUPS)} i ${this.c.pick(PLACES)}`;
    return work;
  }

  /** A supplement with several abstracts on every page, by teams that send more than one; some become articles. */
  private meeting() {
    const { c } = this;
    const venue = c.pick(this.venues);
    const year = c.whole(2001, 2025);
    const [volume, issue] = [String(year - 1979), c.pick(['Suppl 1', 'Suppl', 'Supplement 2'])];
    let page = c.whole(20, 300);
    for (let k = c.whole(2, 4); k > 0; k--) {
      const authors = this.authors();
      const title = this.title();
      const where = { venue, year, volume, issue, place: `${venue.name} (supplement)`, kind: 'talk' as const, doi: '', pmid: '' };
      const first = `S${page}`;
      if (c.chance(0.35)) {
        // Two talks of one team, worded alike, on one page.
        const [one, two] = [c.pick(PLACES), c.pick(PLACES)];
        const thing = upper(c.pick(THINGS));
        const verb = c.pick(['in', 'around', 'beyond']);
        if (one !== two)
          for (const place of [one, two])
            this.add({ ...where, title: `${thing} ${verb} ${place}`, authors, first, last: '', abstract: this.abstract() });
      }
      const article = c.chance(0.6) ? this.add({ title, authors, year: year + 1 }) : null;
      const said = article?.abstract && c.chance(0.6) ? article.abstract : this.abstract();
      this.add({
        ...{ ...where, title, authors, first, last: '', abstract: said },
        relation: article ? { type: 'abstract-of', to: article.id } : null,
      });
      if (c.chance(0.5)) page++;
    }
  }

  /** A manuscript posted before it was printed, with a server's name or without. */
  private posted() {
    const work = this.article();
    const named = this.c.chance(0.6);
    this.add({
      kind: 'manuscript',
      title: this.c.chance(0.12) ? this.title() : work.title,
      authors: work.authors,
      venue: null,
      place: named
        ? this.c.pick(SERVERS)
        : this.c.pick(['Repository of Kellwick University', 'Tessary Research Commons', 'Arvel Open Archive']),
      year: work.year - (this.c.chance(0.75) ? 1 : 0),
      first: this.c.chance(0.6) ? `e${this.c.whole(100, 9999)}` : '',
      doi: this.c.chance(0.4) ? `10.5555/ms.${this.published.length}` : '',
      abstract: this.c.chance(0.75) ? work.abstract : this.abstract(),
      relation: { type: 'preprint-of', to: work.id },
    });
  }

  private inParts() {
    const base = this.title();
    const authors = this.authors();
    const venue = this.c.pick(this.venues);
    const year = this.c.whole(1990, 2025);
    const same = this.c.chance(0.5);
    const start = this.c.whole(1, 700);
    this.c.pick(PARTS).forEach((part, i) => {
      const later = same ? {} : { year: year + i };
      const pages = venue.locators ? {} : { first: String(start + i * 12), last: String(start + i * 12 + 11) };
      this.add({ title: `${base}. ${part}`, authors, venue, year, ...later, ...pages });
    });
  }

  /** A thesis or report, and the article that came of it under the same title. */
  private grown(kind: 'thesis' | 'report') {
    const work = this.article();
    this.add({
      ...{ kind, title: work.title, authors: kind === 'thesis' ? work.authors.slice(0, 1) : work.authors, venue: null },
      place: kind === 'thesis' ? 'Kellwick University' : 'Institute for Town and Country',
      year: work.year - this.c.whole(0, 2),
      abstract: this.c.chance(0.5) ? work.abstract : this.abstract(),
      relation: { type: kind === 'thesis' ? 'thesis-of' : 'report-of', to: work.id },
    });
  }

  private yearly() {
    const body = `${upper(this.c.pick(PLACES))} ${this.c.pick(['Lock Keepers’ Board', 'Schools Office', 'Registry of Harbours', 'Library'])} ${this.published.length}`;
    const title = `${body}: ${this.c.pick(['activities and accounts', 'statistics of the year', 'yearly survey'])}`;
    const from = this.c.whole(1995, 2018);
    for (let year = from; year < from + this.c.whole(2, 5); year++)
      this.add({
        kind: 'yearly',
        title: this.c.chance(0.6) ? `${title} ${year}` : title,
        authors: [{ family: body, given: '' }],
        venue: null,
        place: body,
        year,
        abstract: '',
      });
  }

  private letters() {
    const work = this.article();
    const title = this.c.pick([`Re: ${work.title}`, work.title, `Letter to the editor regarding “${work.title}”`]);
    const near = { venue: work.venue, year: Math.min(2026, work.year + this.c.whole(0, 1)), abstract: '' };
    this.add({ ...near, kind: 'letter', title, relation: { type: 'comment-on', to: work.id } });
  }

  private corrected() {
    const work = this.article();
    const title = this.c.pick([`Correction: ${work.title}`, `Erratum to: ${work.title}`, `${work.title} (Corrigendum)`]);
    const near = { venue: work.venue, year: Math.min(2026, work.year + this.c.whole(0, 1)), abstract: '' };
    this.add({ ...near, kind: 'correction', title, authors: work.authors, relation: { type: 'correction-of', to: work.id } });
  }

  private editions() {
    const title = upper(`${this.c.pick(THINGS)} and ${this.c.pick(QUALITIES)}: a handbook`);
    const authors = this.authors();
    let year = this.c.whole(1990, 2012);
    for (let edition = 1; edition <= 2; edition++) {
      const isbn = `97899${String(this.c.whole(10000000, 99999999))}`.slice(0, 13);
      this.add({ kind: 'book', title, authors, venue: null, place: 'Marram Press', year, isbn, abstract: '' });
      year += this.c.whole(4, 9);
    }
  }

  /** One team's papers on one study, worded alike. */
  private series() {
    const authors = this.authors();
    const [thing, group] = [this.c.pick(THINGS), this.c.pick(GROUPS)];
    const venue = this.c.pick(this.venues);
    const year = this.c.whole(1992, 2025);
    const seen = new Set<string>();
    for (let k = 0; k < 3; k++) {
      const quality = this.c.pick(QUALITIES);
      if (seen.has(quality)) continue;
      seen.add(quality);
      this.add({ title: upper(`${thing} and ${quality} in ${group}`), authors, year, ...(this.c.chance(0.6) ? { venue } : {}) });
    }
  }

  private title(): string {
    const { c } = this;
    const [a, b] = [c.pick(THINGS), c.pick(THINGS)];
    const main = c.pick([
      () => `${upper(a)} for ${c.pick(GROUPS)} in ${c.pick(PLACES)}`,
      () => `What ${a} do for ${c.pick(QUALITIES)}`,
      () => `From ${a} to ${b}: ${c.pick(QUALITIES)} among ${c.pick(GROUPS)}`,
      () => `“${upper(c.pick(['we just go on', 'nobody asked us', 'it keeps us together']))}”: ${c.pick(GROUPS)} and ${a}`,
      () => `Can ${a} improve ${c.pick(QUALITIES)} of ${c.pick(GROUPS)}?`,
      () => `${upper(c.pick(QUALITIES))} and ${a}, ${c.whole(1850, 1920)}–${c.whole(1921, 1990)}`,
      () => `Predicting ${c.pick(QUALITIES)} from ${a} in ${c.pick(PLACES)}`,
    ])();
    return c.chance(0.45) ? `${main}${main.includes(':') ? ' – ' : ': '}${c.pick(METHODS)}` : main;
  }

  private abstract(): string {
    const { c } = this;
    const seen = new Set<number>();
    while (seen.size < c.whole(4, 6)) seen.add(c.whole(0, SENTENCES.length - 1));
    return [...seen].map((k) => SENTENCES[k]!(c.pick, c.whole)).join(' ');
  }

  private authors(): Person[] {
    const { c } = this;
    const people = Array.from({ length: c.whole(1, 6) }, () => ({ family: c.pick(SURNAMES), given: c.pick(FORENAMES) }));
    return c.chance(0.04) ? [...people, { family: c.pick(TEAMS), given: '' }] : people;
  }
}

/** @source ISO 3297, check digit of an ISSN */
function checked(n: number): string {
  const digits = String(n).padStart(7, '0');
  const sum = [...digits].reduce((total, digit, i) => total + Number(digit) * (8 - i), 0);
  const check = (11 - (sum % 11)) % 11;
  return `${digits.slice(0, 4)}-${digits.slice(4)}${check === 10 ? 'X' : check}`;
}
