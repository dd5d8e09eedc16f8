import type { PresetReference, RemoteReference } from '../../model/layer.js';

const BUILT_IN = /^elvar:([a-z][a-z-]*)$/;

/** A package's name as npm allows it, with its scope, and a path in the package. */
const PACKAGE = /^npm:((?:@[a-z0-9~-][a-z0-9._~-]*\/)?[a-z0-9~-][a-z0-9._~-]*)(?:\/(.+))?$/;

/** The preset of a package, unless the reference names another file. */
const PACKAGE_PRESET = 'elvar-preset.yaml';

/** Reads a preset reference; null if the text is not one. */
export function parsePresetReference(text: string): PresetReference | null {
  if (text.includes('\0')) return null;
  const builtIn = BUILT_IN.exec(text)?.[1];
  if (builtIn !== undefined) return { kind: 'built-in', name: builtIn, text };
  const [, name, path] = PACKAGE.exec(text) ?? [];
  if (name !== undefined) return { kind: 'package', name, path: path ?? PACKAGE_PRESET, text };
  return /^\.{1,2}\/./.test(text) ? { kind: 'file', path: text, text } : remoteReference(text);
}

/** The reference that an invalid text probably meant: a path without `./`, or a built-in preset without its prefix. */
export function nearReference(text: string): string | null {
  if (/^[\w.@-][^:]*\.ya?ml$/.test(text)) return `./${text}`;
  return /^[a-z][a-z-]*$/.test(text) ? `elvar:${text}` : null;
}

/** `git:URL#REVISION[:PATH]`: git allows neither `#` at the end of a URL that it reads, nor `:` in a revision. */
const GIT = /^git:([^#\s-][^#\s]*)#([^:#\s-][^:#\s]*)(?::([^:]+))?$/;

/**
 * Servers on this machine (RFC 6761, section 6.3; RFC 1122, section 3.2.1.3), the only ones from which plain HTTP is accepted.
 */
const LOOPBACK = /^(?:localhost|127(?:\.\d{1,3}){3}|\[::1\])$/;

function remoteReference(text: string): RemoteReference | null {
  const [, url, revision, path = PACKAGE_PRESET] = GIT.exec(text) ?? [];
  if (url !== undefined && revision !== undefined) {
    return path.split('/').includes('..') || path.startsWith('/') ? null : { kind: 'git', url, revision, path, text };
  }
  if (!/^https?:\/\//.test(text) || !URL.canParse(text)) return null;
  return isSafeUrl(text) ? { kind: 'web', url: text, text } : null;
}

/** Whether a preset may be fetched from an address: it is encrypted or on this machine. */
export function isSafeUrl(text: string): boolean {
  const { protocol, hostname, username, password } = new URL(text);
  return username + password === '' && (protocol === 'https:' || (protocol === 'http:' && LOOPBACK.test(hostname)));
}

/**
 * Resolves a path that a remote preset adopts: a file relative to it, at the same revision.
 * @returns null if the path leads outside of what is fetched.
 */
export function besideRemote(remote: RemoteReference, path: string): RemoteReference | null {
  if (remote.kind === 'web') return remoteReference(new URL(path, remote.url).href);
  const steps = [...remote.path.split('/').slice(0, -1), ...path.split('/')].reduce<string[] | null>((way, step) => {
    if (way === null || step === '.' || step === '') return way;
    if (step !== '..') return [...way, step];
    return way.length === 0 ? null : way.slice(0, -1);
  }, []);
  return steps === null ? null : remoteReference(`git:${remote.url}#${remote.revision}:${steps.join('/')}`);
}
