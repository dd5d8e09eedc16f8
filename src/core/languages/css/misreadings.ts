import { blanks, type Misreading } from '../../syntax/misreading.js';

/** Media queries as ranges: Media Queries Level 4, section 2.4.3. */
const CSS_RANGE = /\((?=[^()]*[<>])[^(){};"']{7,}\)/g;

/** What the grammar of CSS takes for errors. */
export const CSS_MISREADINGS: readonly Misreading[] = [
  // CSS Syntax Level 3, section 4.3.6: whatever is between the brackets of an unquoted address belongs to it.
  {
    found: /\b(url|url-prefix|domain|src)\((\s*)([^\s"'()][^"'()]{0,2000}?)(\s{0,99})\)/gi,
    instead: (_, word, before, address, after) =>
      `${word.length > 3 ? 'u'.repeat(word.length) : word}(${before}${'a'.repeat(address.length)}${after})`,
  },
  { found: /\burl-prefix\(\s*\)/gi, instead: (whole) => 'a'.repeat(whole.length) },
  { found: CSS_RANGE, instead: (whole) => `(width:${'1'.repeat(whole.length - 8)})` },
  // CSS Animations Level 1, section 3: any percentage.
  { found: /(?<!\d)\d*\.\d+%(?=\s*[,{])/g, instead: (share) => share.replace('.', '0') },
  // CSS Nesting Level 1: the nesting selector anywhere in a selector.
  { found: /&(?=[^;{}"']{0,999}\{)/g, instead: () => '*' },
  // CSS Cascading Level 5, section 2: a layer, a condition or media after an import.
  {
    found: /(@import\s{1,99}(?:url\([^)]{0,999}\)|"[^"\n]*"|'[^'\n]*'))([^;{}]{1,500})(?=;)/gi,
    instead: (_, source, condition) => source + blanks(condition),
  },
  // Selectors Level 4, sections 6.3 and 14.3: the flags of attributes, and steps without blanks around the sign.
  {
    found: /(\[[^[\]{};"']{1,100}=\s*(?:"[^"\n]*"|'[^'\n]*'|[\w-]+))(\s+[is])(?=\s*\])/gi,
    instead: (_, selector, flag) => selector + blanks(flag),
  },
  { found: /(?<=:nth-[\w-]+\(\s{0,99}[-+]?\d*n)-(?=\d)/gi, instead: () => '+' },
  // Media Queries Level 5, section 2.5: a query with a name.
  { found: /@custom-(?:media|selector)\b[^;{}]{0,500};/gi, instead: blanks },
  // What old browsers take for a part of the value, and others skip: CSS Syntax Level 3, sections 5.4.6 and 9.
  { found: /\\[09](?=\s*[;}!)])/g, instead: blanks },
  { found: /;(?=\s*;)/g, instead: () => ' ' },
  { found: /(?<=[;{]\s{0,99})[*_](?=[a-z-]+\s*:)/g, instead: () => '-' },
  {
    found: /\b(?:-ms-)?filter\s*:\s*(?:"[^"]*"|[^;{}"']*(?:progid:|alpha\()[^;{}]*)/gi,
    instead: (whole) => `a:b${' '.repeat(whole.length - 3)}`,
  },
];
