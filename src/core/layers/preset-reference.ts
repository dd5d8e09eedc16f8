import type { PresetReference, RemoteReference } from '../model/layer.js';

const BUILT_IN = /^elvar:([a-z][a-z-]*)$/;

/** A package's name as npm allows it, with its scope, and a path in the package. */
const PACKAGE = /^npm:((?:@[a-z0-9~-][a-z0-9._~-]*\/)?[a-z0-9~-][a-z0-9._~-]*)(?:\/(.+))?$/;

/** The preset of a package where no other is named. */
const PACKAGE_PRESET = 'elvar-preset.yaml';

/** Reads how a preset is named; null when the text is no preset reference. */
export function parsePresetReference(text: string): PresetReference | null {
  if (text.includes('\0')) return null;
  const builtIn = BUILT_IN.exec(text)?.[1];
  if (builtIn !== undefined) return { kind: 'built-in', name: builtIn, text };
  const [, name, path] = PACKAGE.exec(text) ?? [];
  if (name !== undefined) return { kind: 'package', name, path: path ?? PACKAGE_PRESET, text };
  return /^\.{1,2}\/./.test(text) ? { kind: 'file', path: text, text } : remoteReference(text);
}

/** What was probably meant by a text that is no reference: a path without its beginning, or the bare name of a built-in preset. */
export function nearReference(text: string): string | null {
  if (/^[\w.@-][^:]*\.ya?ml$/.test(text)) return `./${text}`;
  return /^[a-z][a-z-]*$/.test(text) ? `elvar:${text}` : null;
}

/** `git:URL#REVISION[:PATH]`: git allows neither `#` at the end of a URL that it reads, nor `:` in a revision. */
const GIT = /^git:([^#\s-][^#\s]*)#([^:#\s-][^:#\s]*)(?::([^:]+))?$/;

/** Servers of this machine alone (RFC 6761, section 6.3; RFC 1122, section 3.2.1.3): nothing that is not encrypted comes from elsewhere. */
const LOOPBACK = /^(?:localhost|127(?:\.\d{1,3}){3}|\[::1\])$/;

function remoteReference(text: string): RemoteReference | null {
  const [, url, revision, path = PACKAGE_PRESET] = GIT.exec(text) ?? [];
  if (url !== undefined && revision !== undefined) return path.split('/').includes('..') || path.startsWith('/') ? null : { kind: 'git', url, revision, path, text };
  if (!/^https?:\/\//.test(text) || !URL.canParse(text)) return null;
  return isSafeUrl(text) ? { kind: 'web', url: text, text } : null;
}

/** Whether a preset may be fetched from an address: encrypted, or from this machine. */
export function isSafeUrl(text: string): boolean {
  const { protocol, hostname, username, password } = new URL(text);
  return username + password === '' && (protocol === 'https:' || (protocol === 'http:' && LOOPBACK.test(hostname)));
}

/**
 * What a path means that a remote preset adopts: a file beside it, at the same revision.
 * @returns null where the path leads out of what is fetched.
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
