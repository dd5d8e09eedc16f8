/** The names that the imports of a file give to modules and their functions, with what they stand for. */
export type ImportedNames = ReadonlyMap<string, string>;

/** For a file that imports nothing of interest. */
export const NO_IMPORTS: ImportedNames = new Map<string, string>();

/** What a callee stands for: its first part, if that is an imported name, by its real name. */
export function resolvedCallee(callee: string, names: ImportedNames): string {
  const [first = '', ...rest] = callee.split('.');
  const real = names.get(first);
  return real === undefined ? callee : [real, ...rest].join('.');
}
