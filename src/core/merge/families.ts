import { worksOf } from './cluster';
import { comparePeople } from './compare-people';
import { Index, type Member, memberOf, type Names, OwnNames } from './family-index';
import type { ComparedKeys } from './merge-keys';
import type { LinkType } from './relations';

/** A link between two works, by their places in the list of works. */
export interface FamilyLink {
  type: LinkType;
  from: number;
  to: number;
  /** What it rests on, in words; the surest basis first. */
  basis: string[];
  /** For an update: whether it says that its conclusions changed. */
  conclusions: 'changed' | 'unchanged' | '';
}

/** Facts about a work that other publications bring upon it. */
export const FAMILY_FLAGS = ['retracted', 'concern', 'corrected', 'updated'] as const;
export type FamilyFlag = (typeof FAMILY_FLAGS)[number];
export const FLAG_OF_LINK: Partial<Record<LinkType, FamilyFlag>> = {
  'retraction-of': 'retracted',
  'concern-about': 'concern',
  'correction-of': 'corrected',
  'update-of': 'updated',
};

/** The keys of the records of each work: a list, or what makes them when they are asked for. */
export interface WorkKeys {
  readonly length: number;
  at(work: number): readonly ComparedKeys[] | undefined;
}

/**
 * Finds the links between works: from relation fields and identifiers first, then from titles that name another
 * publication, from numbers of registrations, and from titles in two languages. It holds an index and no keys, so that
 * very many works can be looked through.
 * @returns the links; the flags that a work's own fields bring upon it, by its place; and the works whose keys could not be
 *   worked with: they have no links of their own
 */
export function findFamilies(works: WorkKeys): {
  links: FamilyLink[];
  told: Map<number, Set<FamilyFlag>>;
  faults: { work: number; error: unknown }[];
} {
  const faults = new Map<number, unknown>();
  const sound = <T>(work: number, make: () => T): T | null => {
    try {
      return make();
    } catch (error) {
      if (!faults.has(work)) faults.set(work, error);
      return null;
    }
  };
  const memberAt = (work: number): Member => sound(work, () => memberOf(works.at(work)!)) ?? memberOf([]);
  const links = new Links();
  const index = new Index();
  const relating: number[] = [];
  const told = new Map<number, Set<FamilyFlag>>();
  const names = new OwnNames(works.length);
  for (let work = 0; work < works.length; work++) {
    const member = memberAt(work);
    sound(work, () => index.add(member, work));
    names.keep(work, member);
    if (member.keys.every((k) => k.relations?.length === 0)) continue;
    relating.push(work);
    sound(work, () => {
      for (const { relations } of member.keys) for (const r of relations) if (r.inverse) flag(told, work, FLAG_OF_LINK[r.type]);
    });
  }
  const byRelation = (from: number) => {
    for (const { relations } of memberAt(from).keys)
      for (const r of relations)
        for (const to of index.named(r)) {
          if (to === from) continue;
          links.add(r.type, ...(r.inverse ? ([to, from] as const) : ([from, to] as const)), `its record says so (${r.field})`);
        }
  };
  for (const from of relating) sound(from, () => byRelation(from));
  for (let from = 0; from < works.length; from++)
    if (names.mayMeet(from, index)) sound(from, () => byTitle(memberAt(from), from, memberAt, index, links));
  byRegistration(memberAt, index, links);
  for (const link of links.all) if (link.type === 'update-of') link.conclusions = saidOf(memberAt(link.from));
  return { links: links.all, told, faults: [...faults].map(([work, error]) => ({ work, error })) };
}

/**
 * The families of works whose records' keys are on a shelf.
 * @param head for each record, the place of the first record of its work
 */
export function familiesOnShelf(keys: { at(place: number): ComparedKeys | undefined }, head: Int32Array): ReturnType<typeof findFamilies> {
  const works = worksOf(head);
  return findFamilies({ length: works.length, at: (work) => works[work]?.map((i) => keys.at(i)!) });
}

function flag(flags: Map<number, Set<FamilyFlag>>, work: number, is: FamilyFlag | undefined) {
  if (is) flags.set(work, (flags.get(work) ?? new Set()).add(is));
}

/**
 * Flags that works have from their families, and from fields that name a notice which was not retrieved.
 * @returns by the works' places; works without any are not among them
 */
export function familyFlags(
  { told }: Pick<ReturnType<typeof findFamilies>, 'told'>,
  links: readonly Pick<FamilyLink, 'type' | 'to'>[],
): Map<number, FamilyFlag[]> {
  const flags = new Map([...told].map(([work, own]) => [work, new Set(own)]));
  for (const { type, to } of links) flag(flags, to, FLAG_OF_LINK[type]);
  return new Map([...flags].map(([work, own]) => [work, FAMILY_FLAGS.filter((f) => own.has(f))]));
}

