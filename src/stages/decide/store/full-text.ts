import type { FullText } from '@/platform/db/schema';

/** What is known of the way to a full text. */
export interface FullTextLine {
  asked: string;
  promised: string;
  arrived: string;
  source: string;
  note: string;
  edit: number;
}

export const NO_FULL_TEXT: FullTextLine = { asked: '', promised: '', arrived: '', source: '', note: '', edit: 0 };

export const lineOf = (row: FullText | null | undefined): FullTextLine =>
  row
    ? { asked: row.asked, promised: row.promised, arrived: row.arrived, source: row.source, note: row.note, edit: row.edit }
    : NO_FULL_TEXT;
