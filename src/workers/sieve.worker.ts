import { expose } from 'comlink';
import type { EvidenceScheme } from '@/core/classify';
import { createSieveEngine } from '@/core/sieve';
import { decodeColumns } from '@/core/storage/columns';

const engine = createSieveEngine();
/** The engine, which is handed columns as they are kept and sent. */
const worker = { ...engine, load: (bytes: Uint8Array, scheme: EvidenceScheme) => engine.load(decodeColumns(bytes), scheme) };
export type SieveWorker = typeof worker;

expose(worker);
