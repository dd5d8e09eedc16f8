/**
 * The parser's help without what tells a reader nothing: the types of options and empty defaults. Choices are
 * listed as words. What the parser puts at the right margin follows the text instead.
 */
export function tidyHelp(help: string): string {
  // Choices that did not fit at the margin are on a line of their own.
  const joined = help.replace(/\n\s+(?=\[choices: )/g, ' ');
  const lines = joined.split('\n').flatMap((line) => {
    const tidied = line
      .replace(/\s*\[(?:boolean|array|string|number|count)\]/g, '')
      .replace(/\s*\[default: (?:false|\[\])\]/g, '')
      .replace(/\[required\]/g, '')
      .replace(/\s*\[choices: ([^\]]*)\](?: \[default: "([^"]*)"\])?/g, (_, choices: string, standard: string | undefined) => ` (${choices.replaceAll('"', '')}${standard === undefined ? '' : `; ${standard} by default`})`)
      .trimEnd();
    // If the line held nothing else, remove it too.
    return tidied === '' && line.trim() !== '' ? [] : [tidied];
  });
  return lines.join('\n');
}
