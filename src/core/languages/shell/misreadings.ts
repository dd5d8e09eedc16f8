import type { Misreading } from '../../syntax/misreading.js';

/** What the grammar of shell scripts takes for errors. */
export const SHELL_MISREADINGS: readonly Misreading[] = [
  // Bash Reference Manual, "Shell Parameter Expansion": an offset and a length are arithmetic.
  {
    found: /(?=:)(?<=\$\{\w{1,99}(?:\[[^\]]{0,99}\])?)(?::[^-=?+}][^}]{0,999})(?=\})/g,
    instead: (whole) => `:${'1'.repeat(whole.length - 1)}`,
  },
];
