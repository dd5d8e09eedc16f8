import path from 'node:path';
import { readRegularFile, readSmallFile, type Repository } from './find-repository.js';
import { askSettings } from './git-program.js';
import type { GitView } from './git-view.js';
import { settingsIn } from './repository-settings.js';

/** The largest file of attributes, in bytes. */
const LARGEST_ATTRIBUTES = 1024 * 1024;

/** What gitattributes(5) says of the line ends of a file: `set`, `unset`, `auto`, `lf`, `unspecified` and so on. */
interface Attributes {
  text: string;
  eol: string;
}

/**
 * How git stores the line ends of files, by the attributes of the repository and by `core.autocrlf`: this is data, while filters
 * are not asked.
 */
export class LineEnds {
  private readonly attributes = new Map<string, Attributes>();
  private automatic: boolean | null = null;

  constructor(private readonly view: GitView, private readonly repository: Repository) {}

  /** Asks for the attributes of files. @param files relative to the directory in question. */
  learn(files: readonly string[]): void {
    const { workTree, prefix, common } = this.repository;
    const directories = new Set(['', ...files.flatMap((file) => directoriesAbove(path.posix.join(prefix, file)))]);
    let isThere = false;
    const show = (bytes: Buffer | null, put: (bytes: Buffer) => void): void => {
      if (bytes === null) return;
      isThere = true;
      put(bytes);
    };
    for (const directory of directories) {
      const own = path.posix.join(directory, '.gitattributes');
      show(readRegularFile(path.join(workTree, own), LARGEST_ATTRIBUTES), (bytes) => this.view.placeInTree(own, bytes));
    }
    show(readRegularFile(path.join(common, 'info', 'attributes'), LARGEST_ATTRIBUTES), (bytes) =>
      this.view.placeInfo('attributes', bytes));
    if (!isThere || files.length === 0) return;
    const answer = this.view.run(['check-attr', '-z', '--stdin', 'text', 'eol'], { input: files.join('\0') });
    // git-check-attr(1): path, attribute and value, each with NUL.
    const fields = 'out' in answer ? answer.out.toString('utf8').split('\0') : [];
    for (let at = 0; at + 2 < fields.length; at += 3) {
      const [file = '', attribute, value = ''] = fields.slice(at, at + 3);
      const known = this.attributes.get(file) ?? { text: 'unspecified', eol: 'unspecified' };
      this.attributes.set(file, known);
      if (attribute === 'text') known.text = value;
      else known.eol = value;
    }
  }

  /** A file's bytes as git would store them. @param name of the object that the index has for it. */
  asStored(own: string, bytes: Buffer, name: string): Buffer {
    if (!bytes.includes('\r\n')) return bytes;
    const { text, eol } = this.attributes.get(own) ?? { text: 'unspecified', eol: 'unspecified' };
    // gitattributes(5), "text" and "eol".
    if (text === 'unset') return bytes;
    const isText = text === 'set' || (text === 'unspecified' && (eol === 'lf' || eol === 'crlf'));
    if (!isText && !(text === 'auto' || this.isAutomatic())) return bytes;
    const converted = Buffer.from(bytes.toString('latin1').replaceAll('\r\n', '\n'), 'latin1');
    if (isText) return converted;
    // What git only takes for text stays as it is if it looks binary, or is stored with such line ends already.
    const before = this.view.run(['cat-file', 'blob', name]);
    return converted.includes('\r') || converted.includes(0) || ('out' in before && before.out.includes('\r\n'))
      ? bytes
      : converted;
  }

  /** Whether `core.autocrlf` holds: the repository's has the last word, then the user's, then the machine's. */
  private isAutomatic(): boolean {
    this.automatic ??= this.readAutomatic();
    return this.automatic;
  }

  private readAutomatic(): boolean {
    const { common } = this.repository;
    const ofRepository = settingsIn(
      readSmallFile(path.join(common, 'config'), LARGEST_ATTRIBUTES) ?? '',
    ).findLast(([key]) => key === 'core.autocrlf')?.[1];
    const values = [ofRepository, ...['--global', '--system'].map((scope) => {
      const answer = askSettings([scope, '--includes', '--get', 'core.autocrlf']);
      return 'out' in answer ? answer.out.toString('utf8').trim() : undefined;
    })];
    return /^(?:true|yes|on|1|input)$/i.test(values.find((value) => value !== undefined) ?? '');
  }
}

function directoriesAbove(file: string): string[] {
  const above = path.posix.dirname(file);
  return above === '.' || above === '/' ? [] : [above, ...directoriesAbove(above)];
}
