import { wrap } from '../views/table.js';

/**
 * The parser's help without what tells a reader nothing: the types of options and empty defaults. Choices are
 * listed as words. What the parser puts at the right margin follows the text instead.
 * @param columns the widest that a line may be.
 */
export function tidyHelp(help: string, columns: number): string {
  // What did not fit at the margin is on a line of its own, or on several.
  const joined = help
    .replace(/\s*\[(?:boolean|array|string|number|count)\]/g, '')
    .replace(/\s*\[(?:choices|default):[^\]]*\]/g, (margin) => ` ${margin.trim().replace(/\s+/g, ' ')}`);
  const lines = joined.split('\n').flatMap((line) => {
    const tidied = line
      .replace(/\s*\[default: (?:false|\[\])\]/g, '')
      .replace(/\[required\]/g, '')
      .replace(/\s*\[choices: ([^\]]*)\](?: \[default: "([^"]*)"\])?/g, (_, choices: string, standard: string | undefined) =>
        ` (${choices.replaceAll('"', '')}${standard === undefined ? '' : `; ${standard} by default`})`)
      .replace(/\s*\[default: "([^"]*)"\]/g, ' ($1 by default)')
      .trimEnd();
    // If the line held nothing else, remove it too.
    if (tidied === '') return line.trim() === '' ? [''] : [];
    return tidied === line ? [line] : wrapAtDescription(tidied, columns);
  });
  return lines.join('\n');
}

/** Wraps the line of an option at the column where its description begins. */
function wrapAtDescription(line: string, columns: number): string[] {
  const [name = ''] = /^\s+\S+(?:\s\S+)*\s{2,}/.exec(line) ?? /^\s*/.exec(line) ?? [];
  const [first = '', ...rest] = wrap(line.slice(name.length), columns, ' '.repeat(name.length));
  return [name + first.trimStart(), ...rest];
}
