import type { LinkType } from '@/core/merge';
import { partOf } from '@/platform/cache/parts';
import { type Context, openReview } from '@/platform/context';
import { Work, WorkLink } from '@/platform/db/schema';
import { databasesOf } from '@/stages/retrieve';

/** A work of a family, for its timeline. */
export interface FamilyMember {
  no: number;
  title: string;
  authors: string;
  date: string;
  /** First year that its date allows; null without one. */
  year: number | null;
  kind: string;
  flags: string[];
  tags: string[];
}
export interface FamilyTie {
  from: number;
  to: number;
  type: LinkType;
  basis: string[];
  conclusions: 'changed' | 'unchanged' | '';
  ruled: boolean;
  /** A record of each work, by which the tie can be ruled on. */
  records: [number, number];
}
export interface Family {
  members: FamilyMember[];
  ties: FamilyTie[];
}

/** How many a list shows at once. */
const MOST_FAMILIES = 200;

/** The family of one work: every work that links lead to. Without links, no members. */
export async function familyOf(ctx: Context, reviewId: string, workNo: number): Promise<Family> {
  const links = await partOf(ctx, reviewId, 'work-links', ['whole'], () => ctx.em.find(WorkLink, { reviewId }));
  const group = groupsOf(links).find((g) => g.includes(workNo));
  return group ? (await described(ctx, reviewId, links, [group]))[0]! : { members: [], ties: [] };
}

/** All families of a review, those with a retraction or a concern first, then by size. */
export async function familiesView(
  ctx: Context,
  reviewId: string,
  find: string,
): Promise<{ total: number; families: Family[]; more: number }> {
  await openReview(ctx, reviewId);
  const links = await ctx.em.find(WorkLink, { reviewId });
  const families = await described(ctx, reviewId, links, groupsOf(links));
  const wanted = find.trim().toLowerCase();
  const found = wanted ? families.filter((f) => f.members.some((m) => `${m.title} ${m.authors}`.toLowerCase().includes(wanted))) : families;
  const grave = (f: Family) =>
    f.ties.some((t) => t.type === 'retraction-of') ? 2 : f.ties.some((t) => t.type === 'concern-about') ? 1 : 0;
  return {
    total: families.length,
    more: Math.max(0, found.length - MOST_FAMILIES),
    families: found
      .sort((a, b) => grave(b) - grave(a) || b.members.length - a.members.length || a.members[0]!.no - b.members[0]!.no)
      .slice(0, MOST_FAMILIES),
  };
}

function groupsOf(links: readonly Pick<WorkLink, 'fromNo' | 'toNo'>[]): number[][] {
  const root = new Map<number, number>();
  const find = (no: number): number => {
    const up = root.get(no) ?? no;
    if (up === no) return no;
    const top = find(up);
    root.set(no, top);
    return top;
  };
  for (const { fromNo, toNo } of links) {
    root.set(fromNo, root.get(fromNo) ?? fromNo);
    root.set(toNo, root.get(toNo) ?? toNo);
    root.set(find(fromNo), find(toNo));
  }
  const groups = new Map<number, number[]>();
  for (const no of root.keys()) groups.set(find(no), [...(groups.get(find(no)) ?? []), no]);
  return [...groups.values()];
}

async function described(ctx: Context, reviewId: string, links: readonly WorkLink[], groups: readonly number[][]): Promise<Family[]> {
  const tags = (await databasesOf(ctx, reviewId)).map((d) => d.tag);
  const works = new Map((await ctx.em.find(Work, { reviewId, no: { $in: groups.flat() }, absorbedBy: null })).map((w) => [w.no, w]));
  return groups.map((group) => {
    const members = group
      .flatMap((no) => works.get(no) ?? [])
      .map((w) => ({
        no: w.no,
        title: w.title,
        authors: w.authors,
        date: w.dateWords,
        year: Number(/\d{4}/.exec(w.dateWords)?.[0]) || null,
        kind: w.axes.publicationType.codes.length === 1 ? w.axes.publicationType.codes[0]! : '',
        flags: w.flags,
        tags: tags.filter((_, bit) => (w.membership >>> bit) & 1),
      }))
      .sort((a, b) => (a.year ?? 9999) - (b.year ?? 9999) || a.no - b.no);
    const ties = links
      .filter((l) => group.includes(l.fromNo))
      .map((l) => ({
        from: l.fromNo,
        to: l.toNo,
        type: l.type,
        basis: l.basis,
        conclusions: l.conclusions,
        ruled: l.ruled,
        records: [works.get(l.fromNo)?.records[0] ?? 0, works.get(l.toNo)?.records[0] ?? 0] as [number, number],
      }));
    return { members, ties };
  });
}