const saidOf = (member: Member) => member.keys.find((k) => k.conclusions)?.conclusions ?? '';

class Links {
  all: FamilyLink[] = [];
  private known = new Map<string, FamilyLink>();
  add(type: LinkType, from: number, to: number, basis: string) {
    if (from === to) return;
    const key = `${type}|${from}|${to}`;
    const old = this.known.get(key);
    if (old) {
      if (!old.basis.includes(basis)) old.basis.push(basis);
      return;
    }
    // Two that comment on or update each other: the first found stays.
    if (this.known.has(`${type}|${to}|${from}`)) return;
    const link: FamilyLink = { type, from, to, basis: [basis], conclusions: '' };
    this.known.set(key, link);
    this.all.push(link);
  }
}

/** Titles under which very many works stand name none of them. */
const MOST_OF_TITLE = 30;

type MemberAt = (work: number) => Member;

function byTitle(x: Member, from: number, memberAt: MemberAt, index: Index, links: Links) {
  const same = candidates(x.cores, index.core, from);
  const alike = candidates(x.mains, index.main, from).filter((i) => !same.includes(i));
  const pick = (among: readonly number[], fits: (y: Member) => boolean): number | undefined =>
    among.filter((i) => fits(memberAt(i))).sort((a, b) => rank(x, memberAt(a)) - rank(x, memberAt(b)) || a - b)[0];
  const link = (type: LinkType, basis: string, fits: (y: Member) => boolean, withMain = true) => {
    const whole = pick(same, fits);
    const to = whole ?? (withMain ? pick(alike, fits) : undefined);
    if (to !== undefined) links.add(type, from, to, whole !== undefined ? basis : `${basis}, but for its subtitle`);
  };
  const plain = (y: Member) => !ABOUT.has(y.kind);
  switch (x.kind) {
    case 'correction':
    case 'retraction':
    case 'concern': {
      const type = x.kind === 'concern' ? 'concern-about' : `${x.kind}-of`;
      link(
        type as LinkType,
        'it names the title',
        (y) => !ABOUT.has(y.kind) && notBefore(x, y) && (sameContainer(x, y) || shares(x, y, 1)),
      );
      break;
    }
    case 'reply': {
      const letter = (y: Member) => (y.kind === 'comment' || y.kind === 'letter') && sameContainer(x, y) && near(x, y, 1);
      if (same.some((i) => letter(memberAt(i)))) link('comment-on', 'it answers a letter of this title', letter, false);
      else link('comment-on', 'it answers and names the title', (y) => plain(y) && notBefore(x, y));
      break;
    }
    case 'comment':
    case 'letter':
      link(
        'comment-on',
        'it names the title',
        (y) => plain(y) && y.kind !== 'letter' && notBefore(x, y) && (sameContainer(x, y) || shares(x, y, 1)),
      );
      break;
    case 'book-review':
      link('book-review-of', 'it names the title', (y) => y.kind === 'book' && notBefore(x, y));
      break;
    case 'protocol':
      link('protocol-of', 'the same title before “protocol”', (y) => isReport(y) && shares(x, y, 1) && notBefore(y, x));
      break;
    case 'registration':
      link('registration-of', 'the same title', (y) => isReport(y) && shares(x, y, 1) && notBefore(y, x));
      break;
    case 'thesis':
      link('thesis-of', 'the same title and author', (y) => isPlaced(y) && isReport(y) && shares(x, y, 1) && notBefore(y, x));
      break;
    case 'report':
      link('report-of', 'the same title and authors', (y) => isPlaced(y) && isReport(y) && shares(x, y, 0.5) && near(x, y, 4), false);
      break;
    case 'preprint':
      link('preprint-of', 'the same title and authors', (y) => isReport(y) && shares(x, y, 0.5) && notBefore(y, x) && near(x, y, 4));
      break;
    case 'meeting-abstract':
      link('abstract-of', 'the same title and authors', (y) => isReport(y) && shares(x, y, 0.5) && notBefore(y, x) && near(x, y, 5));
      break;
    default:
      // Posted where no volume is, under the same title by the same people, and not later: a version from before the article.
      if (x.kind === '' && !isPlaced(x) && !isPaged(x) && !isOfMeeting(x))
        link(
          'preprint-of',
          'the same title and authors, earlier, in no volume of a journal',
          (y) => isPlaced(y) && y.kind === '' && shares(x, y, 0.5) && !sameContainer(x, y) && near(x, y, 3) && notBefore(y, x),
          false,
        );
      break;
  }
  if (x.kind === 'update' || isReview(x)) {
    const earlier = (y: Member) =>
      (y.kind === 'update' || isReview(y)) && shares(x, y, 0.5) && sameContainer(x, y) && !!x.years && !!y.years && y.years[1] < x.years[0];
    // The version right before it.
    const to = same.filter((i) => earlier(memberAt(i))).sort((a, b) => memberAt(b).years![1] - memberAt(a).years![1] || a - b)[0];
    if (to !== undefined) links.add('update-of', from, to, 'the same title, team and journal, later');
    else if (x.kind === 'update') {
      const loose = alike.filter((i) => earlier(memberAt(i))).sort((a, b) => memberAt(b).years![1] - memberAt(a).years![1] || a - b)[0];
      if (loose !== undefined) links.add('update-of', from, loose, 'it calls itself an update of this title');
    }
  }
  byLanguage(x, from, memberAt, index, links);
}

