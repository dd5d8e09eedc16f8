import { memoized, type Memo } from '../syntax/memo.js';
import type { FileFacts } from './facts.js';

/** Endings of templates, by custom. */
const TEMPLATE =
  // elvar waive text/line-width because a pattern is one literal
  /\.(?:twig|tpl|tmpl|tt|jinja2?|j2|erb|haml|slim|mustache|hbs|handlebars|ejs|pug|jade|jsp|jspx|ftl|vm|latte|liquid|cshtml|razor|gohtml)$/i;

/** What is known of a whole project: the facts of all files in scope, never what the disk has besides. */
export class ProjectFacts {
  /** What has been worked out of it. */
  readonly memo: Memo = [];
  private readonly byPath: ReadonlyMap<string, FileFacts>;
  /** What is not checked, without endings. */
  private readonly unknownStems = new Set<string>();
  private readonly unknownDirectories: readonly string[];
  private templates: boolean | null = null;

  /**
   * @param skipped the paths that are not checked; a directory ends in `/`.
   * @param excludes whether patterns exclude a path, whether or not there is anything.
   */
  constructor(readonly files: readonly FileFacts[], skipped: readonly string[], private readonly excludes: (
    path: string,
  ) => boolean = () => false) {
    this.byPath = new Map(files.map((file) => [file.path, file]));
    this.unknownDirectories = skipped.filter((path) => path.endsWith('/'));
    for (const path of skipped) {
      if (path.endsWith('/')) continue;
      this.unknownStems.add(path);
      const name = path.lastIndexOf('/') + 1;
      for (let dot = path.indexOf('.', name + 1); dot > 0; dot = path.indexOf('.', dot + 1)) {
        this.unknownStems.add(path.slice(0, dot));
      }
    }
  }

  /** A file in scope. */
  at(path: string): FileFacts | undefined {
    return this.byPath.get(path);
  }

  /** Whether there is a file in a directory, or below it. @param path without a slash at its end; empty for the root. */
  hasDirectory(path: string): boolean {
    return directoriesIn(this).has(path);
  }

  /** Whether there are templates that may use any member by its name, in a language that Elvar does not know. */
  get hasTemplates(): boolean {
    return this.templates ??= [...this.unknownStems].some((path) => TEMPLATE.test(path));
  }

  /** Whether there may be something at a path, with whatever ending, of which nothing is known. */
  isUnknown(path: string): boolean {
    return this.unknownStems.has(path)
      || this.unknownDirectories.some((directory) => path.startsWith(directory) || `${path}/` === directory)
      || this.excludes(path);
  }
}

/** The names that classic scripts of a project declare for all scripts of a page. */
export const sharedIn = memoized((project: ProjectFacts): ReadonlySet<number> =>
  new Set(project.files.flatMap(({ shared }) => [...shared])));

/** The beginnings and ends of names that texts of a project make. */
const affixesIn = memoized((project: ProjectFacts) => {
  const all = new Set(project.files.flatMap(({ affixes }) => affixes));
  return {
    beginnings: new Set([...all].filter((affix) => affix.endsWith('*')).map((affix) => affix.slice(0, -1))),
    ends: new Set([...all].filter((affix) => affix.startsWith('*')).map((affix) => affix.slice(1))),
  };
});

/**
 * Whether some text of a project may make a name, since it has the beginning of it, or the end: `probably` if that is a word by
 * itself, set off by an underscore, as in `visit_` and `_handler`.
 */
export function howMade(project: ProjectFacts, name: string): 'probably' | 'perhaps' | 'no' {
  const { beginnings, ends } = affixesIn(project);
  let made: 'perhaps' | 'no' = 'no';
  for (let length = 1; length < name.length; length += 1) {
    const [beginning, end] = [name.slice(0, length), name.slice(length)];
    if (beginnings.has(beginning)) {
      if (beginning.length > SHORT && beginning.endsWith('_')) return 'probably';
      made = 'perhaps';
    }
    if (ends.has(end)) {
      if (end.length > SHORT && end.startsWith('_')) return 'probably';
      made = 'perhaps';
    }
  }
  return made;
}

/** An underscore and less than three letters are in too many names. */
const SHORT = 3;

const directoriesIn = memoized((project: ProjectFacts): ReadonlySet<string> => {
  const all = new Set(['']);
  for (const { path } of project.files) {
    // Those around a known one are known.
    for (let end = path.lastIndexOf('/'); end > 0 && !all.has(path.slice(0, end)); end = path.lastIndexOf('/', end - 1)) {
      all.add(path.slice(0, end));
    }
  }
  return all;
});
