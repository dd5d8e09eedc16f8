// Runs as a separate program: fetches its argument to standard output, or says on standard error why it cannot.
import { writeSync } from 'node:fs';
import { isSafeUrl } from '../../core/layers/parse/preset-reference.js';
import { leadsToThisMachine, namesThisMachine } from './own-addresses.js';

/** The most redirections followed (RFC 9110, section 15.4, leaves the number open). */
const MOST_REDIRECTIONS = 5;

const [address = '', largest = '0', longest = '0'] = process.argv.slice(2);

/** Ends with a message for people. */
function fail(why: string): never {
  writeSync(2, `${why}\n`);
  process.exit(1);
}

async function get(url: string, redirections: number, signal: AbortSignal): Promise<Response> {
  const response = await fetch(
    url, { redirect: 'manual', signal, headers: { accept: 'application/yaml, text/plain, */*;q=0.1' } },
  );
  const target = response.headers.get('location');
  if (response.status < 300 || response.status >= 400 || target === null) return response;
  if (redirections === MOST_REDIRECTIONS) fail(`it was sent on more than ${MOST_REDIRECTIONS} times`);
  const next = new URL(target, url).href;
  if (!namesThisMachine(new URL(url)) && await leadsToThisMachine(new URL(next))) {
    fail(`it was sent on to ${new URL(next).origin}, which is this machine`);
  }
  if (!isSafeUrl(next)) fail(`it was sent on to ${new URL(next).origin}, which is not encrypted`);
  return get(next, redirections + 1, signal);
}

async function body(response: Response): Promise<Buffer> {
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of response.body ?? []) {
    size += (chunk as Uint8Array).length;
    if (size > Number(largest)) fail(`it is larger than ${Number(largest) / 1024} KiB`);
    chunks.push(chunk as Uint8Array);
  }
  return Buffer.concat(chunks);
}

try {
  const response = await get(address, 0, AbortSignal.timeout(Number(longest)));
  if (!response.ok) fail(`the server answered ${response.status}`);
  const bytes = await body(response);
  if (/^\s*<(?:!doctype|html)/i.test(bytes.toString('utf8', 0, 512))) fail('it is a page for people, not a layer file');
  for (let offset = 0; offset < bytes.length;) offset += writeSync(1, bytes, offset);
} catch (error) {
  const isSlow = error instanceof Error && error.name === 'TimeoutError';
  const cause = error instanceof Error && error.cause instanceof Error && 'code' in error.cause ? String(error.cause.code) : '';
  const words: Record<string, string> = {
    ENOTFOUND: 'there is no such server',
    ECONNREFUSED: 'nothing answers there',
    UND_ERR_SOCKET: 'the connection broke off',
    ECONNRESET: 'the connection broke off',
  };
  fail(isSlow ? 'it took too long' : words[cause] ?? 'the connection broke off');
}
