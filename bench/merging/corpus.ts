import { seeded } from '@/testing/seeded';
import {
  type Chance,
  chances,
  EDITORIAL_TITLES,
  type Journal,
  type Kind,
  makeAbstract,
  makeAuthors,
  makeJournals,
  makeTitle,
  type Original,
} from './originals';

/**
 * Made-up publications with what makes merging hard. Written from how publications relate to each other, before and
 * apart from the rules that are measured on them.
 * @param count of independent publications; relatives and look-alikes come on top
 */
export function makeOriginals(count: number, seed: number): { originals: Original[]; chance: Chance } {
  const chance = chances(seeded(seed));
  const maker = new Maker(chance);
  for (let i = 0; i < count; i++) maker.publish();
  return { originals: maker.originals, chance };
}

class Maker {
  originals: Original[] = [];
  private journals: Journal[];
  constructor(private c: Chance) {
    this.journals = makeJournals(c);
  }

  /** A publication, sometimes with relatives or with another that is easily taken for it. */
  publish() {
    const { c } = this;
    const [title, subtitle] = makeTitle(c);
    const review = /review/.test(subtitle);
    const work = this.add({ title, subtitle, kind: review ? 'review' : 'article' });
    const dice = c.next();
    if (dice < 0.04) this.preprint(work);
    else if (dice < 0.065) this.notice(work, 'correction');
    else if (dice < 0.075) this.notice(work, 'retraction');
    else if (dice < 0.08) this.notice(work, 'concern');
    else if (dice < 0.1) this.letters(work);
    else if (dice < 0.125) this.planned(work);
    else if (dice < 0.155) this.conference(work);
    else if (dice < 0.175) this.versions();
    else if (dice < 0.185) this.translation(work);
    else if (dice < 0.195) this.bookAndReview();
    else if (dice < 0.22) this.parts(work);
    else if (dice < 0.245) this.companions(work);
    else if (dice < 0.25) this.sameTitleElsewhere(work);
    else if (dice < 0.257) this.annualReports();
    else if (dice < 0.285) this.editorialMatter();
    else if (dice < 0.295) this.chapters();
    else if (dice < 0.305) this.thesis(work);
  }

  private add(fields: Partial<Original> & { title: string; kind: Kind }): Original {
    const { c } = this;
    const id = this.originals.length;
    const journal = fields.journal === undefined ? c.pick(this.journals) : fields.journal;
    const year = fields.year ?? c.whole(1995, 2026);
    const start = c.whole(1, 1900);
    const first = journal?.articleNumbers ? `e${c.whole(1000, 99999)}` : String(start);
    const long = c.chance(0.08) ? 0 : c.whole(1, 19);
    const whole: Original = {
      id,
      subtitle: '',
      authors: makeAuthors(c),
      journal,
      container: '',
      year,
      month: c.whole(1, 12),
      volume: journal ? String(Math.max(1, year - 1975 - (journal.name.length % 13))) : '',
      issue: journal ? String(c.whole(1, 12)) : '',
      pages: journal ? (journal.articleNumbers || long === 0 ? first : `${start}-${start + long}`) : '',
      doi: journal && year > 2001 ? `10.5555/${'abcdefgh'[id % 8]}.${year}.${100000 + id}` : '',
      pmid: journal && c.chance(0.75) ? String(90000000 + id) : '',
      abstract: c.chance(0.12) ? '' : makeAbstract(c),
      language: 'en',
      otherTitle: '',
      relation: null,
      ...fields,
    };
    this.originals.push(whole);
    return whole;
  }

  private related(to: Original, type: string, fields: Partial<Original> & { title: string; kind: Kind }) {
    return this.add({ ...fields, relation: { type, to: to.id } });
  }

  private preprint(work: Original) {
    const earlier = this.c.chance(0.6);
    this.related(work, 'preprint-of', {
      title: work.title,
      subtitle: this.c.chance(0.15) ? '' : work.subtitle,
      authors: this.c.chance(0.15) ? work.authors.slice(0, -1).concat(makeAuthors(this.c)[0]!) : work.authors,
      abstract: this.c.chance(0.5) ? work.abstract : makeAbstract(this.c),
      kind: 'preprint',
      journal: null,
      container: 'Tamsin Preprints',
      year: earlier ? work.year - 1 : work.year,
      doi: `10.5555/prep.${work.id}`,
    });
  }

