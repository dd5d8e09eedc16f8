import { networkInterfaces } from 'node:os';
import { expect, test } from 'vitest';
import { leadsToThisMachine, namesThisMachine } from '../../src/host/layers/own-addresses.js';

const own = Object.values(networkInterfaces())
  .flatMap((interfaces) => interfaces ?? [])
  .map(({ address, family }) => (family === 'IPv6' ? `[${address}]` : address));

test.each([
  'localhost',
  'LOCALHOST',
  'a.localhost',
  'localhost.',
  '127.0.0.1',
  '127.1',
  '2130706433',
  '0x7f000001',
  '127.200.3.4',
  '0.0.0.0',
  '0',
  '[::1]',
  '[::]',
  '[::ffff:127.0.0.1]',
  '[0:0:0:0:0:0:0:1]',
  ...own.filter((address) => !address.includes('%')),
])(
  '%s is this machine',
  async (host) => {
    expect(namesThisMachine(new URL(`https://${host}/p.yaml`))).toBe(true);
    expect(await leadsToThisMachine(new URL(`https://${host}:8443/p.yaml`))).toBe(true);
  },
);

test.each(['128.0.0.1', '192.0.2.1', '[2001:db8::1]', '[::ffff:192.0.2.1]', 'localhost.example', 'notlocalhost'])(
  '%s is not', (host) => {
    expect(namesThisMachine(new URL(`https://${host}/p.yaml`))).toBe(false);
  },
);
