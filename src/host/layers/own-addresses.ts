import { lookup } from 'node:dns/promises';
import { BlockList, isIP } from 'node:net';
import { networkInterfaces } from 'node:os';

/** The addresses of this machine: loopback and "this host" (RFC 6890, section 2.2.2), and those of its interfaces. */
const OWN = new BlockList();
OWN.addSubnet('127.0.0.0', 8, 'ipv4');
OWN.addSubnet('0.0.0.0', 8, 'ipv4');
OWN.addAddress('::1', 'ipv6');
OWN.addAddress('::', 'ipv6');
for (const { address, family } of Object.values(networkInterfaces()).flatMap((own) => own ?? [])) {
  OWN.addAddress(address, family === 'IPv6' ? 'ipv6' : 'ipv4');
}

/** Whether an address names this machine by itself (names: RFC 6761, section 6.3). */
export function namesThisMachine({ hostname }: URL): boolean {
  const address = hostname.replace(/^\[|\]$/g, '');
  return /(?:^|\.)localhost\.?$/.test(hostname) || isOwn(address);
}

/** Whether an address leads to this machine, by itself or by what its name stands for. */
export async function leadsToThisMachine(url: URL): Promise<boolean> {
  if (namesThisMachine(url)) return true;
  try {
    return (await lookup(url.hostname, { all: true })).some(({ address }) => isOwn(address));
  } catch {
    // There is no such server, which the request will find out.
    return false;
  }
}

function isOwn(address: string): boolean {
  const kind = isIP(address);
  return kind !== 0 && OWN.check(address, kind === 6 ? 'ipv6' : 'ipv4');
}