  private notice(work: Original, kind: 'correction' | 'retraction' | 'concern') {
    const prefix = {
      correction: ['Correction: ', 'Erratum: ', 'Correction to: ', 'Corrigendum to “', 'Erratum for '],
      retraction: ['Retraction: ', 'Retraction notice to “', 'Retraction note: '],
      concern: ['Expression of concern: ', 'Expression of concern for '],
    }[kind];
    const type = { correction: 'correction-of', retraction: 'retraction-of', concern: 'concern-about' }[kind];
    const opened = this.c.pick(prefix);
    const full = work.subtitle ? `${work.title}: ${work.subtitle}` : work.title;
    this.related(work, type, {
      title: `${opened}${full}${opened.endsWith('“') ? '”' : ''}`,
      authors: kind === 'correction' && this.c.chance(0.8) ? work.authors : [],
      abstract: '',
      kind,
      journal: work.journal,
      year: Math.min(2026, work.year + this.c.whole(0, 2)),
    });
  }

  /** A letter about it, often under its very title, and the authors' answer. */
  private letters(work: Original) {
    const title = this.c.pick([`Comment on: ${work.title}`, `Comment on “${work.title}”`, work.title, `Letter: ${work.title}`]);
    const year = Math.min(2026, work.year + this.c.whole(0, 1));
    const letter = this.related(work, 'comment-on', { title, abstract: '', kind: 'comment', journal: work.journal, year });
    this.related(letter, 'comment-on', {
      title: this.c.pick([`Reply to: ${work.title}`, `${work.title}: authors' reply`]),
      authors: work.authors,
      abstract: '',
      kind: 'reply',
      journal: work.journal,
      year,
      volume: letter.volume,
      issue: letter.issue,
    });
  }

  private planned(work: Original) {
    const design = work.subtitle.replace(/^an? /, '') || 'randomised trial';
    const number = `ZR-${this.c.whole(10000000, 99999999)}`;
    work.abstract = `${work.abstract || makeAbstract(this.c)} Registration: ${number}.`;
    this.related(work, 'protocol-of', {
      title: work.title,
      subtitle: this.c.pick([`study protocol for a ${design}`, `protocol of a ${design}`, 'a study protocol']),
      authors: this.c.chance(0.5) ? work.authors : [...work.authors.slice(0, 2), ...makeAuthors(this.c).slice(0, 1)],
      abstract: `${makeAbstract(this.c)} Registration: ${number}.`,
      kind: 'protocol',
      year: work.year - this.c.whole(1, 4),
    });
    this.related(work, 'registration-of', {
      title: this.c.chance(0.5) ? work.title : makeTitle(this.c)[0],
      authors: work.authors.slice(0, 1),
      abstract: `Register entry ${number}. Status: recruiting.`,
      kind: 'registration',
      journal: null,
      container: '',
      year: work.year - this.c.whole(1, 5),
      otherTitle: number,
    });
  }

  private conference(work: Original) {
    const journal = this.c.chance(0.6) ? work.journal : this.c.pick(this.journals);
    this.related(work, 'abstract-of', {
      title: this.c.chance(0.6) ? work.title : `P${this.c.whole(10, 480)} ${work.title}`,
      subtitle: this.c.chance(0.5) ? work.subtitle : '',
      authors: work.authors,
      kind: 'conference-abstract',
      journal,
      container: `${this.c.whole(3, 60)}th Meeting of the Northern Society for Labour Medicine`,
      pages: this.c.chance(0.5) ? `S${this.c.whole(1, 300)}` : `A${this.c.whole(1, 300)}`,
      issue: 'Suppl 1',
      year: work.year - this.c.whole(0, 2),
      abstract: makeAbstract(this.c),
    });
  }

  /** Versions of one review: the same title, the same team, other conclusions. */
  private versions() {
    const [title] = makeTitle(this.c);
    const authors = makeAuthors(this.c);
    let before: Original | null = null;
    let year = this.c.whole(2003, 2015);
    const journal = this.c.pick(this.journals);
    const marked = this.c.chance(0.5);
    for (let version = 1; version <= this.c.whole(2, 3); version++) {
      const fields = {
        title,
        subtitle:
          version > 1 && marked
            ? this.c.pick([`an updated systematic review`, `a systematic review (update ${year})`])
            : 'a systematic review',
        authors: version > 1 && this.c.chance(0.4) ? [...authors, makeAuthors(this.c)[0]!] : authors,
        kind: 'review' as const,
        journal,
        year,
        abstract: `${makeAbstract(this.c)}${version > 1 && this.c.chance(0.4) ? ' The conclusions have changed since the last version.' : ''}`,
      };
      before = before ? this.related(before, 'update-of', fields) : this.add(fields);
      year += this.c.whole(2, 5);
    }
  }

