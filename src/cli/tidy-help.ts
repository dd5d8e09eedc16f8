/**
 * The help of the parser without what tells a reader nothing: the types of options, and defaults that are "nothing". Choices are
 * written as words. What the parser has put at the right margin follows the text instead.
 */
export function tidyHelp(help: string): string {
  // Choices that found no room at the margin stand on a line of their own.
  const joined = help.replace(/\n\s+(?=\[choices: )/g, ' ');
  const lines = joined.split('\n').flatMap((line) => {
    const tidied = line
      .replace(/\s*\[(?:boolean|array|string|number|count)\]/g, '')
      .replace(/\s*\[default: (?:false|\[\])\]/g, '')
      .replace(/\[required\]/g, '')
      .replace(/\s*\[choices: ([^\]]*)\](?: \[default: "([^"]*)"\])?/g, (_, choices: string, standard: string | undefined) => ` (${choices.replaceAll('"', '')}${standard === undefined ? '' : `; ${standard} by default`})`)
      .trimEnd();
    // A line that held nothing else is gone with it.
    return tidied === '' && line.trim() !== '' ? [] : [tidied];
  });
  return lines.join('\n');
}
