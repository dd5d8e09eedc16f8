import type { FactCollector } from './collector.js';

/** The manifest of a package of Node, and what marks one of Python, PHP and Go. */
const MANIFEST = /(?:^|\/)(?:package\.json|composer\.json|pyproject\.toml|setup\.py|setup\.cfg)$/;

/** Whether a file is the manifest of a package. */
export function isManifest(path: string): boolean {
  return MANIFEST.test(path);
}

/** How a path that others take from is marked among those that a manifest mentions. */
export const ENTRY_MARK = '\u0001';

/** The keys of package.json by which others take from a package: npm documentation, "package.json"; Node.js documentation, "Modules: Packages". */
const ENTRIES = ['main', 'module', 'browser', 'exports', 'types', 'typings', 'bin', 'imports'];

/** Reads what a manifest says of how its package is used. */
export function readManifest(path: string, text: string, facts: FactCollector): void {
  if (!path.endsWith('.json')) return;
  let manifest: unknown;
  try {
    manifest = JSON.parse(text);
  } catch {
    return;
  }
  if (typeof manifest !== 'object' || manifest === null) return;
  const own = manifest as Readonly<Record<string, unknown>>;
  if (path.endsWith('composer.json')) {
    if (own['type'] === 'project') facts.mark('internal');
    return;
  }
  if (own['private'] === true) facts.mark('internal');
  if (Object.hasOwn(own, 'exports')) facts.mark('closed');
  for (const key of ENTRIES) if (Object.hasOwn(own, key)) for (const entry of textsIn(own[key])) facts.mentionPath(`${ENTRY_MARK}${entry}`);
  // Without an entry of its own, a package has this one: Node.js documentation, "Folders as modules".
  if (!Object.hasOwn(own, 'main') && !Object.hasOwn(own, 'exports')) facts.mentionPath(`${ENTRY_MARK}./index`);
  // Sources that are built begin here, by custom.
  const name = typeof own['name'] === 'string' ? own['name'].split('/').at(-1) : undefined;
  for (const start of ['index', 'main', ...(name === undefined ? [] : [name])]) facts.mentionPath(`${ENTRY_MARK}./src/${start}`);
}

/** All texts in a value. */
function textsIn(value: unknown): string[] {
  if (typeof value === 'string') return [value];
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(textsIn) : [];
}
