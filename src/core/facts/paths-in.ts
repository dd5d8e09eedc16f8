/** What may be the path of a file: steps with slashes, or a name with an ending. */
// elvar waive text/line-width because a pattern is one literal
const PATH = /(?<![\w@:])(?:\.{0,2}\/)?[\w@.~-]{1,100}(?:\/[\w@.~-]{1,100})+|(?<![\w@./-])[\w-]{1,100}(?:\.[\w-]{1,50})*\.(?:[cm]?[jt]sx?|py|php|java|sh|bash|html?|css|vue|svelte|cc|cpp|c|hh?|hpp|go|json|rb|rs|cs|kts?|sql)(?![\w/])/g;

/** Nobody writes more by hand, and what is so long is data. */
const LONGEST = 1024 * 1024;

/** The paths that a text mentions, as written. */
export function pathsIn(text: string): string[] {
  if (text.length > LONGEST || !/[./]/.test(text)) return [];
  return text.match(PATH) ?? [];
}
