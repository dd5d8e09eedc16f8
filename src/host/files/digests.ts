import { createHash } from 'node:crypto';

/** The digest of a content: equal contents have equal ones, and nobody makes two contents with the same. */
export function contentDigest(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('base64url').slice(0, 27);
}
