import type { PageData, PageFinding } from '../src/formats/html/page-document.js';

/** What is wanted of the findings. Empty texts are no restriction. */
export interface Wish {
  readonly levels: ReadonlySet<string>;
  readonly rule: string;
  readonly directory: string;
  readonly confidence: string;
  readonly excused: 'open' | 'excused' | 'all';
  /** Words, each of which must occur in the path, the rule, the message or the code. */
  readonly words: string;
}

/** Everything that counts. */
export const EVERYTHING: Wish = {
  levels: new Set(['error', 'warning', 'note']), rule: '', directory: '', confidence: '', excused: 'open', words: '',
};

/** Whether nothing is filtered out. */
export function isEverything({ levels, rule, directory, confidence, excused, words }: Wish): boolean {
  return levels.size === 3 && rule === '' && directory === '' && confidence === '' && excused === 'open' && words.trim() === '';
}

/** How sure a finding must be, in falling order. */
export const CONFIDENCES = ['certain', 'likely', 'possible'];

/** Chooses among the findings. What is searched is put together once: there may be 50,000. */
export class Search {
  private readonly texts: readonly string[];

  constructor(private readonly data: PageData) {
    const { rules, paths } = data;
    this.texts = data.findings.map(([, rule, path, , , message, , , code]) =>
      `${paths[path]} ${rules[rule]} ${message} ${code?.join('') ?? ''}`.toLowerCase());
  }

  /** The findings that are wanted, in the order of the data. */
  find({ levels, rule, directory, confidence, excused, words }: Wish): PageFinding[] {
    const { rules, paths, findings } = this.data;
    const isOf = rules.map((own) => rule === '' || own === rule);
    const isIn = paths.map((own) => directory === '' || own.startsWith(directory));
    const least = confidence === '' ? Infinity : CONFIDENCES.indexOf(confidence);
    const wanted = words.toLowerCase().split(/\s+/).filter((word) => word !== '');
    return findings.filter(([level, ownRule, path, , , , sure, , , excuse], index) => levels.has(level)
      && isOf[ownRule] === true
      && isIn[path] === true
              && CONFIDENCES.indexOf(sure) <= least
      && (excused === 'all' || (excuse === null) === (excused === 'open'))
      && wanted.every((word) => this.texts[index]?.includes(word) === true));
  }
}

/** The directories that hold files with findings, and all around them, each ending in a slash. */
export function directoriesOf(paths: readonly string[]): string[] {
  const found = new Set<string>();
  for (const path of paths) {
    for (let at = path.indexOf('/'); at >= 0; at = path.indexOf('/', at + 1)) found.add(path.slice(0, at + 1));
  }
  return [...found].sort();
}
