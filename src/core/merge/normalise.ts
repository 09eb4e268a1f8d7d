import { type BibRecord, readDate, yearOfDay } from '@/core/record';

/** Letters and digits only, lower case, without diacritics, markup and entities; words parted by one space. */
export const normaliseText = (text: string): string =>
  text
    .replace(/<[^>]{1,80}>/g, '')
    .replace(/&[a-z]{2,8};/gi, ' ')
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** A title for comparison: normalised, without a leading article or the brackets of a translated title. */
export const normaliseTitle = (title: string): string => normaliseText(title).replace(/^(?:the|an?) /, '');

/** Titles that many different items share: never a reason to join. Common practice. */
const GENERIC =
  /^(?:editorial|guest editorial|reply|authors? reply|authors? response|response|letters?|letter to the editors?|to the editors?|correspondence|comment|commentary|in this issue|from the editors?|erratum|correction|corrigendum|retraction|book reviews?|news|obituary|abstracts?|introduction|preface|index|contents|announcements?|annual report(?: \d{4})?)$/;

export const isGenericTitle = (normalised: string): boolean => GENERIC.test(normalised) || normalised.split(' ').length < 3;

/** What merging needs of a record, and nothing else. */
export interface MergeKeys {
  doi: string;
  pmid: string;
  title: string;
  year: number | null;
  family: string;
  issns: string[];
  volume: string;
  /** First page, letters kept, leading zeros dropped. */
  page: string;
}

export function mergeKeys(record: BibRecord): MergeKeys {
  const issue = readDate(record.dates.issue) ?? readDate(record.dates.online);
  return {
    doi: record.doi,
    pmid: record.pmid,
    title: normaliseTitle(record.title),
    year: issue ? yearOfDay(issue.from) : null,
    family: normaliseText(record.authors[0]?.family ?? ''),
    issns: record.issns,
    volume: normaliseText(record.volume),
    page: normaliseText(record.pages.split(/[-–]/)[0] ?? '').replace(/^0+(?=.)/, ''),
  };
}
