import { createHash } from 'node:crypto';

/** The digest of some contents, as a key for them (160 bits of SHA-256): nobody can make other contents with the same digest. */
export function contentDigest(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('base64url').slice(0, 27);
}
