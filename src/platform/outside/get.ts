import { allowanceFor } from './allowed';
import { type AskedOutside, askOutside, type Outside, OutsideFault } from './ask';

/** Asks a server outside that may be asked. @throws OutsideFault */
export async function getOutside(address: string, bounds: Omit<AskedOutside, 'ownNetwork'> = {}): Promise<Outside> {
  const { allowed, ownNetwork } = allowanceFor(address);
  if (!allowed) throw new OutsideFault('not-allowed', 'This server is not among those that may be asked here (SEARCH_SERVERS).');
  return askOutside(address, { ownNetwork, ...bounds });
}
