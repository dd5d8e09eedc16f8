import type { FactCollector } from './collector.js';

/** The manifest of a package of Node, and what marks one of Python, PHP and Go. */
const MANIFEST = /(?:^|\/)(?:package\.json|composer\.json|pyproject\.toml|setup\.py|setup\.cfg)$/;

/** Whether a file is the manifest of a package. */
export function isManifest(path: string): boolean {
  return MANIFEST.test(path);
}

/** How a path that others take from is marked among those that a manifest mentions. */
export const ENTRY_MARK = '\u0001';

/**
 * The keys of package.json by which others take from a package: npm documentation, "package.json"; Node.js documentation,
 * "Modules: Packages".
 */
const ENTRIES = ['main', 'module', 'browser', 'exports', 'types', 'typings', 'bin', 'imports'];

/** Reads what a manifest says of how its package is used. */
export function readManifest(path: string, text: string, facts: FactCollector): void {
  const manifest = path.endsWith('.json') ? parsed(text) : null;
  if (manifest === null) return;
  if (path.endsWith('composer.json')) {
    if (manifest['type'] === 'project') facts.mark('internal');
    return;
  }
  if (manifest['private'] === true) facts.mark('internal');
  if (Object.hasOwn(manifest, 'exports')) facts.mark('closed');
  for (const entry of entriesOf(manifest)) facts.texts.addPath(`${ENTRY_MARK}${entry}`);
}

function parsed(text: string): Readonly<Record<string, unknown>> | null {
  try {
    const value = JSON.parse(text) as unknown;
    return typeof value === 'object' && value !== null ? value as Readonly<Record<string, unknown>> : null;
  } catch {
    return null;
  }
}

function entriesOf(manifest: Readonly<Record<string, unknown>>): string[] {
  const named = ENTRIES.flatMap((key) => (Object.hasOwn(manifest, key) ? textsIn(manifest[key]) : []));
  // Without an entry of its own, a package has this one: Node.js documentation, "Folders as modules".
  const standard = Object.hasOwn(manifest, 'main') || Object.hasOwn(manifest, 'exports') ? [] : ['./index'];
  // Sources that are built begin here, by custom.
  const name = typeof manifest['name'] === 'string' ? manifest['name'].split('/').slice(-1) : [];
  return [...named, ...standard, ...['index', 'main', ...name].map((start) => `./src/${start}`)];
}

/** All texts in a value. */
function textsIn(value: unknown): string[] {
  if (typeof value === 'string') return [value];
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(textsIn) : [];
}