  private translation(work: Original) {
    this.related(work, 'translation-of', {
      title: `Sobre ${work.title.toLowerCase().split(' ').reverse().join(' ')}`,
      otherTitle: work.title,
      authors: work.authors,
      kind: 'translation',
      language: 'es',
      year: work.year + this.c.whole(0, 1),
    });
  }

  private bookAndReview() {
    const [title, subtitle] = makeTitle(this.c);
    const book = this.add({ title, subtitle, kind: 'book', journal: null, container: '', doi: '', pmid: '', abstract: '' });
    this.related(book, 'book-review-of', {
      title: `Book review: ${title}`,
      kind: 'book-review',
      year: book.year + this.c.whole(0, 1),
      abstract: '',
    });
    if (this.c.chance(0.4))
      this.related(book, 'book-review-of', { title: `Book review: ${title}`, kind: 'book-review', year: book.year + 1, abstract: '' });
  }

  private parts(work: Original) {
    const [one, two] = this.c.pick([
      ['Part I', 'Part II'],
      ['part 1', 'part 2'],
      ['I', 'II'],
      ['1. Methods', '2. Results'],
    ] as const);
    const subtitle = work.subtitle;
    work.subtitle = subtitle ? `${one}, ${subtitle}` : one;
    const next = this.c.chance(0.7);
    this.add({
      title: work.title,
      subtitle: subtitle ? `${two}, ${subtitle}` : two,
      authors: work.authors,
      kind: 'article',
      journal: work.journal,
      year: work.year,
      volume: work.volume,
      issue: next ? work.issue : String(this.c.whole(1, 12)),
    });
  }

  /** Papers of one team on one study: the same words but for one. */
  private companions(work: Original) {
    const other = makeTitle(this.c)[0].split(' ')[0]!;
    const words = work.title.split(' ');
    words[this.c.whole(0, words.length - 1)] = other;
    this.add({
      title: words.join(' '),
      subtitle: work.subtitle,
      authors: work.authors,
      kind: work.kind,
      journal: this.c.chance(0.7) ? work.journal : this.c.pick(this.journals),
      year: work.year + this.c.whole(0, 1),
    });
  }

  /** One text published in two journals at once, as guidelines are. */
  private sameTitleElsewhere(work: Original) {
    this.add({
      title: work.title,
      subtitle: work.subtitle,
      authors: work.authors,
      kind: work.kind,
      year: work.year,
      abstract: work.abstract,
    });
  }

  private annualReports() {
    const title = `Annual report on ${makeTitle(this.c)[0].toLowerCase()}`;
    const authors = this.c.chance(0.5) ? [{ family: 'Northern Labour Registry', given: '' }] : makeAuthors(this.c);
    const from = this.c.whole(2000, 2018);
    for (let year = from; year < from + 4; year++)
      this.add({
        title: this.c.chance(0.5) ? `${title} ${year}` : title,
        authors,
        kind: 'annual-report',
        journal: null,
        container: 'Northern Labour Registry',
        year,
        abstract: '',
        volume: '',
        doi: '',
      });
  }

  private editorialMatter() {
    const journal = this.c.pick(this.journals);
    const title = this.c.pick(EDITORIAL_TITLES);
    const authors = makeAuthors(this.c).slice(0, 1);
    const year = this.c.whole(1998, 2026);
    for (let i = 0; i < this.c.whole(2, 5); i++)
      this.add({
        title,
        authors: this.c.chance(0.7) ? authors : makeAuthors(this.c).slice(0, 2),
        kind: 'editorial',
        journal,
        year,
        abstract: '',
      });
  }

  private chapters() {
    const [book] = makeTitle(this.c);
    const year = this.c.whole(1998, 2026);
    const authors = makeAuthors(this.c);
    let page = 1;
    for (let i = 0; i < this.c.whole(2, 4); i++) {
      const [title] = makeTitle(this.c);
      this.add({
        title: i === 0 ? 'Introduction' : title,
        authors: this.c.chance(0.5) ? authors : makeAuthors(this.c),
        kind: 'chapter',
        journal: null,
        container: book,
        year,
        pages: `${page}-${page + 14}`,
        doi: '',
        pmid: '',
        abstract: '',
      });
      page += 15;
    }
  }

  private thesis(work: Original) {
    this.add({
      title: work.title,
      authors: work.authors.slice(0, 1),
      kind: 'thesis',
      journal: null,
      container: 'University of Tamsin',
      year: work.year - 1,
      doi: '',
      pmid: '',
    });
  }
}
