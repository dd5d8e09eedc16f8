/** The prime of the hash FNV-1a of 32 bits (Fowler, Noll, Vo). */
const FACTOR = 0x01000193;

/**
 * A digest that tells accidental changes, not forged ones: Node's crypto module takes longer to load than this takes for a few
 * megabytes.
 */
export function quickDigest(bytes: Uint8Array): string {
  const whole = bytes.byteOffset % 4 === 0 ? bytes : Uint8Array.from(bytes);
  const words = new Int32Array(whole.buffer, whole.byteOffset, whole.length >> 2);
  let [first, second] = [0x811c9dc5, whole.length];
  for (let at = 0; at < words.length; at += 1) {
    first = Math.imul(first ^ (words[at] as number), FACTOR);
    second = Math.imul(second ^ first, FACTOR) + at | 0;
  }
  for (let at = words.length * 4; at < whole.length; at += 1) first = Math.imul(first ^ (whole[at] as number), FACTOR);
  return [first, second].map((half) => (half >>> 0).toString(16).padStart(8, '0')).join('');
}
