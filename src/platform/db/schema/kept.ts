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
