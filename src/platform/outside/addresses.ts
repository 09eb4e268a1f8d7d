import { BlockList, isIP } from 'node:net';

/**
 * Addresses that lead to this machine or into its own network, and such as lead nowhere.
 * @source IANA special-purpose address registries (RFC 6890 and its updates); from memory
 */
const OWN = new BlockList();
for (const [net, bits] of [
  ...[
    ['0.0.0.0', 8],
    ['10.0.0.0', 8],
    ['100.64.0.0', 10],
    ['127.0.0.0', 8],
    ['169.254.0.0', 16],
    ['172.16.0.0', 12],
  ],
  ...[
    ['192.0.0.0', 24],
    ['192.0.2.0', 24],
    ['192.168.0.0', 16],
    ['198.18.0.0', 15],
    ['198.51.100.0', 24],
    ['203.0.113.0', 24],
  ],
  ...[
    ['224.0.0.0', 4],
    ['240.0.0.0', 4],
  ],
] as [string, number][])
  OWN.addSubnet(net, bits, 'ipv4');
for (const [net, bits] of [
  ...[
    ['::', 128],
    ['::1', 128],
    ['64:ff9b::', 96],
    ['100::', 64],
    ['2001:db8::', 32],
    ['fc00::', 7],
    ['fe80::', 10],
    ['ff00::', 8],
  ],
] as [string, number][])
  OWN.addSubnet(net, bits, 'ipv6');

/** Whether an address is not one of the open network. What is no address at all is none. */
export function isOwnNetwork(address: string): boolean {
  const kind = isIP(address);
  if (kind === 0) return true;
  if (kind === 4) return OWN.check(address, 'ipv4');
  // An address of version 4 in the clothes of version 6, in either way of writing it.
  const mapped = new URL(`http://[${address.split('%')[0]}]/`).hostname.slice(1, -1);
  const inside = /^::(?:ffff:)?([0-9a-f]{1,4}):([0-9a-f]{1,4})$/.exec(mapped);
  if (inside) {
    const [high, low] = [Number.parseInt(inside[1]!, 16), Number.parseInt(inside[2]!, 16)];
    return OWN.check([high >> 8, high & 255, low >> 8, low & 255].join('.'), 'ipv4');
  }
  return OWN.check(mapped, 'ipv6');
}
