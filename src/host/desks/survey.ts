import { existsSync } from 'node:fs';
import path from 'node:path';
import { readEditorConfig, type LeftSection, type TakenSection } from '../../core/proposal/editor-config.js';
import { firstLayerText } from '../../core/proposal/first-layer.js';
import { totalsOf } from '../../core/inspect/totals.js';
import type { ScopeReport } from '../../core/scope/scope-report.js';
import type { ForeignCode } from '../../core/scope/foreign-code.js';
import { UsageError } from '../files/errors.js';
import { overlayOf } from '../files/overlay.js';
import { LAYER_FILE } from '../files/own-files.js';
import { linkStatsAt, oddKindOf } from '../files/stats.js';
import { readTextFile } from '../files/text-file.js';
import type { Session } from '../session/session.js';
import { relativeTo } from '../files/target-path.js';
import { whileWriting } from '../writing/while-writing.js';

/** The presets to propose, in the order of adoption; the first is the default. */
const PROPOSED = [
  'elvar:starter', 'elvar:hygiene', 'elvar:sound', 'elvar:lean', 'elvar:guarded', 'elvar:tidy', 'elvar:worldwide',
] as const;

/** A preset, with what it would report in this project today. */
interface ProposedPreset {
  readonly reference: string;
  readonly about: string;
  readonly findings: number;
  readonly fixable: number;
  readonly isUsual: boolean;
}

/** What a project without a layer file contains. */
export interface Survey {
  readonly scope: ScopeReport;
  /** The number of files per language, most first. */
  readonly languages: readonly { readonly language: string; readonly files: number }[];
  /** The total size of all checked files, in bytes. */
  readonly bytes: number;
  /** Null if there are no files. */
  readonly largest: { readonly path: string; readonly bytes: number } | null;
  /** The patterns of test code that match something here. */
  readonly tests: readonly string[];
  readonly foreign: readonly ForeignCode[];
  readonly editorConfig: { readonly sections: readonly TakenSection[]; readonly left: readonly LeftSection[] } | null;
  readonly hasIgnoreFile: boolean;
  readonly presets: readonly ProposedPreset[];
}

/** What was chosen from a survey's proposals. */
export interface Choices {
  readonly presets: readonly string[];
  readonly tests: boolean;
  readonly foreign: boolean;
  readonly editorConfig: boolean;
}

/** A file to write. */
export interface NewFile {
  readonly file: string;
  readonly text: string;
}

