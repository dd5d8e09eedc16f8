import path from 'node:path';
import { CATALOG_LAYER } from '../../core/cascade/decide-rule.js';
import { refusedSettings } from '../../core/cascade/refused-settings.js';
import { COMMAND_LINE_LAYER } from '../../core/layers/command-line.js';
import type { LanguageId } from '../../core/base/language.js';
import type { Explanation } from '../../core/cascade/explanation.js';
import type { IncompletePath, SkippedPath } from '../../core/model/scope.js';
import { UsageError } from '../files/errors.js';
import { fileAbove } from '../files/target-path.js';
import type { Location, Project } from './project.js';
import { noteSkipped } from './reading-notes.js';
import { scriptLanguage } from '../files/script-language.js';
import { readSource } from '../files/source-file.js';

/** Explains a path, which need not exist. @param own relative to the root. @param typed as typed. @throws UsageError if it is a directory. */
export function explainPath(project: Project, root: string, own: string, typed: string): Explanation {
  needPossible(own, root, typed);
  const location = project.locate(own);
  if (own === '' || location.kind === 'directory') {
    throw new UsageError(`${typed}: this is a directory\nName a file in it (it need not exist yet), or run elvar resolve ${typed}`);
  }
  const incomplete = [...location.incomplete];
  const { directory, name } = location;
  const language = directory.languages.languageOf(name) ?? (location.kind === 'file' ? scriptLanguage(path.join(root, own)) : null);
  const rules = directory.rules.rulesFor(name, language, project.resolver);
  const refusals = project.commandLine.length === 0 ? [] : refusedSettings([{ language, rules }], project.catalog);
  return {
    path: own,
    exists: location.kind !== undefined,
    language,
    skipped: whySkipped(root, location, language, incomplete),
    layers: [CATALOG_LAYER, ...directory.rules.stack.layers, ...(project.commandLine.length > 0 ? [COMMAND_LINE_LAYER] : [])],
    rules,
    everywhere: project.resolver.decide(project.rootRules().stack, []),
    catalog: project.catalog,
    usesStarter: project.hasStarter,
    incomplete,
    notices: [...location.notices, ...refusals.map((refusal) => ({ refusal }))],
  };
}

/** @throws UsageError if the path cannot exist. */
export function needPossible(own: string, root: string, typed: string): void {
  const above = fileAbove(own, root);
  if (above !== null) throw new UsageError(`${typed}: nothing can be there, since ${above} is a file`);
}

function whySkipped(root: string, location: Location, language: LanguageId | null, incomplete: IncompletePath[]): SkippedPath | null {
  const { path: own, kind, exclusion, settings } = location;
  if (exclusion !== null) return { path: own, ...exclusion };
  if (kind === 'symlink') return { path: own, reason: 'symlink', by: null };
  if (kind === 'special') return { path: own, reason: 'not-a-file', by: null };
  if (language === null) return { path: own, reason: 'no-language', by: null };
  if (kind !== 'file') return null;
  const skipped: SkippedPath[] = [];
  const reading = readSource(path.join(root, own), settings);
  if ('skipped' in reading) noteSkipped(own, reading, skipped, incomplete);
  return skipped[0] ?? null;
}
