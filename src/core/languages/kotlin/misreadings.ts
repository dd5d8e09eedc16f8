import type { Misreading } from '../../syntax/misreading.js';

export const KOTLIN_MISREADINGS: readonly Misreading[] = [
  // Any name in accents: Kotlin language specification, "Identifiers".
  { found: /`([^`\r\n]+)`/g, instead: (written) => `_${written.slice(1, -1).replace(/[^\w]/g, '_')}_` },
  // Words that are keywords only where one is expected: Kotlin documentation, "Keywords and operators".
  {
    // elvar waive text/line-width because a pattern is one literal
    found: /(?<=^[ \t]{0,200}|[.=(,!] ?)(?:override|open|data|inner|value|public|private|internal|protected|final|abstract|enum|sealed|annotation|external|inline|infix|operator|suspend|const|lateinit|vararg|tailrec|actual|expect)(?=\(|\.\w)/gm,
    instead: (word) => `${word.slice(0, -1)}_`,
  },
  { found: /\bdynamic(?=\.)/g, instead: () => 'dynamik' },
];