/** Usual patterns of test code, each with a test for the paths that it matches. */
const TESTS: readonly (readonly [pattern: string, stands: RegExp])[] = [
  ['*.test.*', /(?:^|\/)[^/]*\.test\.[^/]*$/], ['*_test.*', /(?:^|\/)[^/]*_test\.[^/]*$/], [
    'test_*.py', /(?:^|\/)test_[^/]*\.py$/,
  ],
  ['tests/', /(?:^|\/)tests\//], ['test/', /(?:^|\/)test\//],
];

/** Surveys a project without a layer file at its root. @throws UsageError if it has one. */
export async function survey(session: Session, root: string): Promise<Survey> {
  if (existsSync(path.join(root, LAYER_FILE))) throw new UsageError({ code: 'layer-file-exists', file: LAYER_FILE });
  const scope = session.scope();
  const counts = new Map<string, number>();
  for (const { language } of scope.checked) counts.set(language, (counts.get(language) ?? 0) + 1);
  const known = session.presets();
  const presets: ProposedPreset[] = [];
  for (const reference of PROPOSED) {
    const trial = session.with(
      { overlay: overlayOf(
        new Map([[path.join(root, LAYER_FILE), `presets: [${reference}]\n`], ...ignoreOverlay(root, scope.foreign)]),
      ) },
    );
    const { error, warning, note, fixable } = totalsOf(await trial.check());
    presets.push({
      reference,
      about: known.find((preset) => preset.reference === reference)?.about ?? '',
      findings: error + warning + note,
      fixable,
      isUsual: reference === 'elvar:starter',
    });
  }
  return {
    scope, presets, ...sizesOf(root, scope),
    languages: [...counts]
      .map(([language, files]) => ({ language, files }))
      .sort((a, b) => b.files - a.files || (a.language < b.language ? -1 : 1)),
    tests: TESTS.filter(([, stands]) => scope.checked.some((file) => stands.test(file.path))).map(([pattern]) => pattern),
    foreign: scope.foreign,
    editorConfig: editorConfigOf(root),
    hasIgnoreFile: existsSync(path.join(root, '.elvarignore')),
  };
}

function sizesOf(root: string, { checked }: ScopeReport): Pick<Survey, 'bytes' | 'largest'> {
  let bytes = 0;
  let largest: Survey['largest'] = null;
  for (const { path: own } of checked) {
    const size = linkStatsAt(path.join(root, own))?.size ?? 0;
    bytes += size;
    if (largest === null || size > largest.bytes) largest = { path: own, bytes: size };
  }
  return { bytes, largest };
}

function ignoreOverlay(root: string, foreign: readonly ForeignCode[]): [string, string][] {
  const file = path.join(root, '.elvarignore');
  return foreign.length === 0 || existsSync(file) ? [] : [[file, ignoreText(foreign)]];
}

function editorConfigOf(root: string): Survey['editorConfig'] {
  const file = path.join(root, '.editorconfig');
  if (!linkStatsAt(file)?.isFile()) return null;
  const reading = readTextFile(file);
  return 'text' in reading ? readEditorConfig(reading.text) : null;
}

/** The files that the choices result in. An existing `.elvarignore` stays as it is. */
export function filesFor(
  { editorConfig, tests, foreign, hasIgnoreFile, presets }: Survey, choices: Choices, root: string,
): NewFile[] {
  const text = firstLayerText({
    title: titleOf(root),
    presets: presets.filter(({ reference }) => choices.presets.includes(reference)),
    tests: choices.tests ? tests : [],
    editorConfig: choices.editorConfig ? editorConfig?.sections ?? [] : [],
  });
  return [
    { file: LAYER_FILE, text },
    ...(choices.foreign && foreign.length > 0 && !hasIgnoreFile ? [{ file: '.elvarignore', text: ignoreText(foreign) }] : []),
  ];
}

function ignoreText(foreign: readonly ForeignCode[]): string {
  const kinds = [...new Set(foreign.map(({ kind }) => kind))];
  const blocks = kinds.map((kind) => [`# ${kind}`, ...foreign.filter((one) => one.kind === kind).map(({ pattern }) => pattern)]);
  return ['# Not our own code. Patterns as in .gitignore.', ...blocks.flat(), ''].join('\n');
}

/** The name of a project: its package's, else its directory's. */
function titleOf(root: string): string {
  const file = path.join(root, 'package.json');
  const reading = oddKindOf(file) === null ? readTextFile(file) : null;
  try {
    const { name } = JSON.parse(reading !== null && 'text' in reading ? reading.text : '{}') as { name?: unknown };
    if (typeof name === 'string' && name !== '') return name;
  } catch {
    // Use the directory's name.
  }
  return path.basename(root) || 'This project';
}

/** What a check would report. */
export interface Outcome {
  readonly findings: number;
  readonly fixable: number;
  /** The number of checked files. */
  readonly files: number;
}

/** What a check with the chosen files would report. */
export async function tryFiles(session: Session, root: string, files: readonly NewFile[]): Promise<Outcome> {
  const trial = session.with({ overlay: overlayOf(new Map(files.map(({ file, text }) => [path.join(root, file), text]))) });
  const { error, warning, note, fixable, files: number } = totalsOf(await trial.check());
  return { findings: error + warning + note, fixable, files: number };
}

/** Writes new files, all of them or none. @returns why not; null if all were. */
export function writeFiles({ root, run: { watch } }: Session, files: readonly NewFile[]): Promise<string | null> {
  return whileWriting(root, watch, async (writer) => {
    const failed = writer.together(files.map(({ file, text }) => ({ file: path.join(root, file), before: null, after: text })));
    return failed === null ? null : `${relativeTo(root, failed.file)}: ${failed.why}`;
  });
}
