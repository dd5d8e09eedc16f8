/** The longest key, in characters. */
const LONGEST = 40;

/** Letters that do not come apart into a plain one and a mark: Unicode Standard, section 5.19. */
const SPECIAL: Readonly<Record<string, string>> = {
  ß: 'ss', æ: 'ae', œ: 'oe', ø: 'o', ł: 'l', đ: 'd', ð: 'd', þ: 'th', ı: 'i',
};

/**
 * The key that a text for people gets in the translations: its first words in small plain letters. One without such letters gets
 * a number made of it.
 */
export function keyOf(text: string): string {
  const plain = text.normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[ßæœøłđðþı]/g, (letter) => SPECIAL[letter] ?? letter);
  const words = plain.match(/[a-z\d]+/g) ?? [];
  let key = '';
  for (const word of words) {
    const longer = key === '' ? word.slice(0, LONGEST) : `${key}-${word}`;
    if (longer.length > LONGEST) break;
    key = longer;
  }
  return /[a-z]/.test(key) ? key : `text-${numberOf(text)}`;
}

/** The first key that is not taken: the text's own, or with a number behind it. */
export function freeKey(text: string, isTaken: (key: string) => boolean): string {
  const own = keyOf(text);
  let key = own;
  for (let number = 2; isTaken(key); number += 1) key = `${own}-${number}`;
  return key;
}

/** FNV-1a in 32 bits, as eight digits: Fowler, Noll and Vo, "The FNV Non-Cryptographic Hash Algorithm". */
function numberOf(text: string): string {
  let hash = 0x811c9dc5;
  for (let at = 0; at < text.length; at += 1) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193);
  return (hash >>> 0).toString(16).padStart(8, '0');
}
