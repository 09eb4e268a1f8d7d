import { defineEntity, p } from '@mikro-orm/core';

/** A file as it came, kept by its content: files of retrievals and attached PDFs name it by its checksum. */
export const KeptFile = defineEntity({
  name: 'KeptFile',
  properties: {
    reviewId: p.uuid().primary(),
    sha256: p.string().length(64).primary(),
    bytes: p.bigint('number'),
    keptAt: p.datetime(),
  },
});

/** Its bytes, half a megabyte a row. */
export const KeptPiece = defineEntity({
  name: 'KeptPiece',
  properties: {
    reviewId: p.uuid().primary(),
    sha256: p.string().length(64).primary(),
    seq: p.integer().primary(),
    bytes: p.blob(),
  },
});

/** What a page shows that is worked out from all works of a review, and how its tables stood then. */
export const KeptFigure = defineEntity({
  name: 'KeptFigure',
  properties: {
    reviewId: p.uuid().primary(),
    name: p.string().length(200).primary(),
    /** While the tables that it follows from have the same, it holds. */
    stamp: p.text(),
    doc: p.json<unknown>().columnType('json'),
  },
});

/** At which classification of all works a review's words were last brought forward. */
export const FindState = defineEntity({
  name: 'FindState',
  properties: {
    reviewId: p.uuid().primary(),
    whole: p.integer(),
  },
});

/** Works whose words are indexed together: in turn their number, or 0 once it no longer holds, and a hash of their text. */
export const FindPart = defineEntity({
  name: 'FindPart',
  properties: {
    reviewId: p.uuid().primary(),
    part: p.integer().primary(),
    places: p.blob(),
  },
});

/** A word of the texts of a part with the places of the works that have it: anywhere, and in the title. */
export const FindWord = defineEntity({
  name: 'FindWord',
  properties: {
    reviewId: p.uuid().primary(),
    part: p.integer().primary(),
    seq: p.integer().primary(),
    word: p.text(),
    texts: p.blob(),
    titles: p.blob(),
  },
});
