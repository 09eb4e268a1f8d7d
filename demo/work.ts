import type { Design, PeerReview, PublicationType, SourceType } from '@/core/vocabularies';

/** What a made-up work really is: the truth that classification is held against. */
export interface Truth {
  sourceType: SourceType;
  publicationType: PublicationType;
  peerReview: PeerReview;
  design: Design;
  /** OCEBM 2011, treatment benefit; several where the scheme leaves a choice. */
  level: string[];
}

export interface DemoWork {
  key: string;
  title: string;
  abstract: string;
  authors: string[];
  venue: string;
  volume: string;
  issue: string;
  pages: string;
  doi: string;
  /** As printed by each database. */
  issued: string;
  online: string;
  language: string;
  headings: string[];
  truth: Truth;
  /** How Vellmora lists it; absent when it does not. */
  vellmora?: { type: string; title?: string; abstract?: string; noDoi?: boolean; date?: string };
  /** How Ostrane lists it; absent when it does not. */
  ostrane?: {
    types: string[];
    status?: string;
    title?: string;
    noAbstract?: boolean;
    pmid: string;
    /** Fields by which its indexers point to other works, by their keys: "CON", "ROF" and the like. */
    points?: [tag: string, key: string][];
  };
  /** How Quillby lists it: PubMed XML. Its PMIDs are Ostrane's, where both list a work. */
  quillby?: { types: string[]; status?: string; noAbstract?: boolean; pmid: string };
  /** How Tarnwick lists it: BibTeX. */
  tarnwick?: { type: string; ownType?: string; sessionLink?: boolean };
  /** How Brindlecote lists it: a row of its table, with its own word for the type. */
  brindlecote?: {
    type: string;
    swapped?: boolean;
    markup?: boolean;
    noDoi?: boolean;
    /** What it lists otherwise than it was printed. */
    listed?: Partial<Pick<DemoWork, 'title' | 'doi' | 'issued' | 'volume' | 'issue' | 'pages' | 'abstract'>>;
  };
}

/** The databases of the demo, by their tags. */
export const LISTED_BY = { VH: 'vellmora', OF: 'ostrane', QA: 'quillby', TW: 'tarnwick', BC: 'brindlecote' } as const;

export const VENUES: Record<string, { issn: string; abbreviation: string; publisher: string }> = {
  'Journal of Occupational Chronobiology': { issn: '9990-1048', abbreviation: 'J Occup Chronobiol', publisher: 'Harrowgate Press' },
  'Night Work and Health': { issn: '9990-2036', abbreviation: 'Night Work Health', publisher: 'Calder and Voss' },
  'Archives of Shift Medicine': { issn: '9990-3008', abbreviation: 'Arch Shift Med', publisher: 'Harrowgate Press' },
  'Sleep and Labour': { issn: '9990-4047', abbreviation: 'Sleep Labour', publisher: 'Ombra Scientific' },
  'Illuminated Workplaces': { issn: '9990-5027', abbreviation: 'Illum Workpl', publisher: 'Calder and Voss' },
  'Annals of Circadian Care': { issn: '9990-6007', abbreviation: 'Ann Circadian Care', publisher: 'Ombra Scientific' },
  'The Lighting Fitter': { issn: '9990-7003', abbreviation: 'Light Fitter', publisher: 'Guildhall Trade Papers' },
  'Proceedings of the Northern Lamp Meeting': { issn: '', abbreviation: 'Proc North Lamp Meet', publisher: 'Northern Lamp Society' },
  'Tamsin Preprints': { issn: '', abbreviation: 'Tamsin Prepr', publisher: 'Tamsin University' },
  'The Tamsin encyclopedia of labour': { issn: '', abbreviation: '', publisher: 'Calder and Voss' },
  'The handbook of rostered work': { issn: '', abbreviation: '', publisher: 'Calder and Voss' },
  'Harbour Courier': { issn: '', abbreviation: '', publisher: 'Harbour Courier' },
  'Evening Lamp': { issn: '', abbreviation: '', publisher: 'Evening Lamp' },
};

/** Puts the ISO 3297 check digit behind seven digits, so that the invented numbers are well formed. */
export function withCheckDigit(seven: string): string {
  const digits = seven.replace('-', '').slice(0, 7);
  const sum = [...digits].reduce((total, digit, i) => total + Number(digit) * (8 - i), 0);
  const check = (11 - (sum % 11)) % 11;
  return `${digits.slice(0, 4)}-${digits.slice(4)}${check === 10 ? 'X' : check}`;
}
