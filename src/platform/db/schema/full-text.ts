import { defineEntity, type InferEntity, p } from '@mikro-orm/core';
import { RecordRow } from './retrieval';

/** Where the full text of a work stands: what was asked for and when, and what came of it. */
export const FullText = defineEntity({
  name: 'FullText',
  properties: {
    reviewId: p.uuid().primary(),
    workNo: p.integer().primary(),
    /** ISO dates; '' while it has not happened. */
    asked: p.string().length(10),
    promised: p.string().length(10),
    arrived: p.string().length(10),
    /** The day on which it was refused, with why; '' when it was not. */
    refused: p.string().length(10).default(''),
    refusedWhy: p.string().length(300).default(''),
    /** What the other library calls the request; '' when it was not asked from here. */
    request: p.string().length(100).default(''),
    /** Whom it was asked of, or where it is read. */
    source: p.string().length(300),
    note: p.text(),
    /** Raised by every edit: two people's edits cannot silently overwrite each other. */
    edit: p.integer(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type FullText = InferEntity<typeof FullText>;

/** A PDF that belongs to a work. Taken away, it stays here, and so does the file. */
export const Attachment = defineEntity({
  name: 'Attachment',
  indexes: [{ properties: ['reviewId', 'recordNo'] }],
  properties: {
    reviewId: p.uuid().primary(),
    id: p.uuid().primary(),
    /** A record of the work, so that it stays with it when works are joined or parted. */
    recordNo: p.integer().persist(false),
    record: () =>
      p
        .manyToOne(RecordRow)
        .joinColumns('review_id', 'record_no')
        .referencedColumnNames('review_id', 'no')
        .createForeignKeyConstraint(false),
    name: p.string().length(300),
    bytes: p.bigint('number'),
    sha256: p.string().length(64),
    pages: p.integer(),
    /** False when no text could be read: a scan, or a locked file. */
    hasText: p.boolean(),
    removed: p.boolean(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type Attachment = InferEntity<typeof Attachment>;

/** The text of one page of an attached PDF, to be searched. */
export const AttachmentPage = defineEntity({
  name: 'AttachmentPage',
  properties: {
    reviewId: p.uuid().primary(),
    attachmentId: p.uuid().primary(),
    page: p.integer().primary(),
    text: p.text(),
  },
});
