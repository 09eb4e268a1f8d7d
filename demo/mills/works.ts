import type { Design, PeerReview, PublicationType, SourceType } from '@/core/vocabularies';
import JOURNALS from '../data/mill-journals.json' with { type: 'json' };
import WORKS from '../data/mill-works.json' with { type: 'json' };

/** What a made-up source about tide mills really is; an axis that a reader cannot settle is left out. */
export interface MillTruth {
  sourceType: SourceType;
  publicationType: PublicationType;
  peerReview: readonly PeerReview[];
  design?: readonly Design[];
}
/** A source of the second demo review, as the two catalogues print it. */
export interface MillWork {
  key: string;
  title: string;
  author: string;
  year: number;
  truth: MillTruth;
  /** E: Ebbstone, a union catalogue (MODS). C: Culverly, an index of articles (CSL-JSON). */
  in: 'E' | 'C' | 'EC';
  container?: string;
  publisher?: string;
  isbn?: string;
  volume?: string;
  issue?: string;
  pages?: string;
  abstract?: string;
  note?: string;
  genre?: string;
  cslType?: string;
  /** What a catalogue gets wrong, on purpose. */
  wrong?: { title?: string; author?: string; year?: number; genre?: string; cslType?: string };
}

export const MILL_WORKS = WORKS as unknown as readonly MillWork[];
/** ISSNs of the made-up periodicals, by title. */
export const ISSN_OF: ReadonlyMap<string, string> = new Map(Object.entries(JOURNALS));
