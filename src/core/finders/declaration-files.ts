/** Whether a file declares what is written elsewhere: TypeScript's `.d.ts` and its forms for modules. @param path of the file. */
export function isDeclarationFile(path: string): boolean {
  return /\.d\.[cm]?ts$/.test(path);
}
