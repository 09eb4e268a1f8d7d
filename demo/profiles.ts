import type { LimiterProfile, SearchStep } from '@/core/parity';
import DATABASES from './data/databases.json' with { type: 'json' };
import MILLS from './data/mill-databases.json' with { type: 'json' };

/** A stand-in database of the demo: its profile, and how it was searched. */
export interface DemoDatabase {
  tag: string;
  name: string;
  file: string;
  profile: LimiterProfile;
  log: {
    platform: string;
    searchedOn: string;
    coverageFrom: string;
    defaultFields: string;
    wordVariation: string;
    strategy: string;
    steps: SearchStep[];
    /** More than the file holds. */
    notExported: number;
    reasons: { notExported: string; notInFile: string };
    notes: string;
    capped?: boolean;
    sortOrder?: string;
  };
}

/** The five databases: each limits in its own way, and each hides or lets through something else. */
export const DEMO_DATABASES = DATABASES as unknown as DemoDatabase[];
/** Two stand-in catalogues of the humanities: neither has a peer-review limiter, and only one tells kinds of source apart. */
export const MILL_DATABASES = MILLS as unknown as DemoDatabase[];