/** An item in one language that is listed under the title of another work, by the same authors and in another language. */
function byLanguage(x: Member, from: number, memberAt: MemberAt, index: Index, links: Links) {
  const languages = new Set(x.keys.map((k) => k.language).filter(Boolean));
  if (languages.size !== 1 || !x.keys.some((k) => k.titles.length > 1)) return;
  const listed = new Set(x.keys.flatMap((k) => k.titles.flatMap((t) => index.title.of(t))));
  for (const to of [...listed, ...candidates(x.cores, index.core, from), ...candidates(x.mains, index.main, from)]) {
    const y = memberAt(to);
    if (to === from || !y.keys.some((o) => o.language && !languages.has(o.language)) || !shares(x, y, 0.6)) continue;
    const [first, second] = !x.years || !y.years || x.years[0] >= y.years[0] ? [from, to] : [to, from];
    links.add('translation-of', first, second, 'it gives the title of a work in another language, by the same authors');
  }
}

function byRegistration(memberAt: MemberAt, index: Index, links: Links) {
  for (const works of index.registration.several()) {
    if (works.length > MOST_OF_TITLE) continue;
    const reports = works.filter((i) => isReport(memberAt(i)));
    for (const from of works) {
      const { kind } = memberAt(from);
      const type = kind === 'protocol' ? 'protocol-of' : kind === 'registration' ? 'registration-of' : null;
      if (type) for (const to of reports) links.add(type, from, to, 'the same registration number');
    }
  }
}

/** Items about other items: they are no target of a notice or a comment, save by a field that says so. */
const ABOUT: ReadonlySet<string> = new Set(['correction', 'retraction', 'concern', 'comment', 'reply', 'book-review', 'letter']);
const NO_REPORT: ReadonlySet<string> = new Set([
  ...ABOUT,
  'protocol',
  'registration',
  'preprint',
  'meeting-abstract',
  'book',
  'chapter',
  'thesis',
]);
/** It stands in a volume, or in something that has an ISSN. */
const isPlaced = (y: Member): boolean => y.keys.some((k) => k.volume !== '' || k.issns.length > 0);
const isOfMeeting = (y: Member): boolean =>
  y.keys.some((k) => /\b(?:proceedings|meeting|conference|congress|symposium|workshop)\b/.test(k.container));
/** It has a range of pages, as what is printed has; a posted version has a number or nothing. */
const isPaged = (y: Member): boolean => y.keys.some((k) => k.last !== '' && k.last !== k.first);
const isReport = (y: Member): boolean => !NO_REPORT.has(y.kind);
const isReview = (y: Member): boolean =>
  (y.kind === '' || y.kind === 'report') && y.keys.some((k) => /\b(?:review|guidelines?|meta analysis)\b/.test(k.titles[0]!));

const notBefore = (x: Member, y: Member): boolean => !x.years || !y.years || x.years[1] >= y.years[0];
const near = (x: Member, y: Member, years: number): boolean =>
  !x.years || !y.years || Math.max(x.years[0] - y.years[1], y.years[0] - x.years[1]) <= years;

const sameContainer = (x: Member, y: Member): boolean =>
  x.keys.some((a) => y.keys.some((b) => (a.container !== '' && a.container === b.container) || a.issns.some((n) => b.issns.includes(n))));

/** Authors in common: at least one (1), or a share of the shorter list. */
function shares(x: Member, y: Member, least: number): boolean {
  return x.keys.some((a) =>
    y.keys.some((b) => {
      const people = comparePeople(a, b);
      return people === 'same' || people === 'first' || people === 'swapped' || (people === 'some' && least <= 1);
    }),
  );
}

/** Which of several that fit is meant: an article rather than its protocol, in the same journal, near in time. */
function rank(x: Member, y: Member): number {
  const years = x.years && y.years ? Math.abs(x.years[0] - y.years[0]) : 5;
  return (isReport(y) ? 0 : 100) + (sameContainer(x, y) ? 0 : 20) + (shares(x, y, 1) ? 0 : 20) + Math.min(years, 15);
}

function candidates(names: ReadonlySet<string>, index: Names, self: number): number[] {
  const found = new Set<number>();
  for (const name of names) {
    const list = index.of(name);
    if (list.length <= MOST_OF_TITLE) for (const i of list) if (i !== self) found.add(i);
  }
  return [...found];
}
