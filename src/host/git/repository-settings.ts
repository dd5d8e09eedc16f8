import { askSettings } from './git-program.js';

/**
 * The settings that say how a repository is laid out and what its branches follow. They are data: none of them can name a
 * command, as the values of any other setting could in this git or a later one. gitrevisions(7) needs the branches for
 * `@{upstream}`.
 */
const DATA = [
  /^core\.repositoryformatversion$/, /^extensions\.(?:objectformat|refstorage)$/,
  /^branch\..*\.(?:remote|merge)$/s, /^remote\..*\.fetch$/s, /^remote\.origin\.url$/, /^core\.(?:autocrlf|eol)$/,
];

/** A setting: `section.name` or `section.part.name`. */
export type Setting = readonly [key: string, value: string];

/** The settings of a text that are data. Files that it includes are not read. */
export function settingsIn(text: string): Setting[] {
  const answer = askSettings(['--file', '-', '--no-includes', '--null', '--list'], text);
  if ('failed' in answer) return [];
  // git-config(1), "--null": the key, a line end, the value; a key alone is a switch that is on.
  return answer.out.toString('utf8').split('\0').slice(0, -1).map((entry) => {
    const end = entry.indexOf('\n');
    return end < 0 ? [entry, 'true'] as const : [entry.slice(0, end), entry.slice(end + 1)] as const;
  }).filter(([key]) => DATA.some((kind) => kind.test(key)));
}

/** What was made of the settings that were last read, by their text. */
const known = new Map<string, string>();

/** The settings of a view of a repository, as a file for git: those that are data, and ours. */
export function dataSettings(text: string): string {
  let written = known.get(text);
  if (written === undefined) {
    known.clear();
    known.set(text, (written = writtenSettings(settingsIn(text))));
  }
  return written;
}

function writtenSettings(settings: readonly Setting[]): string {
  const lines = settings.flatMap(([key, value]) => {
    const [section, name] = [key.slice(0, key.lastIndexOf('.')), key.slice(key.lastIndexOf('.') + 1)];
    const [, head = section, part] = /^([^.]+)\.([^]*)$/.exec(section) ?? [];
    return /[\n\0]/.test(key) ? [] : [`[${head}${part === undefined ? '' : ` ${quoted(part)}`}]`, `\t${name} = ${quoted(value)}`];
  });
  // Files beside the objects may speed up reading them, but say what they like of a commit's parents.
  return [...lines, '[core]', '\tbare = false', '\tcommitGraph = false', '\tfsmonitor = false', ''].join('\n');
}

/** git-config(1), "Syntax". */
function quoted(value: string): string {
  return `"${value.replaceAll('\\', '\\\\').replaceAll('"', '\\"').replaceAll('\n', '\\n')}"`;
}
