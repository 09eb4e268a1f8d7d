import { expose } from 'comlink';
import { createSieveEngine } from '@/core/sieve';

expose(createSieveEngine());
