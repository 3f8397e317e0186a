import { lookup } from 'node:dns/promises';
import { BlockList, isIP } from 'node:net';

/** Loopback and the private ranges (RFC 1918, RFC 4193). Link-local ones are left out: machines hand out secrets there. */
const PRIVATE = new BlockList();
for (const [net, prefix] of [
  ['127.0.0.0', 8],
  ['10.0.0.0', 8],
  ['172.16.0.0', 12],
  ['192.168.0.0', 16],
] as const)
  PRIVATE.addSubnet(net, prefix, 'ipv4');
PRIVATE.addAddress('::1', 'ipv6');
PRIVATE.addSubnet('fc00::', 7, 'ipv6');

/** Whether an address is of this machine or its private network. */
export function isNearby(address: string): boolean {
  const plain = address.replace(/^::ffff:(?=\d+\.)/iu, '');
  const kind = isIP(plain);
  return kind !== 0 && PRIVATE.check(plain, kind === 4 ? 'ipv4' : 'ipv6');
}

/**
 * The address to connect to for what was typed, or `null` when it is not nearby. A name is looked up once and its address used, so that it
 * cannot point elsewhere a moment later; only names of the local network are looked up at all.
 */
export async function nearbyAddress(
  host: string,
  find: (name: string) => Promise<string> = async (name) => (await lookup(name)).address,
): Promise<string | null> {
  if (isIP(host) !== 0) return isNearby(host) ? host : null;
  if (host !== 'localhost' && !/^[\w-]+(\.local)?$/iu.test(host)) return null;
  const address = await find(host).catch(() => null);
  return address !== null && isNearby(address) ? address : null;
}
