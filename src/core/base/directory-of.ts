/** The directory of a path; a dot for the root. */
export function directoryOf(path: string): string {
  return path.includes('/') ? path.slice(0, path.lastIndexOf('/')) : '.';
}
